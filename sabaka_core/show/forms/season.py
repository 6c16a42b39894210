"""What can be set about the season: place, colony, ways, flows, and the model's constants."""

from __future__ import annotations

from sabaka_core.base.dates import MONTHS
from sabaka_core.base.errors import ParameterError
from sabaka_core.base.quantity import Quantity, count
from sabaka_core.document.bait import BaitBox
from sabaka_core.document.season import Season
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.climate import climates
from sabaka_core.kit.forms import ChoiceField, DayField, FieldGroup, FormField, Option, SizeField
from sabaka_core.kit.tables import table
from sabaka_core.season.constants import constants
from sabaka_core.season.edits import own_flows
from sabaka_core.season.model import Addition, additions
from sabaka_core.season.starts import SETTLED_WORDS, WINTERED_WORDS, starts
from sabaka_core.season.weather import weather_of
from sabaka_core.show.forms.fields import action, choice, yes_or_no


def season_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups of the Season step's ledger."""
    season = a.hive.season or Season()
    bait = () if a.hive.bait is None else (_bait(a.hive.bait),)
    return (_place(season), _colony(season), *bait, _ways(season), _flows(season), _additions(season), _model(season))


def _bait(bait: BaitBox) -> FieldGroup:
    """The days of a bait box."""
    comb = "Smells of bees, and draws scouts more than anything else; from a healthy colony only."
    return FieldGroup(
        id="bait",
        title="Bait box",
        fields=(
            DayField(path="/bait/first", label="Hung from", value=bait.first),
            DayField(path="/bait/last", label="Till", value=bait.last),
            SizeField(
                path="/bait/every_days", label="Looked at every, days", quantity=count(bait.every_days), held=True
            ),
            yes_or_no("/bait/old_comb", "Old comb in it", bait.old_comb, comb),
        ),
    )


def _number(path: str, label: str, value: float, gloss: str = "", held: bool = True) -> SizeField:
    return SizeField(path=path, label=label, quantity=Quantity(value=value, unit="number"), held=held, gloss=gloss)


def _place(season: Season) -> FieldGroup:
    rows = climates()
    fields: list[FormField] = [
        choice("/season/climate", "Climate", season.climate, *((key, row.name, "") for key, row in rows.items()))
    ]
    means = season.monthly_c or (rows[season.climate].means if season.climate in rows else ())
    if season.monthly_c:
        fields += [
            SizeField(
                path=f"/season/monthly_c/{i}",
                label=f"{month}, mean",
                quantity=Quantity(value=value, unit="C"),
                held=True,
            )
            for i, (month, value) in enumerate(zip(MONTHS, means, strict=False))
        ]
    words = "Back to the climate’s" if season.monthly_c else "Your own monthly means"
    return FieldGroup(id="place", title="Place", fields=tuple(fields), actions=(action(words, do="own-months"),))


def _has_winter(season: Season) -> bool:
    try:
        return weather_of(season).has_winter(constants(dict(season.constants)))
    except ParameterError:
        return True


def _colony(season: Season) -> FieldGroup:
    rows = starts()
    return FieldGroup(
        id="start",
        title="Colony",
        fields=(
            choice(
                "/season/start",
                "Begins as",
                season.start,
                ("swarm", "a swarm", rows["swarm"].gloss),
                ("nucleus", "a nucleus", rows["nucleus"].gloss),
                (
                    "overwintered",
                    WINTERED_WORDS if _has_winter(season) else SETTLED_WORDS,
                    "Bees, brood and stores as the model has them on that day, in the third year of a colony that "
                    "nobody disturbs.",
                ),
                ("split", "half of a strong colony", rows["split"].gloss),
            ),
            DayField(path="/season/start_day", label="On the day", value=season.start_day),
            _number(
                "/season/peak_laying", "Eggs a day at the height", season.peak_laying, "A good queen lays 800 to 2,200."
            ),
        ),
    )


def _ways(season: Season) -> FieldGroup:
    days = Quantity(value=season.visit_days, unit="count")
    return FieldGroup(
        id="ways",
        title="How you keep",
        fields=(
            SizeField(path="/season/visit_days", label="Days from visit to visit", quantity=days, held=True),
            choice(
                "/season/room",
                "Give room",
                season.room,
                (
                    "just-enough",
                    "just enough",
                    "One comb to spare: warm in spring, and combs are drawn straight one after the other.",
                ),
                (
                    "ahead",
                    "well ahead",
                    "Two combs to spare: fewer swarms when a visit comes late, more room to keep warm.",
                ),
            ),
            choice(
                "/season/winter",
                "For the winter",
                season.winter,
                (
                    "contract",
                    "draw the run together",
                    "What the bees don’t cover is cold and damp; stores lie beside them.",
                ),
                (
                    "leave",
                    "leave it as it is",
                    "Nothing is moved after the last flow; stores stay where the bees put them.",
                ),
            ),
        ),
    )


def _flows(season: Season) -> FieldGroup:
    fields: list[FormField] = []
    for index, flow in enumerate(season.flows):
        at = f"/season/flows/{index}"
        fields += [
            DayField(path=f"{at}/first", label=f"Flow {index + 1}, from", value=flow.first),
            DayField(path=f"{at}/last", label=f"Flow {index + 1}, to", value=flow.last),
            _number(f"{at}/strength", f"Flow {index + 1}, of a full one", flow.strength, "0 to 1."),
        ]
    usual = own_flows(season)
    words = "Write your own flows" if not season.flows else "One flow more"
    actions = [action(words, do="add-flow")]
    if season.flows:
        actions += [action(f"Take flow {i + 1} out", do="remove-flow", index=i) for i in range(len(usual))]
    return FieldGroup(id="flows", title="Flows", fields=tuple(fields), actions=tuple(actions))


def _additions(season: Season) -> FieldGroup:
    """What is added to the published equations, each with its switch and its reason."""

    def switch(key: str, row: Addition) -> ChoiceField:
        def option(on: bool, label: str, why: str) -> Option:
            edit = {"do": "switch-addition", "addition": key, "on": on}
            return Option(value="on" if on else "off", label=label, why=why, edit=edit)

        return ChoiceField(
            path=f"/season/without/{key}",
            label=row.name,
            value="off" if key in season.without else "on",
            options=(
                option(True, "reckoned with", f"{row.why} ({row.mark})"),
                option(False, "left out", "As the published equations have it."),
            ),
        )

    return FieldGroup(
        id="additions",
        title="Added to the published model",
        fields=tuple(switch(key, row) for key, row in additions().items()),
        folded=True,
    )


def _model(season: Season) -> FieldGroup:
    return FieldGroup(
        id="model",
        title="The model’s constants, in SI units",
        fields=tuple(
            _number(
                f"/season/constants/{key}",
                f"{row.why}",
                season.constants.get(key, row.number),
                f"{row.unit}, {row.low:g} to {row.high:g}; {row.mark}",
                key in season.constants,
            )
            for key, row in table("season").items()
        ),
    )

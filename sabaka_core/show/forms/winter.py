"""What can be set about the winter: bees, combs, ways, the model's constants."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, count, mm
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.climate import climates
from sabaka_core.kit.forms import DayField, FieldGroup, FormField, SizeField, TextField
from sabaka_core.kit.tables import table
from sabaka_core.show.forms.fields import action, choice


def _boxes(a: Analysis, wintering: Wintering) -> Iterator[FormField]:
    """Which supers stay over the nest, where there are any."""
    if any(each.chamber == a.chamber.id for each in a.hive.supers):
        yield choice(
            "/wintering/boxes",
            "Boxes over the nest",
            wintering.boxes,
            ("plan", "as the season plans", "They come off unless the run can’t hold the stores."),
            ("off", "come off", "A small room is a warm one; stores that were in them are fed."),
            ("on", "stay", "Stores lie over the cluster, where it climbs; their walls let heat out all winter."),
        )


def _cold(a: Analysis, wintering: Wintering, season: Season) -> FieldGroup:
    """Place, bees, and how they are kept."""
    return FieldGroup(
        id="cold",
        title="Place and bees",
        fields=(
            choice(
                "/season/climate", "Climate", season.climate, *((key, row.name, "") for key, row in climates().items())
            ),
            SizeField(path="/wintering/bees", label="Bees in the cluster", quantity=count(wintering.bees), held=True),
            TextField(
                path="/wintering/combs",
                label="Combs of the winter run (empty: as the season plans)",
                value=str(wintering.combs or ""),
            ),
            DayField(
                path="/wintering/first_day",
                label="Shut in from (empty: by the climate)",
                value=wintering.first_day or "",
            ),
            DayField(path="/wintering/last_day", label="Shut in till", value=wintering.last_day or ""),
            SizeField(
                path="/wintering/humidity",
                label="Air outside, % humid",
                quantity=Quantity(value=wintering.humidity, unit="number"),
                held=True,
            ),
            *_boxes(a, wintering),
            choice(
                "/wintering/school",
                "Top",
                wintering.school,
                (
                    "sealed",
                    "sealed and warm",
                    "Heat stays; water goes to the cold walls and floor, away from the bees.",
                ),
                ("vented", "vented", "Air carries the water off, and heat with it."),
            ),
        ),
    )


def _model(wintering: Wintering) -> FieldGroup:
    return FieldGroup(
        id="winter-model",
        title="The model’s constants, in SI units",
        fields=tuple(
            SizeField(
                path=f"/wintering/constants/{key}",
                label=row.why,
                quantity=Quantity(value=wintering.constants.get(key, row.number), unit="number"),
                gloss=f"{row.unit}, {row.low:g} to {row.high:g}; {row.mark}",
                held=key in wintering.constants,
            )
            for key, row in table("winter").items()
        ),
    )


def _felt(wintering: Wintering, reckoned_mm: tuple[float, ...]) -> FieldGroup:
    """Honey over the bees, comb by comb: as the keeper felt it, or as it is reckoned."""
    return FieldGroup(
        id="felt",
        title="Honey over the bees, as you felt it",
        fields=tuple(
            SizeField(
                path=f"/wintering/felt_mm/{comb}",
                label=f"Comb {comb + 1}",
                quantity=mm(wintering.felt_mm[comb] if comb < len(wintering.felt_mm) else band_mm),
                held=comb < len(wintering.felt_mm),
                edit={"do": "feel-comb", "comb": comb},
            )
            for comb, band_mm in enumerate(reckoned_mm)
        ),
        actions=(action("Reckon them instead", do="forget-felt"),) if wintering.felt_mm else (),
        folded=not wintering.felt_mm,
    )


def winter_forms(a: Analysis, reckoned_mm: tuple[float, ...]) -> tuple[FieldGroup, ...]:
    """The groups of the Winter step's ledger, for combs with so much honey over the bees [mm]."""
    wintering, season = a.hive.wintering or Wintering(), a.hive.season or Season()
    return (_cold(a, wintering, season), _felt(wintering, reckoned_mm), _model(wintering))

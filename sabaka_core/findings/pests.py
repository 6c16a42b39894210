"""Rules on pests that the keeper says trouble him: what the hive lacks against each, one finding a measure."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

from sabaka_core.base.quantity import count, text
from sabaka_core.base.sources import Source
from sabaka_core.document.entrances import Entrance
from sabaka_core.document.hive import Cover, Hive, Roof, Stand
from sabaka_core.edits.action import Bench
from sabaka_core.edits.openings import AddEntrance
from sabaka_core.findings.registry import Draft, Proposal, hive_rule, on
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.climate import local_day
from sabaka_core.hive.pests import PEST_WORDS, Pest, measures, stands
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.tables import practice
from sabaka_core.run.settings import set_on, with_guard


def _lacks(pest: Pest, hive: Whole) -> Iterator[Draft]:
    """One finding for each measure against a pest that the hive could have and hasn't."""
    if not getattr(hive.hive.choices.pests, pest):
        return
    mine = {key: stands(hive, key) for key, row in measures().items() if row.pest == pest}
    has = sum(found is True for found in mine.values())
    for key, found in mine.items():
        if found is not False:
            continue
        row = measures()[key]
        yield Draft(
            code=f"against-{pest}",
            subject=key,
            severity="note" if has else "warning",
            text=text(f"{PEST_WORDS[pest]}: the hive lacks this. {row.what}."),
            why=f"What it costs: {row.costs[:1].lower()}{row.costs[1:]} Local law and labels come first.",
            place=on("rod", hive.chambers[0].layout.nest_start_mm, STRIP_MM),
            number=count(has),
            limit=text("what others have against it; one may be enough"),
            source=Source(mark=row.mark),
            path=f"/choices/pests/{pest}",
            proposals=partial(_mends, hive, key),
        )


for _pest in PEST_WORDS:
    hive_rule(f"against-{_pest}", "run")(partial(_lacks, _pest))


def _mends(hive: Whole, measure: str) -> Iterator[Proposal]:
    made = _MENDS.get(measure)
    if made is not None:
        words, change = made
        yield Proposal(text(words), partial(change, hive))


def _each_entrance(hive: Whole, change: Callable[[Analysis, Entrance], Entrance]) -> Hive:
    """The hive with every entrance changed."""
    chambers = tuple(
        a.chamber.model_copy(update={"entrances": tuple(change(a, each) for each in a.chamber.entrances)})
        for a in hive.chambers
    )
    return hive.hive.model_copy(update={"chambers": chambers})


def _dated(measure: str) -> Callable[[Whole], Hive]:
    """Guards on every entrance that is open while a measure is looked for, on the dates that are usual there."""
    row = measures()[measure]

    def change(hive: Whole) -> Hive:
        day, until = (local_day(hive.hive, each) for each in row.dates)
        held = [local_day(hive.hive, each) for each in row.held]

        def guarded(_: Analysis, entrance: Entrance) -> Entrance:
            return (
                with_guard(entrance, day, until) if any(set_on(entrance, each).is_open for each in held) else entrance
            )

        return _each_entrance(hive, guarded)

    return change


def _no_boards(hive: Whole) -> Hive:
    return _each_entrance(hive, lambda _, each: each.model_copy(update={"landing_board": False}))


def _under(**values: object) -> Callable[[Whole], Hive]:
    """Something under the floor of the first chamber that stands lowest."""

    def change(hive: Whole) -> Hive:
        a = hive.chambers[0]
        under = a.chamber.under.model_copy(update=values)
        chamber = a.chamber.model_copy(update={"under": under})
        return hive.hive.model_copy(update={"chambers": (chamber, *hive.hive.chambers[1:])})

    return change


def _meshed(hive: Whole) -> Hive:
    a = hive.chambers[0]
    return _under(
        mesh_from_mm=a.layout.nest_start_mm, mesh_to_mm=a.layout.nest_end_mm, shutter="open", mite_board=True
    )(hive)


def _hive(**values: object) -> Callable[[Whole], Hive]:
    return lambda hive: hive.hive.model_copy(update=values)


def _raised(hive: Whole) -> Hive:
    stand = hive.hive.stand or Stand()
    return _hive(stand=stand.model_copy(update={"height_mm": practice("out_of_reach").number}))(hive)


def _boards(hive: Whole) -> Hive:
    board = Cover(kind="boards", thickness_mm=practice("cover_board").number)
    return _hive(covers=(*hive.hive.covers, board))(hive)


_MENDS: dict[str, tuple[str, Callable[[Whole], Hive]]] = {
    "mites-fall-out": ("Mesh under the brood, with a shutter and a mite board", _meshed),
    "mites-are-counted": ("A mite board under the mesh", _under(mite_board=True)),
    "mites-stay-outside": (
        "Cut a slot right under the bars",
        lambda hive: AddEntrance(kind="slot", upper=True).apply(hive.hive, Bench(0)),
    ),
    "beetles-are-trapped": ("Boards over the bars", _boards),
    "beetles-fall-in-tray": ("A tray under the mesh", _under(tray="left")),
    "beetles-have-no-board": ("Leave landing boards off", _no_boards),
    "wasps-have-no-board": ("Leave landing boards off", _no_boards),
    "ants-meet-moats": (
        "Moats under the legs",
        lambda hive: _hive(stand=(hive.hive.stand or Stand()).model_copy(update={"moats": True}))(hive),
    ),
    "wasps-meet-small-doors": ("Guards on while wasps hunt", _dated("wasps-meet-small-doors")),
    "mice-meet-guards": ("Guards on over the winter", _dated("mice-meet-guards")),
    "animals-find-it-high": ("Stand it higher", _raised),
    "animals-cant-lift-lid": (
        "Hinge the lid at a side",
        lambda hive: _hive(roof=(hive.hive.roof or Roof()).model_copy(update={"opens": "hinged-side"}))(hive),
    ),
}

"""The cut plan of a hive: boards on hand first, then boards to buy; lanes beside each other, offcuts kept."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Callable, Iterator
from dataclasses import replace
from itertools import combinations
from math import ceil

from sabaka_core.base import budget
from sabaka_core.base.errors import ParameterError
from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.building import USUAL, Building
from sabaka_core.document.hive import Hive
from sabaka_core.woodwork.along import along_parts
from sabaka_core.woodwork.cutting import TENTHS, Cut, CutResult, Stock, cut, first_fit, lanes, payable
from sabaka_core.woodwork.old_boxes import boards_on_hand
from sabaka_core.woodwork.owned import sheets_on_hand, to_make
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutBoard, CutPlan, Group, Order, Panel, Piece, Thinned
from sabaka_core.woodwork.scarfs import scarfed
from sabaka_core.woodwork.sheets import sheet_plan
from sabaka_core.woodwork.strips import Strip, StripSource, layers_in, promising, split, value

# What a millimetre of a board on hand counts, so that short ones go first; far under any price.
_OWN_COST = 1e-5
# With so many kinds of boards on hand every choice of them is weighed, 8 at most; with more, each alone left lying.
_FEW_KINDS = 3


# So many ways of splitting panels are tried, if they promise so great a part of the plan’s cost.
_SPLITS_TRIED = 3
_WORTH_TRYING = 0.02


def sources(hive: Hive, building: Building) -> list[StripSource]:
    """Boards on hand, then those for sale."""
    own = [
        StripSource(b.label, b.length_mm - b.bad_end_mm, b.width_mm, b.thickness_mm, 0.0, b.count, True)
        for _, b in boards_on_hand(hive)
    ]
    sale = building.for_sale or USUAL
    return [*own, *(StripSource(b.label, b.length_mm, b.width_mm, b.thickness_mm, b.price, None, False) for b in sale)]


def wanted(parts: tuple[Part, ...], hive: Hive) -> tuple[Part, ...]:
    """What is cut for these parts: without what is on hand, scarfed of two where the keeper wants it and must; and
    what is cut along."""
    building = hive.building or Building()
    return scarfed((*to_make(parts, hive), *along_parts(hive)), sources(hive, building), building)


Cutter = Callable[[tuple[int, ...], tuple[Stock, ...], int], CutResult]


def cut_plan(parts: tuple[Part, ...], hive: Hive) -> CutPlan:
    """The plan of a hive's parts.

    Raises:
        ParameterError: a kerf wider than a trim could be, or a board shorter than its trim.
    """
    building = hive.building or Building()
    stock, parts = sources(hive, building), wanted(parts, hive)
    for path, board in boards_on_hand(hive):
        if board.length_mm - board.bad_end_mm <= 2 * building.trim_mm:
            reason = "Shorter than what is trimmed off its ends."
            raise ParameterError(path, board.length_mm, reason, "too-short")
    kinds = tuple(i for i, source in enumerate(stock) if source.own)
    best: CutPlan | None = None
    for lying in _left_lying(kinds):
        plan = _unequal(parts, [s for i, s in enumerate(stock) if i not in lying], building)
        if best is None or _worth(plan) < _worth(best):
            best = plan
        if not best.too_long and not best.bought:
            break
    assert best is not None
    return replace(_tidied(best, parts, stock, building), own_sheets=sheets_on_hand(hive))


def _tidied(plan: CutPlan, parts: tuple[Part, ...], stock: list[StripSource], building: Building) -> CutPlan:
    """A plan with its panels out of boards as wide as they are, where that is cheaper, or glues or rips fewer strips.

    Two wide boards and a narrow one make a side better than three equal strips ripped from them. Looked for by first
    fit, in hundredths of a second.
    """
    many = [panel.part for panel in plan.panels]
    if not many or not any(source.own for source in stock):
        return plan
    splits: dict[str, int] = {}
    # All of them alike first, for boards that one leaves are the other's; then each alone.
    for together in (many, *([part] for part in many[:_SPLITS_TRIED] if len(many) > 1)):
        for how in range(1, _SPLITS_TRIED + 1):
            ways = splits | dict.fromkeys(together, how)
            other = _planned(parts, stock, building, _at_once, ways)
            if (_worth(other), _sawn(other)) < (_worth(plan), _sawn(plan)):
                plan, splits = other, ways
    return plan


def _sawn(plan: CutPlan) -> tuple[int, int]:
    """Strips that are glued, in all, and pieces that are ripped out of a wider board."""
    ripped = sum(piece.wide_mm < board.source.width_mm - UNSEEN_MM for board in plan.boards for piece in board.pieces)
    return sum(panel.copies * panel.strips for panel in plan.panels), ripped


def _at_once(lengths: tuple[int, ...], kinds: tuple[Stock, ...], kerf: int) -> CutResult:
    return first_fit(lengths, kinds, kerf)


def swift_plan(parts: tuple[Part, ...], hive: Hive) -> CutPlan:
    """A plan searched once, out of every board on hand: none left lying, panels of equal strips, with its bound."""
    building = hive.building or Building()
    found = _planned(wanted(parts, hive), sources(hive, building), building, cut, {})
    return replace(found, own_sheets=sheets_on_hand(hive))


def rough_plan(parts: tuple[Part, ...], hive: Hive) -> CutPlan:
    """A plan in a hundredth of a second, to weigh many designs by: first fit, out of every board on hand at once."""
    building = hive.building or Building()
    found = _planned(wanted(parts, hive), sources(hive, building), building, _at_once, {})
    return replace(found, own_sheets=sheets_on_hand(hive))


def _unequal(parts: tuple[Part, ...], stock: list[StripSource], building: Building) -> CutPlan:
    """The plan out of these boards, panels of equal strips; of unequal ones where that turns out cheaper."""
    splits: dict[str, int] = {}
    best = _planned(parts, stock, building, cut, splits)
    glued = {panel.part for panel in best.panels}
    ways = [way for part in parts if part.id in glued for way in promising(part, stock, building)]
    # Each costs a plan: the few that promise most are tried, if they promise anything to speak of.
    for saving, ident, how in sorted(ways, reverse=True)[:_SPLITS_TRIED]:
        if best.bought and saving > _WORTH_TRYING * best.cost:
            plan = _planned(parts, stock, building, cut, splits | {ident: how})
            if _worth(plan) < _worth(best):
                best, splits = plan, splits | {ident: how}
    return best


def _left_lying(own: tuple[int, ...]) -> Iterator[frozenset[int]]:
    """Which kinds of boards on hand a plan may leave: none, then every choice of them, where they are few.

    A board more on hand then never makes a plan worse: the plan without it is one of those that are weighed.
    """
    sizes = range(len(own) + 1) if len(own) <= _FEW_KINDS else (0, 1, len(own))
    for size in sizes:
        yield from (frozenset(chosen) for chosen in combinations(own, size))


def _worth(plan: CutPlan) -> tuple[int, float]:
    return len(plan.too_long), round(plan.cost, 6)


def _planned(
    parts: tuple[Part, ...], stock: list[StripSource], building: Building, cutter: Cutter, splits: dict[str, int]
) -> CutPlan:
    """The plan out of these boards, groups of one width and thickness one after another, wide ones first."""
    groups, too_long = _grouped(parts, stock, building, splits)
    boards: list[CutBoard] = []
    found: list[Group] = []
    strips_of: Counter[tuple[str, int]] = Counter((s.part.id, s.copy) for g in groups.values() for s in g)
    while groups:
        budget.look()
        thick, wide = max(groups)
        cut_boards, group, lost, stock = _solve(thick, wide, groups.pop((thick, wide)), stock, building, cutter)
        boards += cut_boards
        found.append(group)
        for strip in lost:
            narrower = split(strip, [s for s in stock if s.width_mm < strip.wide_mm - 1e-6], building, 0)
            strips_of[strip.part.id, strip.copy] += len(narrower) - 1
            too_long += [strip.part.name] if not narrower else []
            for each_strip in narrower:
                groups[each_strip.thick_mm, each_strip.wide_mm].append(each_strip)
    on_sheets = sheet_plan(parts, building.kerf_mm)
    too_long += on_sheets.too_large
    kept = tuple(
        (s.label, s.length_mm, s.width_mm, s.thickness_mm)
        for s in stock
        if s.label.startswith("offcut")
        for _ in range(s.count or 0)
    )
    return CutPlan(
        tuple(boards),
        tuple(found),
        kept,
        tuple(dict.fromkeys(too_long)),
        tuple(_panels(strips_of, parts, set(too_long))),
        on_sheets.sheets,
        on_sheets.bound,
    )


def _panels(strips_of: Counter[tuple[str, int]], parts: tuple[Part, ...], lost: set[str]) -> Iterator[Panel]:
    glued: dict[str, list[int]] = defaultdict(list)
    for (ident, _), strips in strips_of.items():
        if strips > 1:
            glued[ident].append(strips)
    for part in parts:
        if part.id in glued and part.name not in lost:
            yield Panel(part.id, part.name, len(glued[part.id]), max(glued[part.id]))


def _grouped(
    parts: tuple[Part, ...], stock: list[StripSource], building: Building, splits: dict[str, int]
) -> tuple[dict[tuple[float, float], list[Strip]], list[str]]:
    """Strips by thickness and width, and the parts that no boards make."""
    groups: dict[tuple[float, float], list[Strip]] = defaultdict(list)
    too_long: list[str] = []
    for part in parts:
        if part.is_sheet or part.group == "Bought" or part.is_log:
            continue
        whole = Strip(part, 0, round(part.wide_mm, 1), round(part.thick_mm, 1))
        # Copies are alike, and so are their strips.
        strips = split(whole, stock, building, splits.get(part.id, 0))
        too_long += [part.name] * part.count if not strips else []
        for copy in range(part.count):
            for strip in strips:
                groups[strip.thick_mm, strip.wide_mm].append(replace(strip, copy=copy))
    return groups, too_long


def _thinned(source: StripSource, thick_mm: float, layers: int) -> Thinned:
    over = source.thickness_mm - thick_mm
    if over <= value("thickness_play"):
        return ""
    return "resawn" if layers > 1 or over > value("most_planed") else "planed"


def _solve(
    thick: float, wide: float, strips: list[Strip], stock: list[StripSource], building: Building, cutter: Cutter
) -> tuple[list[CutBoard], Group, list[Strip], list[StripSource]]:
    kerf = building.kerf_mm
    usable = []
    for index, source in enumerate(stock):
        beside = lanes(source.width_mm, wide, kerf) * layers_in(source, thick, kerf)
        if beside and source.length_mm > 2 * building.trim_mm:
            usable.append((index, beside))
    kinds = []
    for index, beside in usable:
        source = stock[index]
        room = round((source.length_mm - 2 * building.trim_mm) * TENTHS)
        cost = source.length_mm * _OWN_COST if source.own else source.price / beside
        kinds.append(Stock(source.label, room, cost, None if source.count is None else source.count * beside))
    lengths = [round(strip.part.long_mm * TENTHS + 0.49) for strip in strips]
    result = cutter(tuple(lengths), tuple(kinds), round(kerf * TENTHS))
    boards: list[CutBoard] = []
    left = list(stock)
    cuts_of: dict[int, list[Cut]] = defaultdict(list)
    for each in result.cuts:
        cuts_of[each.stock].append(each)
    for kind, (index, beside) in enumerate(usable):
        source, mine = stock[index], cuts_of[kind]
        layers = layers_in(source, thick, kerf)
        for first in range(0, len(mine), beside):
            lanes_here = mine[first : first + beside]
            made = _board(source, lanes_here, strips, wide, building, layers, thick, beside)
            boards.append(made)
            left += _offcuts(made, lanes_here, lengths, wide, building) if layers == 1 else []
        if source.count is not None and mine:
            used = ceil(len(mine) / beside)
            left[index] = StripSource(
                source.label,
                source.length_mm,
                source.width_mm,
                source.thickness_mm,
                source.price,
                source.count - used,
                source.own,
            )
    paid = sum(board.source.price for board in boards)
    # Boards on hand count for a trifle each; what must be paid is at least the bound without them, in whole boards.
    trifles = sum(kind.cost * (kind.count or 0) for kind, (i, _) in zip(kinds, usable, strict=True) if stock[i].own)
    prices = {stock[i].price for i, _ in usable if not stock[i].own}
    bound = min(payable(max(result.bound - trifles, 0.0), prices), paid)
    group = Group(thick, wide, len(strips), paid, bound, paid <= bound + 1e-6)
    return (boards, group, [strips[i] for i in result.left_over], [s for s in left if s.count is None or s.count > 0])


def _board(
    source: StripSource,
    cuts: list[Cut],
    strips: list[Strip],
    wide: float,
    building: Building,
    layers: int,
    thick: float,
    beside: int,
) -> CutBoard:
    pieces = []
    for lane, each in enumerate(cuts):
        at = building.trim_mm
        for index in sorted(each.pieces, key=lambda i: -strips[i].part.long_mm):
            strip = strips[index]
            pieces.append(Piece(strip.part.id, strip.part.name, at, strip.part.long_mm, lane, wide))
            at += strip.part.long_mm + building.kerf_mm
    places = {tuple((p.at_mm, p.long_mm) for p in pieces if p.lane == lane) for lane in range(len(cuts))}
    alike = (
        len(places) == 1
        and len(cuts) == beside
        and _strip_left_mm(source, ceil(len(cuts) / layers), wide, building) == 0
    )
    first: Order = "crosscut" if alike else "rip"
    return CutBoard(source, tuple(pieces), len(cuts), layers, thick, _thinned(source, thick, layers), first)


def _strip_left_mm(source: StripSource, cuts: int, wide: float, building: Building) -> float:
    """Width of the strip that stays beside the lanes, 0 where it is not worth keeping [mm]."""
    left = source.width_mm - cuts * (wide + building.kerf_mm)
    return round(left, 1) if left >= value("least_strip") else 0.0


def _offcuts(
    board: CutBoard, cuts: list[Cut], lengths: list[int], wide: float, building: Building
) -> list[StripSource]:
    """What is left of a board in the order in which it is cut: one end as wide as the board, or each lane's own and
    the strip beside them."""
    source, least, found = board.source, value("least_offcut"), []
    # Crosscut first, the end of all lanes is one piece; ripped first, each lane has its own.
    ends = [(cuts[0], source.width_mm)] if board.first == "crosscut" else [(each, wide) for each in cuts]
    for each, across in ends:
        used = sum(lengths[i] / TENTHS + building.kerf_mm for i in each.pieces)
        rest = source.length_mm - building.trim_mm - used
        if rest >= least:
            found.append(StripSource("offcut, an end", round(rest, 1), across, source.thickness_mm, 0.0, 1, True))
    left = _strip_left_mm(source, len(cuts), wide, building)
    if left > 0:
        found.append(StripSource("offcut, a strip", source.length_mm, left, source.thickness_mm, 0.0, 1, True))
    return found

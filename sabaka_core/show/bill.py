"""What a hive takes: its parts, boards and sheets, hours and money, and the shopping list."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Iterator
from math import ceil

from sabaka_core.base.quantity import Quantity, Text, Unit, count, mm, text
from sabaka_core.base.sources import GEOMETRY, Source
from sabaka_core.document.building import Building
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Line, Table
from sabaka_core.kit.metrics import Input, Metric, Working
from sabaka_core.kit.working import computed, given, read_off, simulated
from sabaka_core.show.moving import sizes_text
from sabaka_core.show.study import Numbers
from sabaka_core.woodwork.along import design_of, letter_of
from sabaka_core.woodwork.asked import bill_in, bound_in, parts_in, plan_in
from sabaka_core.woodwork.assembly import total_kg
from sabaka_core.woodwork.bound import gap_of
from sabaka_core.woodwork.planned import CutPlan, sheet_price
from sabaka_core.woodwork.shopping import Bought
from sabaka_core.woodwork.unmade import not_here

_ALL = "In all"
_PRICES = Source(
    mark="common practice", note="minutes in data/building.toml, prices in data/shop.toml, boards as you gave them"
)
_metric = Numbers("building", GEOMETRY)
# How amounts on the shopping list are said, by how a thing is sold.
_AMOUNTS: dict[str, tuple[Unit, float]] = {
    "each": ("count", 1.0),
    "g": ("kg", 0.001),
    "m": ("mm", 1000.0),
    "m2": ("m2", 1.0),
    "L": ("L", 1.0),
}


def totals(context: Context) -> Iterator[Metric]:
    """Parts, mass, boards and sheets."""
    parts, plan = context.once(parts_in), context.once(plan_in)
    listed = read_off("the list of parts")
    bound = text(
        "these strips, width by width out of what the widths before leave, cost {bound} at least",
        bound=count(plan.bound),
    )
    cut = simulated("lengths laid into boards by column generation, first fit where it takes too long", check=bound)
    area = text("by area it takes {b} at least", b=count(plan.sheet_bound))
    rows: tuple[tuple[str, str, Unit, float, Working], ...] = (
        ("kinds", "Kinds of parts", "count", float(len(parts)), listed),
        ("pieces", "Parts", "count", float(sum(part.count for part in parts)), listed),
        ("mass_kg", "Material", "kg", total_kg(parts), read_off("the solids, by their densities")),
        ("boards_own", "Boards of those on hand", "count", float(len(plan.on_hand)), cut),
        ("boards_buy", "Boards to buy", "count", float(len(plan.bought)), cut),
        ("sheets", "Sheets", "count", float(len(plan.sheets)), simulated("pieces laid on whole sheets", check=area)),
    )
    for key, label, unit, value, working in rows:
        yield _metric(key, label, _ALL, unit, (value, working))


def money_of(context: Context) -> str:
    """What money is called: the keeper's own, or his."""
    return (context.hive.building or Building()).currency or "your money"


def costs(context: Context) -> Iterator[Metric]:
    """Boards, sheets, what is bought besides, hours and work."""
    bill, plan = context.once(bill_in), context.once(plan_in)

    def money(symbol: str, name: str, value: float) -> Input:
        return given(symbol, name, Quantity(value=value, unit="number"))

    boards = simulated("boards to buy, each at its price", check=_from_the_best(context, plan))
    minutes = read_off("each part’s operations, a minute each as the table has it")
    work = computed("w = h·p", money("h", "hours", bill.hours), money("p", "an hour of yours", bill.hour_price))
    total = computed(
        "m = b + s + f + w",
        money("b", "boards", bill.boards),
        money("s", "sheets", bill.sheets),
        money("f", "what is bought besides", bill.hardware),
        money("w", "work", bill.work),
    )
    packs = read_off("whole packs of the shopping list, at their prices")
    rows: tuple[tuple[str, str, tuple[float, Working]], ...] = (
        ("boards_cost", "Boards", (bill.boards, boards)),
        ("sheets_cost", "Sheets", (bill.sheets, read_off("whole sheets, at their price"))),
        ("hardware_cost", "Bought besides", (bill.hardware, packs)),
        ("hours", "Hours of work", (bill.hours, minutes)),
        ("work_cost", "Work", work),
        ("total_cost", "In all", total),
    )
    for key, label, found in rows:
        yield _metric(key, label, f"Cost, in {money_of(context)}", "number", found, _PRICES)


def _from_the_best(context: Context, plan: CutPlan) -> Text:
    """How far the boards are from the best plan of the whole order at most."""
    bound = context.once(bound_in)
    gap = gap_of(plan, bound)
    if gap <= 0:
        return text("the best there is, proven: the whole order can’t cost less than {b}", b=_price(bound))
    return text(
        "the whole order can’t cost less than {b}, however widths are mixed: at most {gap} % from the best there is",
        b=_price(bound),
        gap=Quantity(value=float(ceil(gap * 100)), unit="number"),
    )


def amount_text(line: Bought) -> Text:
    """How much of something is needed, as it is sold."""
    return text("{n}", n=_sold(line.amount, line.ware.unit))


def _sold(amount: float, sold_in: str) -> Quantity:
    unit, times = _AMOUNTS[sold_in]
    return Quantity(value=round(amount * times, 3), unit=unit)


def pack_text(line: Bought) -> Text:
    """How many packs that is, and of how much each."""
    if line.ware.pack == 1 and line.ware.unit == "each":
        return text("{n}", n=count(line.packs))
    return text("{n} of {each}", n=count(line.packs), each=_sold(line.ware.pack, line.ware.unit))


def shopping_table(context: Context) -> Table:
    """Boards and sheets by kind, then what is bought besides, in packs."""
    plan, bill = context.once(plan_in), context.once(bill_in)
    lines: list[Line] = []
    cells: tuple[Text | Quantity, ...]
    kinds: dict[tuple[str, float, float, float, float], int] = {}
    for board in plan.bought:
        s = board.source
        key = (s.label, s.length_mm, s.width_mm, s.thickness_mm, s.price)
        kinds[key] = kinds.get(key, 0) + 1
    for (label, long, wide, thick, price), number in kinds.items():
        words = text(f"{label}, ")
        name = Text(
            template=f"{words.template}{{l}} × {{w}} × {{t}}", values={"l": mm(long), "w": mm(wide), "t": mm(thick)}
        )
        cells = (name, count(number), count(number), _price(number * price))
        lines.append(Line(key=f"board-{label}-{thick:g}", cells=cells, why="boards, by the cut plan"))
    for material, thick in sorted({(s.material, s.thick_mm) for s in plan.sheets}):
        number = sum((s.material, s.thick_mm) == (material, thick) for s in plan.sheets)
        name = text(f"Sheet of {material}, {{t}}", t=mm(thick))
        cells = (name, count(number), count(number), _price(number * sheet_price()))
        lines.append(Line(key=f"sheet-{material}-{thick:g}", cells=cells, why="sheets, by the cut plan"))
    for each in bill.bought:
        cells = (text(each.ware.name), amount_text(each), pack_text(each), _price(each.price))
        lines.append(Line(key=each.key, cells=cells, why=each.why))
    columns = ("To buy", "needed", "packs", f"price, {money_of(context)}")
    return Table(key="shopping", title="Shopping list", columns=columns, lines=tuple(lines))


def _price(value: float) -> Quantity:
    return Quantity(value=round(value, 2), unit="number")


def tables(context: Context) -> Iterator[Table]:
    """Everything of the bill but the parts."""
    yield shopping_table(context)
    if (context.hive.building or Building()).along:
        yield _along_table(context)
    yield _groups_table(context)
    yield _offcuts_table(context)
    yield _minutes_table(context)
    left = not_here(context.hive)
    if left:
        lines = tuple(Line(key=name, cells=(text(name), text(why))) for name, why in left)
        yield Table(key="not-here", title="Not made here", columns=("What", "why"), lines=lines, folded=True)


def _groups_table(context: Context) -> Table:
    lines = tuple(
        Line(
            cells=(
                text("{w} wide, {t} thick", w=mm(each.wide_mm), t=mm(each.thick_mm)),
                count(each.pieces),
                count(each.cost),
                count(each.bound),
            ),
            why="These strips out of the boards then left can’t be cheaper."
            if each.proven
            else "Within that gap of the best for these strips.",
        )
        for each in context.once(plan_in).groups
    )
    columns = ("Pieces", "how many", "cost", "bound")
    return Table(key="groups", title="Cut plan by width", columns=columns, lines=lines)


def _along_table(context: Context) -> Table:
    """What each design takes of the boards that are bought, by the faces of its pieces."""
    plan, building = context.once(plan_in), context.hive.building or Building()
    faces: dict[str, float] = defaultdict(float)
    for board in plan.boards:
        for piece in board.pieces:
            faces[design_of(piece.part)] += piece.long_mm * piece.wide_mm / 1e6
    names = {"": context.hive.name} | {letter_of(i): each.name for i, each in enumerate(building.along)}
    pieces = Counter(design_of(piece.part) for board in plan.boards for piece in board.pieces)
    whole, boards = sum(faces.values()), plan.cost - plan.sheet_cost
    lines = tuple(
        Line(
            key=f"along-{letter}",
            cells=(
                text(f"{letter}: {name}" if letter else name),
                count(pieces[letter]),
                Quantity(value=round(faces[letter], 2), unit="m2"),
                _price(boards * faces[letter] / whole if whole else 0.0),
            ),
            why="" if letter else "Boards by the faces of their pieces; screws, hours and parts are this hive’s alone.",
        )
        for letter, name in names.items()
    )
    columns = ("Design", "pieces", "of boards", f"its boards, {money_of(context)}")
    return Table(key="along", title="Out of one pile of boards", columns=columns, lines=lines)


def _offcuts_table(context: Context) -> Table:
    offcuts = context.once(plan_in).offcuts
    lines = tuple(Line(cells=(text(label), sizes_text((long, wide, thick)))) for label, long, wide, thick in offcuts)
    title = f"{len(offcuts)} offcuts to keep"
    return Table(key="offcuts", title=title, columns=("Of", "long × wide × thick"), lines=lines, folded=True)


def _minutes_table(context: Context) -> Table:
    lines = tuple(
        Line(key=work, cells=(text(work), Quantity(value=round(took, 1), unit="number")))
        for work, took in context.once(bill_in).minutes.items()
        if took > 0
    )
    return Table(key="minutes", title="Minutes by operation", columns=("Operation", "min"), lines=lines, folded=True)

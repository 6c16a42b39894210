"""The best hive out of what is there: systems and sizes tried on the keeper's boards and frames, ranked by his wish.

Each system's example is put on the frames he owns and its walls are made of each thickness of board he has, as long as
a board lets them be, and shorter until nothing is bought. What is tried is weighed by a rough cut plan; the few that
are shown have theirs searched, with its bound.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import replace

from sabaka_core.base.errors import InfeasibleError, ParameterError, SabakaError
from sabaka_core.brief.answers import Answers, owned_frames
from sabaka_core.brief.boards import NOT_OF_BOARDS, out_of_boards, shortened, side_long_mm, usable_boards
from sabaka_core.brief.found import Best, Fixed, Found, Wish
from sabaka_core.brief.frames import framed
from sabaka_core.document.building import USUAL, Building
from sabaka_core.document.chambers import Chamber, Layer
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Board, Hive, Roof
from sabaka_core.document.run import Divider, Follower, Gap, RunItem
from sabaka_core.edits.closing import least_gap_mm
from sabaka_core.edits.sizing import by_combs, most_combs
from sabaka_core.edits.values import replace_value
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.systems import SYSTEMS
from sabaka_core.hive.whole import whole
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.assembly import parts_of
from sabaka_core.woodwork.owned import is_sheet
from sabaka_core.woodwork.plan import rough_plan, swift_plan
from sabaka_core.woodwork.planned import CutPlan

# So many are shown, at most so many of one system; so long their plans are searched, in all [s].
SHOWN, OF_ONE = 8, 2
# Boards within this of each other make one wall [mm].
_SAME_MM = 1.0
_LENGTHS = 2
# So many kinds of walls are tried, the widest boards first.
_WALLS = 6


def best_of(
    examples: Mapping[str, Hive],
    answers: Answers,
    wish: Wish,
    fixed: Fixed | None = None,
    tell: Callable[[float], None] = lambda _: None,
) -> Best:
    """The best hives out of the boards and frames of a brief.

    Args:
        examples: each system's own, by its name.
        tell: hears how far it is, 0 to 1.
    Raises:
        ParameterError: at ``/boards``: none of them makes a wall.
    """
    held = fixed or Fixed()
    boards = _walls(answers.boards)
    if not boards:
        raise ParameterError(
            "/boards", len(answers.boards), "No board on hand makes a wall: write down at least one.", "no-boards"
        )
    systems = [s for s in SYSTEMS if s in examples and (not held.systems or s in held.systems)]
    found: list[Found] = []
    left_out: list[tuple[str, str]] = []
    tried = 0
    for number, system in enumerate(systems):
        tell(number / len(systems) * 0.8)
        mine, why = _of_system(examples[system], answers, boards, held)
        tried += len(mine)
        if mine:
            found += sorted(mine, key=lambda each: each.worth(wish))[:OF_ONE]
        else:
            left_out.append((SYSTEMS[system], why))
    shown = sorted(found, key=lambda each: each.worth(wish))[:SHOWN]
    searched = []
    for number, each in enumerate(shown):
        tell(0.8 + 0.2 * number / len(shown))
        plan = swift_plan(parts_of(each.whole), each.hive)
        plan = plan if (len(plan.too_long), plan.cost) <= (len(each.plan.too_long), each.plan.cost) else each.plan
        searched.append(replace(each, plan=plan, better=_better(each, plan, answers, held)))
    return Best(tuple(sorted(searched, key=lambda each: each.worth(wish))), tuple(left_out), tried)


def made_again(examples: Mapping[str, Hive], answers: Answers, key: str, fixed: Fixed | None = None) -> Hive:
    """The design of a key that :func:`best_of` gave, for the same answers.

    Raises:
        ParameterError: no such key.
    """
    system, _, rest = key.partition("/")
    board, _, combs = rest.partition("/")
    boards = _walls(answers.boards)
    if system not in examples or not board.isdecimal() or int(board) >= len(boards) or not combs.isdecimal():
        raise ParameterError("key", key, "There is no such hive among those that were found.", "no-such-hive")
    base = _based(examples[system], answers, boards[int(board)], fixed or Fixed())
    sized = _with_combs(base, int(combs))
    if sized is None:
        raise ParameterError("key", key, "There is no such hive among those that were found.", "no-such-hive")
    return sized


def _walls(boards: tuple[Board, ...]) -> list[Board]:
    """One board for each thickness and each of its few greatest lengths: the widest of them."""
    kinds: list[Board] = []
    # A sheet is no wall.
    boards = tuple(board for board in boards if not is_sheet(board))
    for board in sorted(usable_boards(boards), key=lambda b: (-b.width_mm, -b.length_mm)):
        alike = [b for b in kinds if abs(b.thickness_mm - board.thickness_mm) <= _SAME_MM]
        longer = all(board.length_mm > b.length_mm + _SAME_MM for b in alike)
        if not alike or (longer and len(alike) < _LENGTHS):
            kinds.append(board)
    return kinds[:_WALLS]


def _of_system(example: Hive, answers: Answers, boards: list[Board], fixed: Fixed) -> tuple[list[Found], str]:
    """Hives of one system, and why there is none."""
    if example.system in NOT_OF_BOARDS:
        return [], "its walls aren’t sawn out of boards"
    if example.system == "conversion-box":
        return [], "it is for moving bees, not to live in"
    if owned_frames(answers) and not any(isinstance(kind, Frame) for kind in example.comb_types):
        return [], "it hangs its combs from bars: your frames stay unused"
    first: list[tuple[Found, Hive]] = []
    why = "no board is long enough for it"
    for index, board in enumerate(boards):
        try:
            first += _longest(example, answers, board, index, fixed)
        except SabakaError as error:
            why = str(error)
    found = [each for each, _ in first]
    # Nothing bought: sought out of the boards that come nearest to it.
    for each, base in sorted(first, key=lambda pair: pair[0].worth("money"))[:OF_ONE]:
        if each.bought and fixed.combs is None:
            found += _unbought(each, base, answers)
    return found, why


def _based(example: Hive, answers: Answers, board: Board, fixed: Fixed) -> Hive:
    """A system on the owned frames, its walls of one board; floor and lid too, or of a sheet on hand.

    Stand, supers and insulation are left for later: what is there stands on bricks at first.
    """
    sheet = next((b for b in answers.boards if is_sheet(b)), None)
    wall = (Layer(material="softwood", thickness_mm=board.thickness_mm),)
    low = (Layer(material="plywood", thickness_mm=sheet.thickness_mm),) if sheet is not None else wall
    chambers = tuple(_plain(each, wall, low, board.thickness_mm) for each in example.chambers)
    laid = example.covers
    if sheet is not None:
        laid = tuple(
            each.model_copy(update={"thickness_mm": sheet.thickness_mm, "material": "plywood"})
            if each.kind in ("slats", "boards")
            else each
            for each in laid
        )
    covers = sum(cover.thickness_mm for cover in laid)
    roof = Roof(
        clearance_mm=covers + practice("lid_over_covers").number,
        overlap_mm=practice("lid_overlap").number,
        layers=low if sheet is not None else (),
    )
    hive = example.model_copy(
        update={
            "chambers": chambers,
            "covers": laid,
            "boards": answers.boards,
            "supers": (),
            "stand": None,
            "roof": roof,
            "building": (example.building or Building()).model_copy(update={"frames_on_hand": fixed.frames_owned}),
        }
    )
    owned = owned_frames(answers)
    return _filled(out_of_boards(framed(hive, owned) if owned else hive, board))


def _filled(hive: Hive) -> Hive:
    """Each chamber no longer than what hangs in it."""
    for box, chamber in enumerate(hive.chambers):
        a = analyse(hive, box)
        if chamber.axis == "lying" and not a.cavity.varies and a.layout.combs and a.layout.leftover_mm > 0:
            hive = replace_value(hive, a.run_path, round(a.layout.total_mm, 3))
    return hive


def _plain(chamber: Chamber, wall: tuple[Layer, ...], low: tuple[Layer, ...], thick_mm: float) -> Chamber:
    """A chamber with plain walls and floor, its boards in the run as thick as its walls."""
    walls = chamber.walls.model_copy(update={"sides": wall, "ends": wall, "floor": low})
    items = tuple(_close(item, thick_mm) for item in chamber.run.items)
    return chamber.model_copy(update={"walls": walls, "run": chamber.run.model_copy(update={"items": items})})


def _close(item: RunItem, thick_mm: float) -> RunItem:
    """A board of the run as thick as the walls, a gap no longer than it has to be."""
    if isinstance(item, Follower | Divider):
        return item.model_copy(update={"thickness_mm": thick_mm})
    return item.model_copy(update={"length_mm": least_gap_mm(item)}) if isinstance(item, Gap) else item


def _longest(example: Hive, answers: Answers, board: Board, index: int, fixed: Fixed) -> Iterator[tuple[Found, Hive]]:
    """The longest hive out of a board, or the one of as many combs as are held, with what it was sized from."""
    base = _based(example, answers, board, fixed)
    most = _most(base, board, fixed)
    if fixed.combs is not None:
        if fixed.combs > most:
            raise InfeasibleError(_too_many(base, fixed, most))
        most = fixed.combs
    first = _found(base, index, most)
    if first is not None:
        yield first, base


def _unbought(each: Found, base: Hive, answers: Answers) -> Iterator[Found]:
    """The hive of most combs for which nothing is bought, by halving: fewer combs ask for less."""
    index = int(each.key.split("/")[1])
    low, high = 0, each.combs
    best: Found | None = None
    while high - low > 1:
        middle = (low + high) // 2
        made = _found(base, index, middle)
        if made is not None and not made.bought:
            low, best = middle, made
        else:
            high = middle
    if best is not None:
        yield best


def _too_many(base: Hive, fixed: Fixed, most: int) -> str:
    a = analyse(base, main_box(base))
    spacing = f"{a.main_spacing_mm:g}"
    return (
        f"{fixed.combs} combs at {spacing} mm don’t go in beside follower and feeder: {most} do"
        if most
        else "no comb goes in"
    )


def _most(base: Hive, board: Board, fixed: Fixed) -> int:
    """How many combs let a hive's sides come out of the board, and its run be no longer than is held."""
    a = analyse(base, main_box(base))
    if not a.layout.combs or a.chamber.axis != "lying":
        raise InfeasibleError("its run isn’t cut out of a board’s length")
    usable = board.length_mm - board.bad_end_mm - 2 * (base.building or Building()).trim_mm
    if len(base.chambers) > 1 or a.chamber.combs == "along":
        # Several boxes, or combs along it: shortened together till its sides come out, never made longer.
        short = shortened(base, usable)
        return 0 if short is None else len(analyse(short, a.box).layout.combs)
    run = a.run_mm - (side_long_mm(base) - usable)
    return most_combs(a, min(run, fixed.long_mm or run))


def _with_combs(base: Hive, combs: int) -> Hive | None:
    box = main_box(base)
    if combs < 1:
        return None
    try:
        return by_combs(base, box, combs)
    except SabakaError:
        return None


def _found(base: Hive, index: int, combs: int) -> Found | None:
    hive = _with_combs(base, combs)
    if hive is None:
        return None
    try:
        made = whole(hive)
        return Found(f"{hive.system}/{index}/{combs}", made, rough_plan(parts_of(made), hive))
    except SabakaError:
        return None


def _better(each: Found, plan: CutPlan, answers: Answers, fixed: Fixed) -> str:
    """The one board more that would do most for it: that nothing else is bought, or some combs more."""
    if plan.too_long:
        return f"No board makes its {plan.too_long[0]}: one as long and wide as that is missing."
    if plan.bought:
        source = plan.bought[0].source
        return f"One {source.label}, {source.length_mm:.0f} × {source.width_mm:.0f} mm, is what it lacks."
    thick = analyse(each.hive, main_box(each.hive)).side_mm
    longer = max((b for b in USUAL if abs(b.thickness_mm - thick) <= _SAME_MM), key=lambda b: b.width_mm, default=None)
    if longer is None or fixed.combs is not None:
        return ""
    more = Board(
        label=longer.label, length_mm=longer.length_mm, width_mm=longer.width_mm, thickness_mm=longer.thickness_mm
    )
    richer = each.hive.model_copy(update={"boards": (*answers.boards, more)})
    low, high = each.combs, 2 * each.combs
    for combs in range(low + 1, high + 1):
        sized = _with_combs(richer, combs)
        if sized is None:
            break
        made = whole(sized)
        if Found("", made, rough_plan(parts_of(made), sized)).bought:
            break
        low = combs
    if low == each.combs:
        return ""
    return f"With one {longer.label} more, {longer.length_mm / 1000:g} m long, {low - each.combs} combs more go in."

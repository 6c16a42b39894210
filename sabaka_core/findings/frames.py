"""Rules on frames: their gaps in the chamber, their lugs, their neighbours, their joints."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.edits.items import bar_width
from sabaka_core.edits.matching import resized
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.alike import carrier_path
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.frames.fit import across_mm
from sabaka_core.frames.verdict import bearing_words, gap_words, over_words, play_words, under_words
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.findings import Severity
from sabaka_core.kit.tables import at_least, at_most, practice

# Where a mend puts a gap that may lie anywhere in a range: well inside it.
SIDE_MM = practice("frame_side").number
SIDE_MIDDLE_MM = 8.0
UNDER_MM = 12.0
_COMBLESS = ("feeder", "follower", "adapter")


def said_here(a: Analysis) -> tuple[Frame, ...]:
    """The frames whose own mistakes are said of this chamber: the first one that each hangs in."""
    return tuple(
        frame
        for frame in a.frames
        if not any(
            isinstance(item, Comb) and item.type == frame.id
            for chamber in a.hive.chambers[: a.box]
            for item in chamber.run.items
        )
    )


def _set(a: Analysis, words: str, path: str, value: float) -> Proposal:
    value = round(value, 3)
    sized = path in (a.width_path, a.depth_path, a.run_path)
    change = partial(resized, a.hive, a.box, path, value) if sized else partial(replace_value, a.hive, path, value)
    return Proposal(text(words, size=mm(value)), change)


@rule("frame-too-large", "combs")
def frame_too_large(a: Analysis) -> Iterator[Draft]:
    """A frame doesn't go into its chamber: it is wider than the box, or stands on the floor."""
    for frame in a.frames:
        fit = a.fit(frame).nominal
        if fit.side >= 0 and fit.under >= 0:
            continue
        wide = fit.side < 0
        by = -2 * fit.side if wide else -fit.under
        across = across_mm(frame, a.chamber)
        what = f"{frame.name}’s lugs are" if wide and across > frame.body_width_mm else f"{frame.name} is"
        yield Draft(
            code="frame-too-large",
            subject=frame.id,
            severity="error",
            text=text(
                f"The {what} {{by}} {'wider than its chamber' if wide else 'too deep for its chamber'}.", by=mm(by)
            ),
            why="A frame that doesn't go in is found out in front of open bees: measure the frame and the box.",
            place=on("section", 0.0, 0.0 if wide else a.section.height_mm),
            number=mm(across if wide else frame.depth_mm),
            limit=text("at most {most}", most=mm((across if wide else frame.depth_mm) - by)),
            source=practice("bee_space").source,
            path=a.width_path if wide else a.depth_path,
            proposals=partial(_larger_chamber, a, frame),
        )


def _larger_chamber(a: Analysis, frame: Frame) -> Iterator[Proposal]:
    fit = a.fit(frame).nominal
    if fit.side < 0:
        yield from _widths(a, frame)
    if fit.under < 0:
        deeper = a.section.height_mm - fit.under + UNDER_MM
        yield _set(a, "Make the chamber {size} high inside", a.depth_path, deeper)


@rule("frame-side-gap", "combs")
def frame_side_gap(a: Analysis) -> Iterator[Draft]:
    """The gap between frame and wall is glued or bridged, at one end of the frame's tolerance at least."""
    row = practice("bee_space")
    low, high = row.span
    for frame in a.frames:
        fit = a.fit(frame)
        least, most = fit.ends("side")
        if fit.nominal.side < 0 or (at_least(least, low) and at_most(most, high)):
            continue
        nominal = at_least(fit.nominal.side, low) and at_most(fit.nominal.side, high)
        tight = not at_least(least, low)
        worst = least if tight else most
        severity: Severity = "warning" if nominal else "error"
        ends = " at the end of its tolerance" if nominal else ""
        yield Draft(
            code="frame-side-gap",
            subject=frame.id,
            severity=severity,
            text=text(
                f"The {frame.name} leaves {{gap}} on each side{ends}: it is "
                + ("glued to the walls." if tight else "bridged with comb."),
                gap=mm(worst),
            ),
            why=row.why,
            place=on("section", across_mm(frame, a.chamber) / 2, a.section.height_mm * 0.4),
            number=mm(worst),
            limit=text("{low} to {high} on each side", low=mm(low), high=mm(high)),
            source=row.source,
            path=_lining_path(a, frame) or a.width_path,
            proposals=partial(_widths, a, frame),
        )


def _widths(a: Analysis, frame: Frame) -> Iterator[Proposal]:
    """A chamber, or its lining, as wide as the frame asks."""
    lining = _lining_path(a, frame)
    if across_mm(frame, a.chamber) > frame.body_width_mm:
        yield Proposal(text("Saw the lugs off flush"), partial(_without_lugs, a, frame))
    for gap in (SIDE_MM, SIDE_MIDDLE_MM):
        wished = across_mm(frame, a.chamber) + 2 * gap
        if lining is None:
            yield _set(a, "Make the chamber {size} wide inside", a.width_path, wished)
            yield from _with_rests(a, frame, wished)
        elif a.section.top_mm > wished:
            yield _set(a, "Make the spacers {size} thick", lining, (a.section.top_mm - wished) / 2)


def _with_rests(a: Analysis, frame: Frame, width_mm: float) -> Iterator[Proposal]:
    """The same with rests that take the largest frame's lugs at that width."""
    if a.chamber.rest.kind != "rebate":
        return
    play = practice("bar_play").number
    rest = round((frame.top_bar_mm + frame.tolerance_mm + play - width_mm) / 2, 1)
    if rest <= a.chamber.rest.width_mm:
        return

    def change() -> Hive:
        wide = resized(a.hive, a.box, a.width_path, width_mm)
        return replace_value(wide, f"{a.path}/rest/width_mm", rest)

    words = "Make the chamber {size} wide inside, its rests {rest}"
    yield Proposal(text(words, size=mm(round(width_mm, 3)), rest=mm(rest)), change)


def _lining_path(a: Analysis, frame: Frame) -> str | None:
    at = a.place_of(frame)
    for index, lining in enumerate(a.chamber.linings):
        if lining.from_mm <= at <= lining.to_mm:
            return f"{a.path}/linings/{index}/thickness_mm"
    return None


def _without_lugs(a: Analysis, frame: Frame) -> Hive:
    """The hive with a frame's top bar as long as its body."""
    hive = replace_value(a.hive, carrier_path(a, frame, "top_bar_mm"), frame.body_width_mm)
    return replace_value(hive, carrier_path(a, frame, "lug_mm"), 0.0)


@rule("frame-under-gap", "combs")
def frame_under_gap(a: Analysis) -> Iterator[Draft]:
    """The gap under the frames is glued or built into, in dry or wet wood at least."""
    row = practice("gap_under_frames")
    if a.chamber.rest.kind == "rods":
        return
    for frame in a.frames:
        fit, below = a.fit(frame), below_mm(a)
        least, most = (end + below for end in fit.ends("under"))
        nominal = fit.nominal.under + below
        if nominal < 0 or (under_words(least)[1] and under_words(most)[1]):
            continue
        tight = not at_least(least, row.span[0])
        worst = least if tight else most
        yield Draft(
            code="frame-under-gap",
            subject=frame.id,
            severity="warning" if at_least(nominal, row.span[0]) else "error",
            text=text(
                f"Under the {frame.name} {{gap}} stay open: "
                + ("it is glued down." if tight else "comb is built below it."),
                gap=mm(worst),
            ),
            why=row.why,
            place=on("section", 0.0, a.section.height_mm - max(nominal, 0.0) / 2),
            number=mm(worst),
            limit=text("{low} to {high}, wood dry or wet", low=mm(row.span[0]), high=mm(row.span[1])),
            source=row.source,
            path=a.depth_path,
            proposals=partial(_under, a, nominal),
        )


def _under(a: Analysis, now_mm: float) -> Iterator[Proposal]:
    height = a.section.height_mm + UNDER_MM - now_mm
    yield _set(a, "Make the chamber {size} high inside", a.depth_path, height)
    litter = a.litter_mm + now_mm - UNDER_MM
    if a.chamber.litter.kind == "deep" and litter > 0:
        yield _set(a, "Make the litter {size} deep", f"{a.path}/litter/depth_mm", litter)


def below_mm(a: Analysis) -> float:
    """Open room under a chamber that stands on another: what that one leaves over its frames [mm]."""
    if not a.stands_open:
        return 0.0
    z = a.chamber.place.z_mm
    under = [box for box, c in enumerate(a.hive.chambers) if c.place.z_mm < z]
    if not under:
        return 0.0
    below = analyse(a.hive, max(under, key=lambda box: a.hive.chambers[box].place.z_mm))
    return max(below.frame_top_mm(below.main_frame), 0.0) if below.main_frame else 0.0


@rule("frame-over-gap", "combs")
def frame_over_gap(a: Analysis) -> Iterator[Draft]:
    """Between open top bars and what lies over them there is no bee space."""
    row = practice("bee_space")
    low, high = row.span
    rods = a.chamber.rest.kind == "rods"
    for frame in a.frames:
        judge, fitted = over_words(frame, rods), a.fit(frame)
        if frame.make in _COMBLESS:
            continue
        worst = next((gap for gap in (fitted.nominal.over, *fitted.ends("over")) if not judge(gap)[1]), None)
        if worst is None:
            continue
        nominal = judge(fitted.nominal.over)[1]
        gap, ends = worst, " in damp or dry wood" if nominal else ""
        tight = gap < low
        yield Draft(
            code="frame-over-gap",
            subject=frame.id,
            severity="error" if tight and rods and not nominal else "warning",
            text=text(
                f"The {frame.name} stands {{by}} above its chamber{ends}: nothing can lie on the rim.", by=mm(-gap)
            )
            if gap < 0
            else text(
                f"Over the {frame.name} {{gap}} stay open{ends}: "
                + ("it is glued to what lies on it." if tight else "comb is built over it."),
                gap=mm(gap),
            ),
            why="Cover, lid or the next box lies on the rim. " + row.why,
            place=on("section", 0.0, max(gap, 0.0) / 2),
            number=mm(gap),
            limit=text("at least {low}", low=mm(low)) if rods else text("{low} to {high}", low=mm(low), high=mm(high)),
            source=row.source,
            path=a.depth_path if rods else f"{a.path}/rest/depth_mm",
            proposals=partial(_over, a, frame, fitted.nominal.over),
        )


def _over(a: Analysis, frame: Frame, gap_mm: float) -> Iterator[Proposal]:
    if a.chamber.rest.kind == "rods":
        yield _set(a, "Make the chamber {size} high inside", a.depth_path, a.section.height_mm + SIDE_MM - gap_mm)
    elif a.chamber.rest.kind == "rebate":
        yield _set(a, "Cut the rest {size} deep", f"{a.path}/rest/depth_mm", frame.lug_thickness_mm + SIDE_MM)


@rule("lug-off-rest", "combs")
def lug_off_rest(a: Analysis) -> Iterator[Draft]:
    """A lug has too little wood on its rest, or doesn't go between the rests' ends."""
    row = practice("lug_bearing")
    if a.chamber.rest.kind in ("rods", "none"):
        return
    for frame in a.frames:
        fitted, fit = a.fit(frame), a.fit(frame).nominal
        bearing, play = fitted.ends("bearing")[0], fitted.ends("play")[0]
        short, long = not bearing_words(bearing)[1], not play_words(play)[1]
        if fit.side < 0 or not (short or long):
            continue
        nominal = bearing_words(fit.bearing)[1] and play_words(fit.play)[1]
        ends = " at the end of its tolerance" if nominal else ""
        yield Draft(
            code="lug-off-rest",
            subject=frame.id,
            severity="warning" if nominal else "error",
            text=text(f"The lugs of the {frame.name} have {{on}} of rest{ends}.", on=mm(max(bearing, 0.0)))
            if short
            else text(f"The {frame.name} is {{by}} too long to lie between the rests{ends}.", by=mm(-2 * play)),
            why=row.why if short else practice("bar_play").why,
            place=on("section", frame.top_bar_mm / 2, 0.0),
            number=mm(bearing if short else frame.top_bar_mm - 2 * (play - fit.play)),
            limit=text("at least {least}", least=mm(row.number))
            if short
            else text("at most {most}", most=mm(frame.top_bar_mm + 2 * fit.play)),
            source=row.source,
            path=f"{a.path}/rest/width_mm" if a.chamber.rest.kind == "rebate" else a.width_path,
            proposals=partial(_rests, a, frame),
        )


def _rests(a: Analysis, frame: Frame) -> Iterator[Proposal]:
    if a.chamber.rest.kind == "rebate":
        play = practice("bar_play").number / 2
        wished = (frame.top_bar_mm - a.section.top_mm) / 2 + play
        if wished > practice("lug_bearing").number:
            yield _set(a, "Cut the rest {size} wide", f"{a.path}/rest/width_mm", wished)
    yield _set(a, "Make the chamber {size} wide inside", a.width_path, frame.body_width_mm + 2 * SIDE_MM)


@rule("frame-gap-wrong", "combs")
def frame_gap_wrong(a: Analysis) -> Iterator[Draft]:
    """Top bars stand neither against each other nor a bee space apart."""
    row = practice("bee_space")
    for frame in said_here(a):
        if frame.make in _COMBLESS:
            continue
        places = [("at the lugs", frame.bar_gap_mm), ("at mid-bar", frame.mid_gap_mm)]
        wrong = [(where, gap) for where, gap in places if not gap_words(gap)[1]]
        if not wrong:
            continue
        where, gap = wrong[0]
        yield Draft(
            code="frame-gap-wrong",
            subject=frame.id,
            severity="warning",
            text=text(
                f"Between the top bars of the {frame.name} {{gap}} stay open {where}: {gap_words(gap)[0]}.", gap=mm(gap)
            ),
            why="A ceiling is closed, or lets bees through by a bee space. " + row.why,
            place=on("section", 0.0, 0.0),
            number=mm(gap),
            limit=text("none, or {low} to {high}", low=mm(row.span[0]), high=mm(row.span[1])),
            source=row.source,
            path=carrier_path(a, frame, "top_bar_width_mm" if where == "at the lugs" else "narrowed_mm"),
            proposals=partial(_gaps, a, frame, where),
        )


def _gaps(a: Analysis, frame: Frame, where: str) -> Iterator[Proposal]:
    passing = frame.spacing_mm - SIDE_MM
    if where == "at mid-bar":
        yield _set(a, "Narrow the top bar to {size}", carrier_path(a, frame, "narrowed_mm"), passing)
        return
    path = carrier_path(a, frame, "top_bar_width_mm")
    yield _set(a, "Make the top bar {size} wide: a bee space apart", path, passing)
    yield _set(a, "Make the top bar {size} wide: a closed ceiling", path, frame.spacing_mm)
    spaced = frame.top_bar_width_mm + SIDE_MM
    yield Proposal(
        text("Space the frames {size}", size=mm(spaced)), lambda: bar_width(a.hive, frame.id, round(spaced, 3))
    )

"""What a keeper answers, and the facts that rules ask about."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError, field_validator

from sabaka_core.base.errors import FieldProblem, ParameterError
from sabaka_core.base.locale import HERE, Locale, with_point
from sabaka_core.base.units import System, parse_length, parse_number
from sabaka_core.document.base import Ident
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Board
from sabaka_core.document.load import parse_json
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.hive.reach import refuse_parts

# A side in one piece wants a board this wide; a low one comes out of less. A thick one is a warm wall.
WIDE_MM, THICK_MM = 270.0, 38.0
SHALLOW_MM, TALL_MM = 180.0, 290.0


class Answers(BaseModel):
    """A keeper's answers. Every question has an answer that commits to little, so an empty brief ranks too."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    back: Literal["strong", "careful", "bad"] = "careful"
    reach: Literal["long", "short"] = "long"
    helper: Literal["alone", "sometimes", "always"] = "alone"
    aim: Literal["honey", "some", "bees", "move"] = "some"
    bees: Literal["african", "european", "wide"] = "european"
    winter: Literal["mild", "cold", "long"] = "cold"
    summer: Literal["cool", "hot"] = "cool"
    pests: Annotated[tuple[Literal["beetles", "wasps", "ants", "large"], ...], Field(max_length=4)] = ()
    law: Literal["not-asked", "removable", "any"] = "not-asked"
    place: Literal["open", "house"] = "open"
    kit: Annotated[tuple[Literal["boxes", "supers"], ...], Field(max_length=2)] = ()
    extractor: Literal["none", "have"] = "none"
    frames: Annotated[tuple[Ident, ...], Field(max_length=8)] = ()
    boards: Annotated[tuple[Board, ...], Field(max_length=40)] = ()
    colonies: Annotated[int, Field(ge=1, le=200, strict=True)] = 1

    @field_validator("frames")
    @classmethod
    def _known_frames(cls, value: tuple[str, ...]) -> tuple[str, ...]:
        for ident in value:
            if ident not in catalogue():
                raise ValueError(f"There is no frame “{ident}” in the catalogue.")
        return value


def read_answers(text: str | bytes) -> Answers:
    """Answers from the text of a JSON file.

    Raises:
        ParameterError: names the question that is wrong.
    """
    raw = parse_json(text)
    if not isinstance(raw, dict):
        raise ParameterError("", raw, "Answers are an object with a field for each question.", "not-an-object")
    return check_answers(raw)


def check_answers(raw: object) -> Answers:
    """Answers from plain data.

    Raises:
        ParameterError: names the question that is wrong.
    """
    try:
        answers = Answers.model_validate(raw)
    except ValidationError as error:
        raise ParameterError.of(
            [
                FieldProblem(
                    "/" + "/".join(str(step) for step in item["loc"]),
                    item["msg"].removeprefix("Value error, "),
                    str(item["type"]).replace("_", "-"),
                )
                for item in error.errors()
            ]
        ) from None
    refuse_parts(answers.boards, "/boards")
    return answers


class TypedBoard(BaseModel):
    """One row of boards on hand as it was typed."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    label: Annotated[str, Field(max_length=80)] = "boards"
    length: Annotated[str, Field(max_length=40)] = ""
    width: Annotated[str, Field(max_length=40)] = ""
    thickness: Annotated[str, Field(max_length=40)] = ""
    count: Annotated[str, Field(max_length=10)] = "1"


def typed_answers(raw: dict[str, object], boards: list[TypedBoard], units: System, locale: Locale = HERE) -> Answers:
    """Answers with the boards as they were typed. A row of which nothing was typed is left out.

    Raises:
        ParameterError: names the question, or the board's field, that is wrong.
    """
    rows: list[dict[str, object]] = []
    for index, board in enumerate(boards):
        if not (board.length or board.width or board.thickness):
            continue
        sizes = {
            f"{name}_mm": parse_length(with_point(getattr(board, name), locale, at), units, at)
            for name in ("length", "width", "thickness")
            for at in (f"/boards/{index}/{name}",)
        }
        number = parse_number(board.count or "1", f"/boards/{index}/count")
        rows.append({"label": board.label or f"boards {index + 1}", "count": int(number), **sizes})
    return check_answers({**raw, "boards": rows})


Facts = dict[str, frozenset[str]]
NOTHING = frozenset({"none"})


def facts_of(answers: Answers) -> Facts:
    """What the rules may ask: each question with the answers that hold, "none" where nothing was named."""
    plain = {
        name: frozenset({str(getattr(answers, name))})
        for name in ("back", "reach", "helper", "aim", "bees", "winter", "summer", "law", "place", "extractor")
    }
    return plain | {
        "pests": frozenset[str](answers.pests) or NOTHING,
        "kit": frozenset[str](answers.kit) or NOTHING,
        "frames": _frames(answers) or NOTHING,
        "boards": _boards(answers) or NOTHING,
        "colonies": frozenset({"one" if answers.colonies == 1 else "few" if answers.colonies < 8 else "many"}),
    }


def owned_frames(answers: Answers) -> list[Frame]:
    """The frames the keeper owns, from the catalogue."""
    carriers = [catalogue()[ident].carrier for ident in answers.frames]
    return [carrier for carrier in carriers if isinstance(carrier, Frame)]


def _frames(answers: Answers) -> frozenset[str]:
    owned = owned_frames(answers)
    facts: set[str] = set()
    for frame in owned:
        if frame.lug_mm == 0:
            facts.add("standing")
        elif frame.depth_mm < SHALLOW_MM:
            facts.add("shallow")
        else:
            facts.add("tall" if frame.depth_mm >= TALL_MM else "deep")
    if len({(frame.body_width_mm, frame.depth_mm) for frame in owned}) > 1:
        facts.add("two-sizes")
    return frozenset(facts)


def _boards(answers: Answers) -> frozenset[str]:
    facts: set[str] = set()
    for board in answers.boards:
        facts.add("wide" if board.width_mm >= WIDE_MM else "narrow")
        if board.thickness_mm >= THICK_MM:
            facts.add("thick")
    # One wide board is enough for a side.
    return frozenset(facts - {"narrow"} if "wide" in facts else facts)

"""The brief over HTTP. Answers are ranked as they come; only beginning a design stores anything."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import Hive, ParameterError, dump_hive
from sabaka_core.base.locale import Locale, Mark
from sabaka_core.base.quantity import Text
from sabaka_core.base.units import System
from sabaka_core.brief.answers import Answers, TypedBoard, typed_answers
from sabaka_core.brief.begin import begin
from sabaka_core.brief.best import made_again
from sabaka_core.brief.found import WISHES, Fixed, Wish, typed_fixed
from sabaka_core.brief.rank import Ranking, brief_table, rank
from sabaka_core.document.hive import HiveSystem
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.hive.systems import SYSTEMS
from server.auth import keeper_of, keeper_only
from server.budget import FILE_S, within
from server.designs.api import DesignOut, opened, written
from server.designs.presets import preset_hive
from server.designs.services import create_design
from server.jobs.api import JobOut, begun
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class OptionOut(Schema):
    """One answer."""

    value: str
    label: str


class WishOut(Schema):
    """What can come first of the hives that are found."""

    value: Wish
    label: str


class QuestionOut(Schema):
    """One question; with ``many`` any number of its answers may hold."""

    id: str
    title: str
    many: bool
    options: list[OptionOut]


class BriefOut(Schema):
    """All questions, frames that can be owned, what can come first of what is found, and an empty brief's answers."""

    questions: list[QuestionOut]
    frames: list[OptionOut]
    wishes: list[WishOut]
    answers: Answers


class AnswersIn(Schema):
    """A keeper's answers; boards as they were typed, in lengths of ``units`` where none is written."""

    answers: dict[str, Any]
    boards: Annotated[list[TypedBoard], Field(max_length=40)] = []
    units: System = "mm"
    mark: Mark = "."

    def read(self) -> Answers:
        return typed_answers(self.answers, self.boards, self.units, Locale(self.mark))


class BeginIn(AnswersIn):
    """Answers, and which system to begin."""

    system: HiveSystem
    name: Annotated[str, Field(max_length=80)]


class BestIn(AnswersIn):
    """Answers, what comes first, and what is held: a length, a number of combs, how many frames are there."""

    wish: Wish = "combs"
    length: Annotated[str, Field(max_length=40)] = ""
    combs: Annotated[str, Field(max_length=10)] = ""
    frames_owned: Annotated[str, Field(max_length=10)] = ""

    def fixed(self) -> Fixed:
        """What is held.

        Raises:
            ParameterError: names the field that is wrong.
        """
        return typed_fixed(self.length, self.combs, self.frames_owned, self.units, Locale(self.mark))


class TakeIn(BestIn):
    """Which of the hives that were found, and what it is to be called."""

    key: Annotated[str, Field(max_length=80)]
    name: Annotated[str, Field(max_length=80)]


class BegunOut(Schema):
    """The design that was begun, and the answers that it couldn't follow."""

    design: DesignOut
    unmet: list[Text]


@router.get("", response=BriefOut)
def questions(request: HttpRequest) -> BriefOut:
    """The questions."""
    return BriefOut(
        questions=[
            QuestionOut(
                id=q.id, title=q.title, many=q.many, options=[OptionOut(value=v, label=label) for v, label in q.options]
            )
            for q in brief_table().question
        ],
        frames=[
            OptionOut(value=row.id, label=row.name)
            for row in catalogue().values()
            if not row.made_from and row.carrier.kind == "frame"
        ],
        wishes=[WishOut(value=wish, label=words) for wish, words in WISHES.items()],
        answers=Answers(),
    )


@router.post("/rank", response={200: Ranking, **REFUSALS})
def ranking(request: HttpRequest, payload: AnswersIn) -> HttpResponse:
    """The systems ranked by answers."""
    return HttpResponse(rank(payload.read()).model_dump_json(), content_type="application/json")


@router.post("/begin", response={200: BegunOut, **REFUSALS})
def begin_design(request: HttpRequest, payload: BeginIn) -> HttpResponse:
    """A design of a system, sized to the answers, on the keeper's shelf."""
    with within(FILE_S):
        begun = begin(preset_hive(payload.system), payload.read(), payload.name)
    design = create_design(keeper_of(request), begun.hive, "Begun from a brief")
    return written(BegunOut(design=opened(design), unmet=list(begun.unmet)))


@router.post("/best", response={200: JobOut, **REFUSALS})
def best(request: HttpRequest, payload: BestIn) -> JobOut:
    """Seek the best hives out of what is there; a long answer, heard of under its own address."""
    answers, fixed = payload.read(), payload.fixed()
    asked = {
        "best": {
            "answers": answers.model_dump(mode="json"),
            "wish": payload.wish,
            "fixed": fixed.model_dump(mode="json"),
        },
        "examples": {name: dump_hive(hive) for name, hive in _examples().items()},
    }
    return begun(keeper_of(request).pk, asked)


@router.post("/take", response={200: BegunOut, **REFUSALS})
def take(request: HttpRequest, payload: TakeIn) -> HttpResponse:
    """One of the hives that were found, on the keeper's shelf."""
    if not payload.name.strip():
        raise ParameterError("/name", payload.name, "Give the hive a name.", "missing")
    with within(FILE_S):
        made = made_again(_examples(), payload.read(), payload.key, payload.fixed())
    hive = made.model_copy(update={"name": payload.name.strip()})
    design = create_design(keeper_of(request), hive, "Begun from boards on hand")
    return written(BegunOut(design=opened(design), unmet=[]))


def _examples() -> dict[str, Hive]:
    """Each system's own example, by its name."""
    return {system: preset_hive(system) for system in SYSTEMS}

"""The API's wiring: routers, the body parser, and the one place that turns errors into answers."""

from __future__ import annotations

from typing import Any, cast

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError
from django.http import Http404, HttpRequest, HttpResponse
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.parser import Parser

from sabaka_core.base.budget import NobodyWaitsError, OverBudgetError
from sabaka_core.base.errors import FieldProblem, InfeasibleError, ParameterError, shorten
from sabaka_core.document.load import parse_json
from server.accounts.api import router as accounts
from server.accounts.throttle import TooManyTriesError
from server.archive.api import router as archive
from server.bench.api import router as bench
from server.bench.moving import router as moving
from server.bench.studies import router as studies
from server.bench.weather import router as weather
from server.brief.api import router as brief
from server.budget import TOO_LARGE
from server.described import Described
from server.designs.api import router as designs
from server.designs.files import router as files
from server.designs.side_by_side import router as side_by_side
from server.health import router as health
from server.jobs.api import router as jobs
from server.problems import Problem, Refusal
from server.readings.api import designs as taught
from server.readings.api import incoming
from server.readings.api import router as readings
from server.readings.api import yards as yard_alarms
from server.troubles import OURS, answer, trouble_of
from server.yard.api import router as yards
from server.yard.hive_api import hives
from server.yard.link_api import router as links
from server.yard.link_api import shared
from server.yard.papers import feeds
from server.yard.papers import router as yard_papers
from server.yard.reckoned_api import router as reckoned


class BoundedParser(Parser):
    """Reads a body as the core reads a file: bounded, and without NaN."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        return cast(dict[str, Any], parse_json(request.body))


api = Described(title="Sabaka", version="1", parser=BoundedParser(), docs_url=None)
api.add_router("", accounts, tags=["accounts"])
api.add_router("/health", health, tags=["server"])
api.add_router("/account", archive, tags=["account"])
api.add_router("/bench", bench, tags=["bench"])
api.add_router("/studies", studies, tags=["studies"])
api.add_router("/jobs", jobs, tags=["jobs"])
api.add_router("/weather", weather, tags=["weather"])
api.add_router("/moving", moving, tags=["moving"])
api.add_router("/brief", brief, tags=["brief"])
api.add_router("/designs", side_by_side, tags=["designs"])
api.add_router("/designs", designs, tags=["designs"])
api.add_router("/designs", files, tags=["files"])
api.add_router("/yards", yards, tags=["yard"])
api.add_router("/yards", yard_papers, tags=["yard"])
api.add_router("/yards", reckoned, tags=["yard"])
api.add_router("/hives", hives, tags=["yard"])
api.add_router("/feeds", feeds, tags=["yard"])
api.add_router("/hives", readings, tags=["readings"])
api.add_router("/designs", taught, tags=["readings"])
api.add_router("/yards", yard_alarms, tags=["readings"])
api.add_router("/readings", incoming, tags=["readings"])
api.add_router("/links", links, tags=["yard"])
api.add_router("/shared", shared, tags=["yard"])


def refuse(request: HttpRequest, status: int, reason: str, problems: list[FieldProblem]) -> HttpResponse:
    """An answer that says what is wrong, and with which field."""
    listed = [Problem(field=p.field, reason=p.reason, code=p.code, value=p.value) for p in problems]
    return api.create_response(request, Refusal(reason=reason, problems=listed), status=status)


@api.exception_handler(ParameterError)
def on_parameter(request: HttpRequest, error: ParameterError) -> HttpResponse:
    return refuse(request, 422, error.reason, list(error.problems))


@api.exception_handler(InfeasibleError)
def on_infeasible(request: HttpRequest, error: InfeasibleError) -> HttpResponse:
    return refuse(request, 422, f"{error.reason} {error.nearest}".strip(), [])


@api.exception_handler(ValidationError)
def on_validation(request: HttpRequest, error: ValidationError) -> HttpResponse:
    problems = [
        FieldProblem(
            "/".join(str(step) for step in item["loc"][2:]) or "body",
            item["msg"],
            item["type"],
            shorten(item.get("input")),
        )
        for item in error.errors
    ]
    return refuse(request, 422, problems[0].reason if problems else "The request can't be used.", problems)


@api.exception_handler(RequestDataTooBig)
def on_too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    problem = FieldProblem("", "That is too large: a design file holds at most 1 MB.", "too-large")
    return refuse(request, 413, problem.reason, [problem])


@api.exception_handler(HttpError)
def on_http(request: HttpRequest, error: HttpError) -> HttpResponse:
    if isinstance(error.__cause__, ParameterError):
        return on_parameter(request, error.__cause__)
    return refuse(request, error.status_code, str(error), [])


@api.exception_handler(AuthenticationError)
def on_signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    return refuse(request, 401, "Sign in first. What you see is still here.", [])


@api.exception_handler(TooManyTriesError)
def on_too_many(request: HttpRequest, error: TooManyTriesError) -> HttpResponse:
    answer = refuse(request, 429, error.reason, [FieldProblem("password", error.reason, "locked-out")])
    answer.headers["Retry-After"] = str(int(error.wait.total_seconds()) + 1)
    return answer


@api.exception_handler(OverBudgetError)
def on_over_budget(request: HttpRequest, error: OverBudgetError) -> HttpResponse:
    problem = FieldProblem("/chambers/0/run/items", TOO_LARGE, "too-large")
    return refuse(request, 422, TOO_LARGE, [problem])


@api.exception_handler(NobodyWaitsError)
def on_gone(request: HttpRequest, error: NobodyWaitsError) -> HttpResponse:
    # Nobody reads it; and it is no trouble of the server's, to be looked into.
    return refuse(request, 408, str(error), [])


@api.exception_handler(DatabaseError)
def on_database(request: HttpRequest, error: DatabaseError) -> HttpResponse:
    trouble = trouble_of(error)
    if trouble is OURS:
        raise error
    return answer(trouble)


@api.exception_handler(Http404)
def on_missing(request: HttpRequest, error: Http404) -> HttpResponse:
    return refuse(request, 404, "There is no such thing here.", [])

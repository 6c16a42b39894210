"""The API's description with an example of each JSON body, for those who write programs against it."""

from __future__ import annotations

import json
from typing import Any

from django.conf import settings
from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

# A small design file stands for any.
_DOCUMENT = "kept/slip-knot"
_ID = "3f0e6f7e-7c1b-4a57-9f43-0b6f7d1f2a11"
_HIVE = "8d0c2b8e-51a5-4d0c-8a53-2f0c5f0a9e22"
_KEEPER = {"name": "whimbrel", "password": "rope-walk-and-77"}
_BOARDS = [{"label": "sleepers", "length": "2.4 m", "width": "290", "thickness": "22", "count": "6"}]
_RAISED = {"do": "set", "path": "/chambers/0/section/height_mm", "text": "300 mm"}
_LINKED = {"days": 30}


def bodies() -> dict[tuple[str, str], dict[str, Any]]:
    """An example of the body of each call, by its method and path."""
    document = json.loads((settings.EXAMPLES / f"{_DOCUMENT}.json").read_bytes())
    answers = {"answers": {"back": "bad"}, "boards": _BOARDS}
    came = {"kind": "came", "day": "2026-05-20", "how": "swarm", "hive": _HIVE}
    trial = {"name": "Insulated tops", "change": "40 mm of wood fibre over the bars", "measure": "honey_kg"}
    return {
        ("post", "/api/register"): _KEEPER,
        ("post", "/api/sign-in"): _KEEPER,
        ("post", "/api/password"): {"old": "rope-walk-and-77", "new": "tar-shed-and-78"},
        ("delete", "/api/account/"): {"password": "rope-walk-and-77"},
        ("post", "/api/bench/edit"): {"document": document, "edit": _RAISED, "asked": {"shape": {}}},
        ("post", "/api/studies/"): {"document": document, "asked": {"winter": {"parts": ["metrics"]}}},
        ("post", "/api/jobs/"): {"document": document, "study": "years", "asked": {}},
        ("post", "/api/weather/"): {"table": "day,mean\n2025-01-01,3.5\n", "name": "By the tar shed"},
        ("post", "/api/brief/rank"): answers,
        ("post", "/api/brief/begin"): answers | {"system": "straight-top-bar", "name": "Prusik"},
        ("post", "/api/brief/best"): answers | {"wish": "combs"},
        ("post", "/api/brief/take"): answers | {"wish": "combs", "key": "straight-top-bar/0/20", "name": "Prusik"},
        ("post", "/api/designs/side-by-side"): {"sides": [{"design": _ID}, {"design": _ID, "revision": 1}]},
        ("post", "/api/designs/side-by-side.pdf"): {"sides": [{"design": _ID}, {"design": _ID, "revision": 1}]},
        ("post", "/api/designs"): {"name": "Prusik", "preset": "bowline"},
        ("post", "/api/designs/compare"): {"document": document, "preset": "bowline"},
        ("put", "/api/designs/{ident}"): {"base_revision": 1, "document": document, "label": "Height 300 mm"},
        ("patch", "/api/designs/{ident}"): {"name": "Clove Hitch"},
        ("patch", "/api/designs/{ident}/revisions/{number}"): {"name": "Before the saw"},
        ("post", "/api/yards/"): {"name": "Saltmarsh Row", "place": "Behind the tar shed"},
        ("patch", "/api/yards/{ident}"): {"name": "Saltmarsh Row", "climate": "cool"},
        ("post", "/api/yards/{ident}/hives"): {"design": _ID, "built_on": "2026-04-18"},
        ("post", "/api/yards/{ident}/members"): {"name": "dunlin", "role": "helper"},
        ("put", "/api/yards/{ident}/colonies/{colony}"): {"name": "The June swarm", "events": [came]},
        ("post", "/api/yards/{ident}/trials"): trial | {"begun_on": "2026-04-01", "changed": [_HIVE], "others": [_ID]},
        ("patch", "/api/yards/{ident}/trials/{trial}"): {"verdict": "Kept", "ended_on": "2026-10-01"},
        ("patch", "/api/hives/{ident}"): {"name": "By the gate", "built_on": "2026-04-18"},
        ("put", "/api/hives/{ident}/visits/{visit}"): {"at": "2026-05-26T14:10", "covered": 9, "notes": "Calm"},
        ("post", "/api/hives/{ident}/done"): {"key": "visit:2026-05-26"},
        ("post", "/api/hives/{ident}/measured"): {"path": "/chambers/0/length_mm", "text": "1178 mm"},
        ("post", "/api/hives/{ident}/links"): _LINKED,
        ("post", "/api/hives/{ident}/devices"): {"name": "Scale under the stand"},
        ("post", "/api/hives/{ident}/learns"): {"on": True},
        ("post", "/api/links/designs/{ident}"): _LINKED,
    }


class Described(NinjaAPI):
    """An API that shows an example with each body that it describes. It is described once: that takes its time."""

    _made: OpenAPISchema | None = None

    def get_openapi_schema(self, **asked: Any) -> OpenAPISchema:
        if self._made is None:
            self._made = self._describe(**asked)
        return self._made

    def _describe(self, **asked: Any) -> OpenAPISchema:
        schema = super().get_openapi_schema(**asked)
        for (method, path), body in bodies().items():
            schema["paths"][path][method]["requestBody"]["content"]["application/json"]["example"] = body
        return schema

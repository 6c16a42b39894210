"""How a colony's strength is called in findings."""

from __future__ import annotations

STRENGTHS: dict[str, str] = {"nucleus": "a nucleus", "growing": "a growing colony", "full": "a full colony"}

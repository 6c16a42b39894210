"""Generated files: writes them, or with no argument checks that they are current.

The document's JSON schema, the list of metrics, the API's description, the chart of every frame, the front end's types
and looks.
"""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT))
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")


def openapi() -> str:
    """The API's description."""
    done = subprocess.run(
        [sys.executable, "manage.py", "export_openapi"], cwd=ROOT, capture_output=True, text=True, check=True
    )
    return done.stdout


def typescript(description: str) -> str:
    """The front end's types, made from the API's description."""
    with tempfile.TemporaryDirectory() as folder:
        source, target = Path(folder) / "openapi.json", Path(folder) / "schema.d.ts"
        source.write_text(description, "utf-8")
        command = [str(ROOT / "web/node_modules/.bin/openapi-typescript"), str(source)]
        command += ["--default-non-nullable=false", "-o", str(target)]
        subprocess.run(command, cwd=ROOT / "web", capture_output=True, check=True)
        return target.read_text("utf-8")


def wanted() -> dict[str, str]:
    """Every generated file and what it should hold."""
    from sabaka_cli.model_page import model_pages
    from sabaka_cli.reference import metrics_page
    from sabaka_core import load_hive
    from sabaka_core.document.schema import schema_text
    from sabaka_core.moving.matrix import matrix
    from sabaka_core.show.handbook import numbers_of
    from scripts.handbook import handbook_json, words_json
    from scripts.looks import hatches_json, looks_css
    from scripts.units import units_json
    from server.designs.presets import PRESETS, preset_hive

    examples = [load_hive(file.read_bytes()) for file in sorted((ROOT / "examples").glob("*.json"))]
    numbers = numbers_of(examples)
    presets = [(preset.id, preset_hive(preset.id)) for preset in PRESETS]
    return {
        "docs/design.schema.json": schema_text(),
        "docs/metrics.md": metrics_page(numbers),
        **model_pages(),
        "server/bench/chart.generated.json": f"{matrix(presets).model_dump_json()}\n",
        "web/src/api/generated.d.ts": typescript(openapi()),
        "web/src/lib/units.generated.json": units_json(),
        "web/src/features/handbook/handbook.generated.json": handbook_json(examples, numbers),
        "web/src/features/handbook/words.generated.json": words_json(),
        "web/src/looks.generated.css": looks_css(),
        "web/src/drawing/hatches.generated.json": hatches_json(),
    }


def main() -> int:
    """Write or check. Exit code 1 when a file isn't current."""
    stale = []
    for name, text in wanted().items():
        file = ROOT / name
        if "--write" in sys.argv:
            file.write_text(text, "utf-8")
        elif not file.exists() or file.read_text("utf-8") != text:
            stale.append(name)
    if stale:
        print(f"Not current: {', '.join(stale)}. Run: make schema", file=sys.stderr)
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())

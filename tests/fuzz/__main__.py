"""``make fuzz``: the running server under a fuzzer that reads the API's own description.

Two keepers have designs, a yard, hives, visits, a device, a link and photos each. The fuzzer calls everything as one of
them, half of the time with ids of the other's. What must hold: no answer of 500 and more, none after two seconds, none
that holds a word of the other's, and all of the other's things as they were.
"""

from __future__ import annotations

import argparse
import io
import json
import os
import subprocess
import sys
import tempfile
import zipfile
from pathlib import Path
from typing import Any

from benchmarks.serving import Keeper, served

ROOT = Path(__file__).resolve().parents[2]
FUZZER = ROOT / ".venv-fuzz" / "bin" / "schemathesis"
# Stands in everything that the other keeper owns.
MARK = "belongs-to-plover"
# Calls that change who is signed in go last, without anybody signed in.
SESSIONS = r"^/api/(sign-in|sign-out|sign-out-everywhere|register|demo|reset-demo|password|account/?)$"
# Few, for they go over in the environment.
EXAMPLES = ("granny", "conversion-box", "tree-cavity")


def filled(keeper: Keeper, mark: str) -> dict[str, str]:
    """Gives a keeper one of everything; what each is known by."""
    document = json.loads((ROOT / "examples" / "bowline.json").read_text("utf-8")) | {"name": f"Bowline {mark}"}
    design = keeper.post("/api/designs/import", document)["id"]
    yard = keeper.post("/api/yards/", {"name": f"Yard {mark}", "place": mark})["id"]
    hive = keeper.post(f"/api/yards/{yard}/hives", {"design": design, "name": f"Hive {mark}", "built_on": "2026-03-01"})
    visit = "8d3f5c1e-6a2b-4c7d-9e0f-112233445566" if mark == MARK else "11112222-3333-4444-8555-666677778888"
    keeper.post(f"/api/hives/{hive['id']}/visits/{visit}", {"at": "2026-05-01T10:00", "notes": mark}, "PUT")
    device = keeper.post(f"/api/hives/{hive['id']}/devices", {"name": f"Scale {mark}"[:40]})
    return {"design": design, "yard": yard, "hive": hive["id"], "visit": visit, "device": str(device["id"])}


def belongings(keeper: Keeper) -> dict[str, bytes]:
    """All that is a keeper's own, file by file."""
    with zipfile.ZipFile(io.BytesIO(keeper.get("/api/account/archive.zip"))) as archive:
        return {name: archive.read(name) for name in archive.namelist() if not name.startswith("README")}


def fuzzed(port: int, folder: Path, more: list[str], env: dict[str, str]) -> int:
    """One run of the fuzzer; its exit code."""
    command = [str(FUZZER), "run", f"http://127.0.0.1:{port}/api/openapi.json", "--checks", "not_a_server_error"]
    command += ["--max-response-time", "2", "--request-timeout", "30", "--suppress-health-check", "all"]
    command += ["--phases", "examples,coverage,fuzzing", "--no-color", *more]
    settings = os.environ | env | {"SCHEMATHESIS_HOOKS": "hooks", "PYTHONPATH": str(ROOT / "tests" / "fuzz")}
    return subprocess.run(command, cwd=folder, env=settings, check=False).returncode


def main() -> int:
    """Runs all of it. Exit code 1 when anything doesn't hold."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--examples", type=int, default=40, help="how many of each call")
    parser.add_argument("--seed", type=int, default=20260)
    given = parser.parse_args()
    with tempfile.TemporaryDirectory() as name, served(Path(name)) as (port, _, _):
        tern, plover = Keeper(port).registered("tern"), Keeper(port).registered("plover")
        ids: dict[str, Any] = {"own": filled(tern, "own"), "others": filled(plover, MARK)}
        before, told = belongings(plover), Path(name) / "told.txt"
        documents = [json.loads((ROOT / "examples" / f"{each}.json").read_text("utf-8")) for each in EXAMPLES]
        env = {
            "SABAKA_FUZZ_IDS": json.dumps(ids),
            "SABAKA_FUZZ_MARK": MARK,
            "SABAKA_FUZZ_TOLD": str(told),
            "SABAKA_FUZZ_DOCUMENTS": json.dumps(documents),
        }
        cookies = "; ".join(f"{key}={value}" for key, value in tern._cookies.items())
        signed_in = ["-H", f"Cookie: {cookies}", "-H", f"X-CSRFToken: {tern._cookies['csrftoken']}"]
        many = ["--max-examples", str(given.examples), "--seed", str(given.seed)]
        failed = fuzzed(port, Path(name), [*signed_in, *many, "--exclude-path-regex", SESSIONS], env)
        token = [f"Cookie: csrftoken={tern._cookies['csrftoken']}", f"X-CSRFToken: {tern._cookies['csrftoken']}"]
        failed |= fuzzed(port, Path(name), ["-H", token[0], "-H", token[1], *many], env)
        leaks = told.read_text("utf-8").splitlines() if told.exists() else []
        changed = [file for file, body in belongings(plover.anew()).items() if before.get(file) != body]
    for line in sorted(set(leaks))[:20]:
        print(f"LEAK {line}")
    for file in changed:
        print(f"CHANGED {file} of the other keeper")
    held = not (failed or leaks or changed)
    print("Held: no server error, nothing over 2 s, nothing of the other's." if held else "NOT held: see above.")
    return 0 if held else 1


if __name__ == "__main__":
    sys.exit(main())

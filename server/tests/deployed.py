"""The documented deployment, checked in a process of its own, for settings are read once."""

from __future__ import annotations

import os
import re
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]


def documented() -> dict[str, str]:
    """The environment that docs/deployment.md names."""
    text = (ROOT / "docs" / "deployment.md").read_text("utf-8")
    block = re.search(r"```sh\n(.*?)```", text, re.DOTALL)
    assert block is not None
    return dict(re.findall(r"^export (SABAKA_\w+)=(\S+)", block[1], re.MULTILINE))


def checked() -> str:
    """What ``check --deploy`` has to say of it; nothing when all is well."""
    with tempfile.TemporaryDirectory() as folder:
        env = os.environ | documented() | {"SABAKA_VAR": folder}
        # Set by tests with a browser, in whose process this may run.
        env.pop("DJANGO_ALLOW_ASYNC_UNSAFE", None)
        command = [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"]
        done = subprocess.run(command, cwd=ROOT, env=env, capture_output=True, text=True, check=False)
        rights = {path.name: oct(path.stat().st_mode & 0o777) for path in Path(folder).iterdir()}
    if any(mode != "0o600" for mode in rights.values()) or "secret.key" not in rights:
        return f"rights of what is kept: {rights}"
    return "" if done.returncode == 0 else done.stderr

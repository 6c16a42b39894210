"""Letters for the printed pages, out of the web fonts that the screen uses: plain TrueType files, one an alphabet.

A printed page embeds its letters, and the writer of pages reads no compressed or variable font. Run again when the
fonts of web/package.json change:

    python scripts/fonts.py
"""

from __future__ import annotations

import subprocess
import sys
import types
from pathlib import Path

from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

ROOT = Path(__file__).resolve().parents[1]
FROM = ROOT / "web" / "node_modules" / "@fontsource-variable"
TO = ROOT / "sabaka_core" / "data" / "fonts"
# Family, weights, alphabets in the order in which they are looked through.
FACES: tuple[tuple[str, tuple[int, ...], tuple[str, ...]], ...] = (
    ("archivo", (400, 700), ("latin", "latin-ext", "vietnamese")),
    ("piazzolla", (400, 700), ("latin", "latin-ext", "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese")),
)
_NODE = "process.stdout.write(require('zlib').brotliDecompressSync(require('fs').readFileSync(0)))"


def decompress(packed: bytes) -> bytes:
    """What a web font's tables were packed of; Node brings the method along."""
    return subprocess.run(["node", "-e", _NODE], input=packed, capture_output=True, check=True).stdout


def main() -> int:
    """Write every face."""
    brotli = types.ModuleType("brotli")
    brotli.decompress = decompress  # type: ignore[attr-defined]
    sys.modules["brotli"] = brotli
    TO.mkdir(parents=True, exist_ok=True)
    for family, weights, alphabets in FACES:
        for alphabet in alphabets:
            for weight in weights:
                font = TTFont(FROM / family / "files" / f"{family}-{alphabet}-wght-normal.woff2")
                fixed = instantiateVariableFont(
                    font,
                    {
                        axis.axisTag: weight if axis.axisTag == "wght" else axis.defaultValue
                        for axis in font["fvar"].axes
                    },
                )
                fixed.flavor = None
                for table in ("GPOS", "GSUB", "GDEF", "STAT", "HVAR", "gasp", "fpgm", "prep", "cvt "):
                    if table in fixed:
                        del fixed[table]
                # A page tells embedded faces apart by this name.
                for number in (1, 4, 6):
                    fixed["name"].setName(f"{family}-{alphabet}-{weight}", number, 3, 1, 0x409)
                    fixed["name"].setName(f"{family}-{alphabet}-{weight}", number, 1, 0, 0)
                # The day of making would make each run's files differ.
                fixed["head"].modified = fixed["head"].created
                fixed.recalcTimestamp = False
                fixed.save(TO / f"{family}-{alphabet}-{weight}.ttf")
        (TO / f"{family}-LICENSE.txt").write_text((FROM / family / "LICENSE").read_text("utf-8"), "utf-8")
    return 0


if __name__ == "__main__":
    sys.exit(main())

#!/bin/sh
# Says clearly what is missing before anything is built.
python=$1
missing=0
say() { echo "Sabaka: $1" >&2; missing=1; }

if ! command -v "$python" >/dev/null 2>&1; then
  say "Python isn't here ($python). Install Python 3.11 or newer, or name it: make demo PYTHON=python3.12"
elif ! "$python" -c 'import sys; sys.exit(0 if sys.version_info >= (3, 11) else 1)' 2>/dev/null; then
  say "Python is too old: $("$python" --version 2>&1). Version 3.11 or newer is needed."
elif ! "$python" -c 'import venv, ensurepip' 2>/dev/null; then
  say "Python's venv module isn't here. On Debian: apt-get install python3-venv"
fi
if ! command -v node >/dev/null 2>&1; then
  say "Node.js isn't here. Install Node 20 or newer (it brings npm)."
elif ! node -e 'process.exit(Number(process.versions.node.split(".")[0]) < 20 ? 1 : 0)'; then
  say "Node.js is too old: $(node --version). Version 20 or newer is needed."
elif ! command -v npm >/dev/null 2>&1; then
  say "npm isn't here. It comes with Node.js; on Debian: apt-get install npm"
fi
exit $missing

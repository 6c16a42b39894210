#!/bin/sh
# The browser tests drive Debian's Chromium: installs it where that is allowed, else says what to do.
chromium=${SABAKA_CHROMIUM:-/usr/bin/chromium}
[ -x "$chromium" ] && exit 0
if command -v apt-get >/dev/null 2>&1 && [ "$(id -u)" = 0 ]; then
  echo "Installing Chromium for the browser tests ..."
  apt-get update -qq && apt-get install -y -qq --no-install-recommends chromium >/dev/null && exit 0
fi
echo "Sabaka: no Chromium at $chromium. Install it (Debian: apt-get install chromium), or set SABAKA_CHROMIUM to its path." >&2
exit 1

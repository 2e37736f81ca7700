#!/bin/sh
# Builds the wheel, installs it by its own metadata alone into a fresh environment for each Python named, and uses the
# window there for a minute; then once more with the oldest versions that the metadata allow: wheel.sh [PYTHON ...].
# Needs the network. Ends with 1 if one of them failed.
set -eu
here=$(cd "$(dirname "$0")/.." && pwd)
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
[ $# -gt 0 ] || set -- python3.11
"$1" -m venv "$work/build"
"$work/build/bin/pip" -q wheel --no-deps -w "$work" "$here"
cp "$here/scripts/soak.py" "$work" # from a folder that does not hold the sources: what is installed is what is used
failed=0

try() { # PYTHON [REQUIREMENT ...]
  python=$1
  shift
  rm -rf "$work/env"
  "$python" -m venv "$work/env"
  "$work/env/bin/pip" -q install "$@" "$work"/bolometric-*.whl
  echo "$("$work/env/bin/python" --version), $("$work/env/bin/pip" list 2>/dev/null | grep -i '^pyside6' | tr -s ' ')"
  (cd "$work" && QT_QPA_PLATFORM=offscreen "$work/env/bin/python" soak.py 60 1) || failed=1
}

for python in "$@"; do try "$python"; done
oldest=$(unzip -p "$work"/bolometric-*.whl '*/METADATA' | sed -n '/extra ==/d; s/^Requires-Dist: \([A-Za-z0-9_-]*\).*>=\([0-9.]*\).*/\1==\2/p')
# shellcheck disable=SC2086
try "$1" $oldest
exit $failed

#!/bin/sh
# Builds the wheel, installs it by its own metadata alone into a fresh environment for each Python named, and uses the
# window there for a minute: wheel.sh [PYTHON ...]. Needs the network. Ends with 1 if one of them failed.
set -eu
here=$(cd "$(dirname "$0")/.." && pwd)
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
[ $# -gt 0 ] || set -- python3.11
"$1" -m venv "$work/build"
"$work/build/bin/pip" -q wheel --no-deps -w "$work" "$here"
failed=0
for python in "$@"; do
  rm -rf "$work/env"
  "$python" -m venv "$work/env"
  "$work/env/bin/pip" -q install "$work"/bolometric-*.whl
  echo "$("$work/env/bin/python" --version), $("$work/env/bin/pip" list 2>/dev/null | grep -i '^pyside6' | tr -s ' ')"
  # From a folder that does not hold the sources: what is installed is what is used.
  (cd "$work" && cp "$here/scripts/soak.py" . && QT_QPA_PLATFORM=offscreen "$work/env/bin/python" soak.py 60 1) || failed=1
done
exit $failed

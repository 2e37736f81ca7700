#!/bin/sh
# Holds what is pinned against known advisories: advisories.sh [REQUIREMENTS ...]. Not part of `make test`: it asks a service
# on the network which packages are known to be unsafe. Ends with 1 where one is, with 2 where it cannot be asked.
set -eu
cd "$(dirname "$0")/.."
[ $# -gt 0 ] || set -- requirements.txt requirements-dev.txt
place=$(mktemp -d)
trap 'rm -rf "$place"' EXIT
PYTHON=${PYTHON:-python3}
"$PYTHON" -m venv "$place" && "$place/bin/pip" install --quiet --disable-pip-version-check pip-audit==2.10.1 || {
	echo "The tool that asks cannot be installed here." >&2
	exit 2
}
for one in "$@"; do
	if "$place/bin/pip-audit" --strict --disable-pip --no-deps --progress-spinner off -r "$one" >"$place/list" 2>"$place/told"; then
		echo "$one: nothing is known against it."
	elif grep -q "^Found" "$place/told"; then
		cat "$place/told" "$place/list" >&2
		exit 1
	else
		echo "The service that knows cannot be asked: $(tail -n 1 "$place/told" | cut -c1-160)" >&2
		exit 2
	fi
done

#!/bin/sh
# Says how to get Python where there is none: find-python.sh PYTHON. What it then lacks is said by Python itself.
[ -n "$1" ] && command -v "$1" >/dev/null 2>&1 && exit 0
if [ "$(id -u)" = 0 ]; then as=; else as='sudo '; fi
if command -v apt-get >/dev/null; then how="${as}apt-get install python3 python3-venv"
elif command -v dnf >/dev/null; then how="${as}dnf install python3.13"
elif command -v zypper >/dev/null; then how="${as}zypper install python313"
elif command -v pacman >/dev/null; then how="${as}pacman -S python"
else how='the packages of your system'; fi
echo "bolometric: ${1:-Python 3.11, 3.12 or 3.13} is missing. Install it with: $how" >&2
exit 1

#!/bin/sh
# Names the system library that Qt misses, if any, with the command that installs it.
# usage: check-system.sh PYTHON
problem=$("$1" -c 'import PySide6.QtWidgets' 2>&1) && exit 0
missing=$(printf '%s' "$problem" | sed -n 's/.*ImportError: \(lib[^:]*\):.*/\1/p' | head -n 1)
case "$missing" in
	libGL.so*) package=libgl1 ;;
	libEGL.so*) package=libegl1 ;;
	libxkbcommon.so*) package=libxkbcommon0 ;;
	libfontconfig.so*) package=libfontconfig1 ;;
	libdbus-1.so*) package=libdbus-1-3 ;;
	libglib-2.0.so* | libgthread-2.0.so*) package=libglib2.0-0 ;;
	*) package= ;;
esac
if [ -n "$package" ]; then
	echo "The system library $missing is missing: install it with 'sudo apt-get install $package'." >&2
else
	printf 'Qt does not start: %s\n' "$problem" | tail -n 1 >&2
fi
exit 1

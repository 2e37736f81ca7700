#!/bin/sh
# Makes an AppDir with a Python of its own and, where appimagetool is installed, an AppImage of it:
# appimage/build.sh WHEEL PYTHON-TREE [APPDIR]. PYTHON-TREE is a relocatable Python (bin/python3 and lib below it).
set -eu
wheel=$1 tree=$2 appdir=${3:-Bolometric.AppDir}
here=$(cd "$(dirname "$0")/.." && pwd)
rm -rf "$appdir"
mkdir -p "$appdir/usr"
cp -a "$tree/." "$appdir/usr"
sh "$here/stage.sh" "$wheel" "$(cd "$appdir/usr" && pwd)" "$appdir/usr/bin/python3"
cp "$appdir/usr/share/applications/dev.bolometric.Bolometric.desktop" "$appdir/"
cp "$appdir/usr/share/icons/hicolor/scalable/apps/dev.bolometric.Bolometric.svg" "$appdir/"
cat > "$appdir/AppRun" <<'END'
#!/bin/sh
# The check of the screen's libraries is the program's own: what Qt needs of X or Wayland is not in here.
here=$(dirname "$(readlink -f "$0")")
exec "$here/usr/bin/python3" -m bolometric "$@"
END
chmod +x "$appdir/AppRun"
if command -v appimagetool >/dev/null; then appimagetool "$appdir"; else echo "AppDir made: $appdir"; fi

#!/bin/sh
# Installs a wheel with all that it needs below a folder, and puts the menu entry, icon, kind of file, description and
# manual page there: stage.sh WHEEL FOLDER [PYTHON]. Both recipes use it, so that they ship only what is in the wheel.
# With WHEELS set to a folder of wheels nothing is downloaded.
set -eu
wheel=$1 folder=$2 python=${3:-python3}
offline=${WHEELS:+--no-index --find-links "$WHEELS"}
# shellcheck disable=SC2086
"$python" -m pip install --quiet --disable-pip-version-check --no-warn-script-location $offline --prefix "$folder" "$wheel"
site=$("$python" - "$folder" <<'END'
import sys, sysconfig
print(sysconfig.get_path("purelib", "posix_prefix", {"base": sys.argv[1], "platbase": sys.argv[1]}))
END
)
PYTHONPATH=$site "$python" -m bolometric desktop add --to "$folder/share" >/dev/null
# Below another folder the command goes by its name alone.
entry=$folder/share/applications/dev.bolometric.Bolometric.desktop
sed -i 's|^Exec=.*|Exec=bolometric %f|' "$entry"
echo "Staged in $folder."

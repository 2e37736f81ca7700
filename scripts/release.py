"""Builds a release into dist/, looks into it, tries it, and says what is left to do by hand: release.py [--quick].

With ``--quick`` the wheel is not installed and used, which needs the network and some minutes.
"""

import re
import shutil
import subprocess
import sys
import tarfile
import zipfile
from email import message_from_bytes
from pathlib import Path

from packaging.metadata import Metadata

from bolometric import RELEASED, __version__

ROOT = Path(__file__).resolve().parent.parent
DIST = ROOT / "dist"
SOURCE = (
    "README.md",
    "CHANGELOG.md",
    "CONTRIBUTING.md",
    "LICENSE",
    "Makefile",
    "requirements.txt",
    "pyproject.toml",
    "docs/architecture.md",
    "docs/screenshots/shape.png",
    "tests/core/test_race.py",
    "tests/desk/test_window.py",
    "scripts/wheel.sh",
    "benchmarks/trail.py",
    "packaging/README.md",
    "src/bolometric/py.typed",
)
WHEEL = (
    "bolometric/assets/demo/ridge-ascent.bolo.json",
    "bolometric/assets/handbook/pictures/shape.webp",
    "bolometric/assets/fonts/Andika-OFL.txt",
    "bolometric/core/areas/trail/page.md",
    "bolometric/machine/libraries.txt",
    "bolometric/py.typed",
)
LARGEST = 6_000_000
"""Bytes of a wheel: more than that, and something has slipped in."""
LEFT = f"""
Left to do by hand:
  git tag -a v{__version__} -m "Bolometric {__version__}" and push it
  hand out dist/: an index of packages, or a page for downloads (an address for the project belongs into
  [project.urls] of pyproject.toml before it goes to an index, and into the metainfo file for software centres)
  build the Flatpak and the AppImage on a machine that reaches their runtimes (packaging/README.md)
"""


def troubles_before():
    """What must be mended before anything is built."""
    log = (ROOT / "CHANGELOG.md").read_text("utf-8")
    if f"## [{__version__}] - {RELEASED}\n" not in log:
        yield f"CHANGELOG.md has no version {__version__} of {RELEASED}"
    if log.partition("## [Unreleased]")[2].partition("\n## [")[0].strip():
        yield "CHANGELOG.md has lines under Unreleased"
    if len((ROOT / "README.md").read_text("utf-8").split()) > 900:
        yield "README.md has more than 900 words"
    if subprocess.run(["git", "status", "--porcelain"], cwd=ROOT, capture_output=True, text=True).stdout.strip():
        yield "there are changes that are not committed"


def troubles_in(wheel, source):
    """What is wrong with what was built."""
    with zipfile.ZipFile(wheel) as opened:
        names = set(opened.namelist())
        told = next(name for name in names if name.endswith(".dist-info/METADATA"))
        metadata = opened.read(told)
    yield from (f"the wheel lacks {name}" for name in WHEEL if name not in names)
    yield from (f"the wheel has {name}" for name in names if re.search(r"\.(nbi|nbc|pyc)$|^tests/", name))
    if wheel.stat().st_size > LARGEST:
        yield f"the wheel has {wheel.stat().st_size:,} bytes"
    Metadata.from_email(metadata, validate=True)  # raises with all that is wrong
    said = message_from_bytes(metadata)
    for field in ("License-Expression", "License-File", "Author", "Classifier", "Requires-Python", "Keywords"):
        if not said.get(field):
            yield f"the metadata have no {field}"
    if "](docs/" in metadata.decode():
        yield "the description has links that break on an index"
    with tarfile.open(source) as opened:
        inside = {name.partition("/")[2] for name in opened.getnames()}
    yield from (f"the source archive lacks {name}" for name in SOURCE if name not in inside)


def fail_for(troubles):
    found = list(troubles)
    if found:
        sys.exit("\n".join(f"release: {one}." for one in found))


def main(*how):
    if "--quick" not in how:
        fail_for(troubles_before())
    shutil.rmtree(DIST, ignore_errors=True)
    subprocess.run([sys.executable, "-m", "build", "--no-isolation", "--outdir", str(DIST), str(ROOT)], check=True)
    (wheel,), (source,) = DIST.glob("*.whl"), DIST.glob("*.tar.gz")
    fail_for(troubles_in(wheel, source))
    if "--quick" not in how:
        subprocess.run(["sh", "scripts/wheel.sh", sys.executable], cwd=ROOT, check=True)
    for one in (wheel, source):
        print(f"{one.relative_to(ROOT)}: {one.stat().st_size / 1e6:.1f} MB")
    print(LEFT)


if __name__ == "__main__":
    main(*sys.argv[1:])

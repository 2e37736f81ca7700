"""The first minute of a stranger: from ``git clone`` to the first painted window, with nothing compiled beforehand.

Set beside the bare installation of the same packages in the same run, from the same download cache. Offscreen. What is
committed is cloned; what is not is not looked at.
"""

import os
import re
import shutil
import subprocess
import sys
import tempfile
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
WATCHED = """
import sys, time
from PySide6.QtCore import QTimer
from bolometric.cli import group, main
from bolometric.desk.shell import app
began = float(sys.argv[1])

def tell(what):
    print(f"{what} {time.time() - began:.2f}", flush=True)

class Watched(app.Window):
    def __init__(self, *given):
        super().__init__(*given)
        self.told, self.compiled = set(), False
        self.painted.connect(lambda: self.reached("painted"))
        self.timer = QTimer(self, interval=20)
        self.timer.timeout.connect(self.look)
        self.timer.start()

    def reached(self, what):
        if what not in self.told:
            self.told.add(what)
            tell(what)

    def look(self):
        if self.furnished and self.known.exact is not None:
            self.reached("exact")
        if self.known.played is not None:
            self.reached("played")
        if "kinds of games" in self.bar.status.told.text():
            self.compiled = True
        elif self.compiled:
            self.reached("compiled")
        if {"exact", "played", "compiled"} <= self.told:
            self.close()

app.Window = Watched
sys.argv = ["bolometric", "--demo"]
main()
"""
"""The command as it is, with its window watched."""


def run(*words, cwd, env):
    began = time.perf_counter()
    subprocess.run(words, cwd=cwd, env=env, check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    return time.perf_counter() - began


def bare(home, env):
    """Seconds for an environment with the same packages and nothing of ours."""
    shutil.rmtree(home / "bare", ignore_errors=True)
    made = run(sys.executable, "-m", "venv", str(home / "bare"), cwd=home, env=env)
    pip = (str(home / "bare/bin/python"), "-m", "pip", "install", "--quiet", "-r", str(ROOT / "requirements.txt"))
    return made + run(*pip, cwd=home, env=env)


def first_start(home, env):
    """Seconds from the clone: until all is installed, and until each thing is seen."""
    began = time.time()
    run("git", "clone", "--quiet", str(ROOT), "fresh", cwd=home, env=env)
    run("make", f"PYTHON={sys.executable}", ".venv/ready", cwd=home / "fresh", env=env)
    seen = {"installed": time.time() - began}
    done = subprocess.run(
        [".venv/bin/python", "-c", WATCHED, str(began)],
        cwd=home / "fresh",
        env=env,
        capture_output=True,
        text=True,
        timeout=900,
    )
    if done.returncode:
        sys.exit(done.stderr)
    return seen | {what: float(when) for what, when in re.findall(r"(\w+) ([\d.]+)", done.stdout)}


def main():
    with tempfile.TemporaryDirectory() as folder:
        home = Path(folder)
        env = {key: value for key, value in os.environ.items() if not key.startswith(("NUMBA", "VIRTUAL", "PYTHON"))}
        env |= {"QT_QPA_PLATFORM": "offscreen"}
        env |= {f"XDG_{kind}_HOME": str(home / kind.lower()) for kind in ("CONFIG", "DATA", "STATE")}
        env |= {"PIP_CACHE_DIR": str(home / "pip"), "XDG_CACHE_HOME": str(home / "cache")}
        bare(home, env)  # fills the download cache
        alone = bare(home, env)
        seen = first_start(home, env)
    print(f"bare installation of the same packages: {alone:.1f} s")
    names = {
        "installed": "installed",
        "painted": "window painted",
        "exact": "first exact readings",
        "played": "first runs",
        "compiled": "all compiled behind it",
    }
    for what, name in names.items():
        times = f"{seen[what] / alone:.2f} times the bare installation, {seen[what] - alone:.1f} s beyond it"
        print(f"from the clone until {name}: {seen[what]:.1f} s, {times}")


if __name__ == "__main__":
    main()

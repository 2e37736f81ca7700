"""Runs every benchmark and writes what it measured, with the machine: bench.py docs/benchmarks.md [NAME ...].

With names only those are run, and take the place of their sections.
"""

import os
import platform
import subprocess
import sys
import time
from datetime import date
from importlib.metadata import version
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
ORDER = (
    "trail",
    "limit",
    "squares",
    "choosing",
    "cards",
    "cores",
    "dice",
    "large",
    "boards",
    "odds",
    "facts",
    "tuning",
    "islands",
    "sheets",
    "commands",
    "logbook",
    "stopping",
    "window",
    "first_minute",
)
LIBRARIES = ("numpy", "numba", "scipy", "PySide6_Essentials")
NOISE = ("This plugin does not support",)


def machine():
    """The processor, how many of it, and the libraries that matter."""
    told = Path("/proc/cpuinfo").read_text() if Path("/proc/cpuinfo").exists() else ""
    names = [line.split(":", 1)[1].strip() for line in told.splitlines() if line.startswith("model name")]
    name = names[0] if names else platform.machine()
    return f"{name}, {os.cpu_count()} processors, Python {platform.python_version()}, " + ", ".join(
        f"{one} {version(one)}" for one in LIBRARIES
    )


def measured(name):
    """The section of one benchmark."""
    began = time.perf_counter()
    print(f"{name} …", flush=True)
    done = subprocess.run([sys.executable, f"benchmarks/{name}.py"], cwd=ROOT, capture_output=True, text=True)
    if done.returncode:
        sys.exit(f"benchmarks/{name}.py failed:\n{done.stderr}")
    lines = [line for line in done.stdout.splitlines() if line.strip() and not line.startswith(NOISE)]
    print("\n".join(lines), f"\n({time.perf_counter() - began:.0f} s)\n", flush=True)
    return "\n".join(["```", *lines, "```", ""])


def main(to, *names):
    head = f"# Benchmarks\n\nMeasured on {date.today().isoformat()} by `make bench`, on {machine()}.\n\n"
    head += "Ratios are of one run; seconds are of this machine. A heading says how to repeat its part.\n\n"
    parts = {}
    if names:
        head, *sections = to.read_text("utf-8").split("## `python benchmarks/")
        parts = dict(one.split(".py`\n\n", 1) for one in sections)
    for name in names or ORDER:
        parts[name] = measured(name)
    told = [f"## `python benchmarks/{name}.py`\n\n{text.strip()}\n" for name, text in parts.items()]
    to.write_text(head + "\n".join(told), "utf-8")


if __name__ == "__main__":
    main(Path(sys.argv[1]), *sys.argv[2:])

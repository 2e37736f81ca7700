# Two commands: `make demo` opens the program on the demo shelf, `make test` runs every test and check.
# Both make the environment they need on their first run.

PYTHON ?= $(shell for one in python3.11 python3.12 python3.13 python3; do command -v $$one && break; done)
BIN := .venv/bin
SETUPTOOLS := setuptools==84.2.1
PIP := $(BIN)/python -m pip install --quiet --disable-pip-version-check
MACHINE := src/bolometric/machine/setup.py

.PHONY: demo install test area lint bounds bench screenshots release clean can-show can-run

demo: can-show .venv/ready
	@$(BIN)/bolometric --demo

# A menu entry, icon, kind of file, manual page and completion for the user; `bolometric desktop remove` takes them out.
install: can-run .venv/ready
	$(BIN)/bolometric desktop add

test: can-run .venv/ready-dev
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/mypy
	$(BIN)/lint-imports
	QT_QPA_PLATFORM=offscreen $(BIN)/python -m pytest -n 2 -q

# One area by itself: `make area NAME=trail` checks its package, what is demanded of it, and its own tests. The toy area,
# which is no part of the program, is `make area NAME=ledger`.
BUILT_IN = src/bolometric/core/areas/$(NAME)
AREA = $(firstword $(wildcard $(BUILT_IN) tests/areas/$(NAME)))
area: .venv/ready-dev
	@test -n "$(NAME)" -a -d "$(AREA)" || { echo "make area NAME=… : ledger, or one of" \
		"$(notdir $(patsubst %/__init__.py,%,$(wildcard src/bolometric/core/areas/*/__init__.py)))"; exit 1; }
	$(BIN)/ruff check $(AREA) tests/areas/$(NAME)
	$(BIN)/ruff format --check $(AREA) tests/areas/$(NAME)
	$(BIN)/mypy
	$(BIN)/python -m bolometric.core.conform $(if $(wildcard $(BUILT_IN)),$(NAME),tests.areas.$(NAME).area) & held=$$!; \
	$(BIN)/python -m pytest -q -n 2 tests/areas/$(NAME); ran=$$?; wait $$held && exit $$ran

lint: .venv/ready-dev
	$(BIN)/ruff check --fix .
	$(BIN)/ruff format .
	$(BIN)/mypy
	$(BIN)/lint-imports

# Every test of the core once more, with loops that stop at the first index beyond its array; compiled apart: 20 minutes.
bounds: .venv/ready-dev
	NUMBA_BOUNDSCHECK=1 NUMBA_CACHE_DIR=build/bounds $(BIN)/python -m pytest -n 2 -q tests/areas tests/core

bench: .venv/ready-dev
	QT_QPA_PLATFORM=offscreen $(BIN)/python scripts/bench.py docs/benchmarks.md

screenshots: .venv/ready
	QT_QPA_PLATFORM=offscreen $(BIN)/python scripts/screenshots.py docs/screenshots

# Wheel and source archive in dist/, looked into and tried; then what is left to do by hand. Needs the network.
release: can-run .venv/ready-dev
	$(BIN)/python scripts/release.py

# What this machine lacks is said before anything is downloaded, all in one go.
can-show:
	@sh scripts/find-python.sh "$(PYTHON)" && $(PYTHON) $(MACHINE) window

can-run:
	@sh scripts/find-python.sh "$(PYTHON)" && $(PYTHON) $(MACHINE)

.venv/bin/python:
	@sh scripts/find-python.sh "$(PYTHON)"
	$(PYTHON) -m venv .venv || { rm -rf .venv; exit 1; }

.venv/ready: requirements.txt pyproject.toml | .venv/bin/python
	$(PIP) '$(SETUPTOOLS)' -r requirements.txt
	$(PIP) --no-build-isolation --no-deps -e .
	@$(BIN)/python -m compileall -q src
	@touch $@

.venv/ready-dev: requirements-dev.txt .venv/ready
	$(PIP) -r requirements-dev.txt
	$(BIN)/python -m bolometric.core.play.warm
	@touch $@

clean:
	rm -rf .venv build dist .pytest_cache .mypy_cache .ruff_cache .hypothesis .import_linter_cache benchmarks/build

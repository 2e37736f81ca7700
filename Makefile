# Two commands: `make demo` opens the program on the demo shelf, `make test` runs every test and check.
# Both make the environment they need on their first run.

PYTHON ?= python3.11
BIN := .venv/bin
SETUPTOOLS := setuptools==84.2.1

.PHONY: install demo test lint bench screenshots clean

demo: .venv/ready
	@sh scripts/check-system.sh $(BIN)/python
	$(BIN)/bolometric --demo

# A menu entry, icon, kind of file, manual page and completion for the user; `bolometric desktop remove` takes them out.
install: .venv/ready
	$(BIN)/bolometric desktop add

test: .venv/ready-dev
	@sh scripts/check-system.sh $(BIN)/python
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/mypy
	$(BIN)/lint-imports
	QT_QPA_PLATFORM=offscreen $(BIN)/python -m pytest -n 2 -q

lint: .venv/ready-dev
	$(BIN)/ruff check --fix .
	$(BIN)/ruff format .
	$(BIN)/mypy
	$(BIN)/lint-imports

bench: .venv/ready-dev
	QT_QPA_PLATFORM=offscreen $(BIN)/python scripts/bench.py docs/benchmarks.md

screenshots: .venv/ready
	QT_QPA_PLATFORM=offscreen $(BIN)/python scripts/screenshots.py docs/screenshots

.venv/bin/python:
	@command -v $(PYTHON) >/dev/null || { \
		echo "Python 3.11 is missing: install it with 'sudo apt-get install python3.11 python3.11-venv'," \
		     "or name yours with 'make PYTHON=/path/to/python3.11 ...'."; exit 1; }
	$(PYTHON) -m venv .venv || { rm -rf .venv; \
		echo "Python's venv module is missing: install it with 'sudo apt-get install python3.11-venv'."; exit 1; }

.venv/ready: requirements.txt pyproject.toml | .venv/bin/python
	$(BIN)/python -m pip install --quiet --disable-pip-version-check '$(SETUPTOOLS)' -r requirements.txt
	$(BIN)/python -m pip install --quiet --disable-pip-version-check --no-build-isolation --no-deps -e .
	$(BIN)/python -m compileall -q src
	$(BIN)/python -m bolometric.core.play.warm
	@touch $@

.venv/ready-dev: requirements-dev.txt .venv/ready
	$(BIN)/python -m pip install --quiet --disable-pip-version-check -r requirements-dev.txt
	@touch $@

clean:
	rm -rf .venv build .pytest_cache .mypy_cache .ruff_cache .hypothesis .import_linter_cache benchmarks/build

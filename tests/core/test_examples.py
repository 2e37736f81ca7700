"""The examples in the docstrings of the central functions are run, and each says what it takes and gives."""

import doctest
from importlib import import_module

import pytest

CENTRAL = {
    "areas.catalogue": ("area_of",),
    "chains.absorbing": ("follow",),
    "chains.points": ("argmax_distribution", "match"),
    "chains.race": ("race",),
    "game.document": ("game_from", "with_value"),
    "game.fault": ("change",),
    "game.files": ("from_text",),
    "judge.faults": ("find_faults",),
    "judge.nearby": ("effects",),
    "measure.measuring": ("measure", "measure_exactly", "quick_measure", "runs_of"),
    "outcomes.distribution": ("distribution_of",),
    "words.rule_sheet": ("rules_text",),
}


@pytest.mark.parametrize("name", CENTRAL)
def test_examples_give_what_they_say(name):
    module = import_module(f"bolometric.core.{name}")
    done = doctest.testmod(module)
    assert done.failed == 0
    assert done.attempted >= len(CENTRAL[name])
    for function in CENTRAL[name]:
        told = getattr(module, function).__doc__
        assert ">>>" in told
        assert function == "rules_text" or ("Args:" in told and "Returns:" in told)

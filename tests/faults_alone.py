"""Faults without their cures: looking for those takes most of the time, and many tests ask only what is wrong."""

import pytest

from bolometric.core.judge import cures
from bolometric.core.judge.faults import find_faults


def faults_alone(game):
    """What is wrong or surprising in a game; a cure is at most one that need not be measured."""
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(cures, "BUDGET", 0.0)
        return find_faults(game)


def codes_of(game):
    """The codes of what is wrong or surprising in a game."""
    return {fault.code for fault in faults_alone(game)}

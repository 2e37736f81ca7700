"""Faults without their cures: looking for those takes most of the time, and many tests ask only what is wrong."""

from functools import partial

from bolometric.core.judge.faults import find_faults

faults_alone = partial(find_faults, cures=False)


def codes_of(game):
    """The codes of what is wrong or surprising in a game."""
    return {fault.code for fault in faults_alone(game)}

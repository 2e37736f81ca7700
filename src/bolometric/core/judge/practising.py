"""What is wrong with what a game practises: an aim that never comes up, a profile that hardly gets to the end."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change, Fault, change
from bolometric.core.judge.kept import aimed, loses
from bolometric.core.learner_work.facts import Fact
from bolometric.core.measure.expected import expected_of
from bolometric.core.measure.measuring import runs_of
from bolometric.core.pieces.draw import MAKES
from bolometric.core.results.show import show
from bolometric.core.text.figures import listing_words

NOTED = 300
"""Games in which facts are looked for where they are not known exactly."""
LONGEST_TURN = 300.0
"""Seconds of thinking a turn from which on a profile is called one that hardly gets to the end."""
MOST_CURES, ENOUGH = 3, 0.1
"""Changes that are offered, and the share of what is worked out that must be the aim then: one fact in fifty is no
practice of it."""


def practising(exact: Analysis) -> Iterator[Fault]:
    """The faults of what is worked out. Raises Cancelled."""
    game = exact.game
    if game.brief.aim:
        met, noted = (exact.facts, 0) if exact.facts is not None else _met_in(game)
        if met and not aimed(game, met)[0]:
            aims = listing_words([aim.words for aim in game.brief.aim], "and")
            came = f"came up in the {noted:,} games noted" if noted else "ever comes up in this game"
            sentence = f"Nothing of the aim {came}: {aims}. Change what is worked out, or the aim."
            yield Fault("aim_never_met", "fault", "brief.aim", sentence, _cures(game))
    thinking = exact.readings.get("thinking_seconds")
    if thinking is not None and thinking.mean is not None and thinking.mean > LONGEST_TURN:
        lasting = show("minutes", thinking.mean / 60)
        yield Fault(
            "hardly_gets_to_the_end",
            "fault",
            "seats.fluency",
            f"Working things out takes {lasting} a turn with these players ({thinking.method}): let them count on, in "
            "steps, or recall.",
            tuple(_quicker(game)),
        )


def _met_in(game: Game) -> tuple[Mapping[Fact, tuple[float, ...]], int]:
    """How often each fact is met, and in how many games that was noted; 0 where it is known exactly."""
    known = expected_of(game)
    if known is not None:
        return known.facts, 0
    *_, tally = runs_of(game, 1, NOTED, note=True)
    return ({}, 0) if tally.notes is None else (tally.notes.times_each, tally.notes.games)


def _cures(game: Game) -> tuple[Change, ...]:
    """Other ways of making the number, or of moving, with which the aim does come up: the most of it first."""
    offered = [change(game, choice.order, "draw.make", choice.value) for choice in MAKES if choice.value != "formula"]
    if getattr(game.area, "may_add", False):
        offered.append(change(game, "Work out the new square", "area.moved", "adding"))
    others = (one for one in offered if one is not None and one.game != game)
    shares = [(aimed(one.game, _met_in(one.game)[0])[0], one) for one in others]
    best = sorted((one for one in shares if one[0] >= ENOUGH), key=lambda one: -one[0])[:MOST_CURES]
    return tuple(replace(one, also=loses(game, one.game)) for _, one in best)


def _quicker(game: Game) -> Iterator[Change]:
    """Players who do not count everything."""
    quicker = [
        one.model_copy(
            update={
                "adding": "count_on" if one.adding == "count_all" else one.adding,
                "times": "skip_count" if one.times == "count_all" else "recall",
            }
        ).model_dump()
        for one in game.seats.fluency
    ]
    made = change(game, "Let them count on, and count tables in steps", "seats.fluency", quicker)
    if made is not None and made.game != game:
        yield made

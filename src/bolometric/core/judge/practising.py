"""What is wrong with what a game practises: an aim that never comes up, a profile that hardly gets to the end."""

from __future__ import annotations

from collections.abc import Collection, Iterator

from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change, Fault, change
from bolometric.core.learner_work.aims import on_aim
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
MOST_CURES = 3


def practising(exact: Analysis) -> Iterator[Fault]:
    """The faults of what is worked out. Raises Cancelled."""
    game = exact.game
    if game.brief.aim:
        met = _facts(exact)
        if met and not any(on_aim(game.brief.aim, one) for one in met):
            aims = listing_words([aim.words for aim in game.brief.aim], "and")
            sentence = f"Nothing of the aim ever comes up in this game: {aims}. Change what is worked out, or the aim."
            yield Fault("aim_never_met", "fault", "brief.aim", sentence, _cures(game))
    thinking = exact.readings.get("thinking_seconds")
    if thinking is not None and thinking.mean is not None and thinking.mean > LONGEST_TURN:
        lasting = show("minutes", thinking.mean / 60)
        yield Fault(
            "hardly_gets_to_the_end",
            "fault",
            "seats.fluency",
            f"Working things out takes {lasting} a turn with these players: let them count on, in steps, or recall.",
            tuple(_quicker(game)),
        )


def _facts(exact: Analysis) -> Collection[Fact]:
    """What is worked out: exactly where that is known, else in some games played."""
    if exact.facts is not None:
        return exact.facts
    return _facts_of(exact.game)


def _facts_of(game: Game) -> Collection[Fact]:
    known = expected_of(game)
    if known is not None:
        return known.facts
    *_, tally = runs_of(game, 1, NOTED, note=True)
    return () if tally.notes is None else tally.notes.times_each


def _cures(game: Game) -> tuple[Change, ...]:
    """Other ways of making the number, or of moving, with which the aim does come up."""
    offered = [change(game, choice.order, "draw.make", choice.value) for choice in MAKES if choice.value != "formula"]
    if getattr(game.area, "may_add", False):
        offered.append(change(game, "Add to find the new square", "area.moved", "adding"))
    found: list[Change] = []
    for one in offered:
        if one is not None and one.game != game and len(found) < MOST_CURES:
            facts = _facts_of(one.game)
            if any(on_aim(game.brief.aim, fact) for fact in facts):
                found.append(one)
    return tuple(found)


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

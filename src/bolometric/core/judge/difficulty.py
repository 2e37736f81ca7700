"""How hard a game is, on four plain scales: the sums, the deciding, the luck, the time. The same for every area.

Each scale runs from 0 to 1 and says what it is made of. Times are those of whoever the game says plays it, or else of a
learner who counts on (learner_work/fluency), so that games can be put side by side.
"""

from __future__ import annotations

from math import log

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.learner_work.aims import asked
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.learner_work.timing import timing
from bolometric.core.measure.measuring import may_think, runs_of, thinking, thinking_played
from bolometric.core.measure.notes import Practice
from bolometric.core.results.readings import Reading, exact_value, joined
from bolometric.core.results.scale import Scale
from bolometric.core.results.show import certainty, show
from bolometric.core.text.figures import percent, significant, some_of, times_words

EASY_TURN, HARD_TURN = 1.0, 60.0
"""Seconds of thinking a turn at which the scale of sums begins and ends; between them it goes by their ratio."""
SHORT, LONG = 1.0, 40.0
"""Minutes of a game at which the scale of time begins and ends; by their ratio too."""

MOST_NAMED = 3
"""Facts that are named, of those that take longest."""
LOOK, THOUGHT = 150, 600
"""Games that are noted, and games that tell what thinking is worth, where a look is enough."""


def difficulty_of(exact: Analysis) -> tuple[Scale, ...]:
    """The four scales of a game that was worked out, from few games played. Raises Cancelled."""
    game, readings = exact.game, dict(exact.readings)
    practice = None
    if area_of(game).work is not None:
        *_, tally = runs_of(game, 1, LOOK, note=True)
        readings = joined(tally.readings(), readings)
        practice = None if tally.notes is None else tally.notes.practice()
    if may_think(game) and "choice" not in readings:
        worth = thinking(game)
        choice = exact_value(worth) if worth is not None else thinking_played(game, 1, THOUGHT)
        if choice is not None:
            readings["choice"] = choice
    return difficulty(game, practice, readings)


def _between(value: float, low: float, high: float) -> float:
    return min(max(log(max(value, 1e-9) / low) / log(high / low), 0.0), 1.0)


def difficulty(game: Game, practice: Practice | None, readings: dict[str, Reading]) -> tuple[Scale, ...]:
    """The four scales; ``practice`` is what was noted of games, and readings those of the game."""
    return (
        _sums(game, practice, readings),
        _deciding(game, practice),
        _luck(game, readings),
        _time(game, practice, readings),
    )


def _whose(game: Game) -> str:
    return "by the players' own fluency" if game.seats.fluency else f"for a learner who {USUAL.name}"


def _sums(game: Game, practice: Practice | None, readings: dict[str, Reading]) -> Scale:
    ends = ("at a look", "a minute a turn")
    if practice is None or not practice.games:
        return Scale("Sums", None, ends, "not known yet", "It follows from games that are played.")
    who = game.seats.profile(0) or USUAL
    seconds = {one: timing(one, who).seconds for one in practice.facts}
    slow = max(seconds.values(), default=0.0)
    slowest = [one.words for one in sorted(seconds) if seconds[one] == slow]
    made = f"{show('thinking_seconds', practice.thinking)} of thinking a turn (simulated, {_whose(game)})."
    right = readings.get("first_try")
    if right is not None and right.mean is not None:
        made += f" {percent(right.mean)} of the sums come out right at the first try ({certainty('first_try', right)})."
    if slowest:
        lasting = f"{show('thinking_seconds', slow)}{' each' if len(slowest) > 1 else ''}"
        which = "fact is" if len(slowest) == 1 else "facts are"
        made += f" The slowest {which} {some_of(slowest, MOST_NAMED)}, {lasting}."
    aim = [timing(one, who).mean for one in asked(game.brief.aim)]
    if aim:
        mean = sum(aim) / len(aim)
        made += f" A fact of the aim takes {show('thinking_seconds', mean)}."
    return Scale(
        "Sums",
        _between(practice.thinking, EASY_TURN, HARD_TURN),
        ends,
        f"{show('thinking_seconds', practice.thinking)} a turn",
        made,
    )


def _deciding(game: Game, practice: Practice | None) -> Scale:
    ends = ("nothing to decide", "in every turn")
    if not area_of(game).measured.chooses(game):
        made = "Players do what the draw says." if game.area.uses_pieces else "Nothing that can be done is better."
        return Scale("Deciding", 0.0, ends, "nothing to decide", made)
    if practice is None or not practice.games:
        return Scale("Deciding", None, ends, "not known yet", "It follows from games that are played.")
    made = f"Players choose between several things {times_words(practice.decisions)} a turn (simulated)."
    told = f"{significant(practice.decisions, 2)} a turn"
    return Scale("Deciding", min(practice.decisions, 1.0), ends, told, made)


def _luck(game: Game, readings: dict[str, Reading]) -> Scale:
    ends = ("all thinking", "all luck")
    chooses = area_of(game).measured.chooses(game)
    if not game.area.uses_pieces:  # nothing is drawn, so nothing is luck, whatever a guess may lose
        made = "Nothing is drawn, so players decide all." if chooses else "Nothing is drawn and nothing is decided."
        return Scale("Luck", 0.0, ends, "no luck", made)
    if not chooses:
        return Scale("Luck", 1.0, ends, "all luck", "There is nothing to decide, so the draws decide all.")
    choice = readings.get("choice")
    if choice is None or choice.mean is None:
        return Scale("Luck", None, ends, "not known", "What best play is worth is not known here.")
    made = (
        f"Best play beats guessing by {percent(choice.mean)} of the way from even to always "
        f"({certainty('choice', choice)}); luck is the rest."
    )
    return Scale("Luck", 1 - choice.mean, ends, f"{percent(1 - choice.mean)} luck", made)


def _time(game: Game, practice: Practice | None, readings: dict[str, Reading]) -> Scale:
    ends = ("a minute", f"{LONG:.0f} minutes")
    minutes = readings.get("minutes")
    if minutes is None or minutes.mean is None:
        return Scale("Time", None, ends, "may never end" if minutes else "not known yet", "Its length has no mean.")
    made = f"{show('minutes', minutes.mean)} on average ({certainty('minutes', minutes)})"
    if minutes.p10 is not None and minutes.p90 is not None:
        made += f", 8 of 10 games {show('minutes', minutes.p10)} to {show('minutes', minutes.p90)}"
    return Scale("Time", _between(minutes.mean, SHORT, LONG), ends, show("minutes", minutes.mean), f"{made}.")

"""What is called best play is no worse than any rule of thumb of its kind, nor than guessing, from either place."""

import pytest

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import with_value
from bolometric.core.game.seats import Style
from bolometric.core.measure.measuring import measure_exactly, runs_of
from bolometric.core.settings.errors import GameError
from tests.areas.games import ALL

RUNS = 700


def allowed(game, style):
    try:
        with_value(with_value(game, "seats.count", 2), "seats.styles", (style,))
    except GameError:
        return False  # it stands for what somebody lays out, or is not known for such a game
    return True


def rivals(game):
    """Guessing, and every rule of thumb that is offered, with its usual number."""
    styles = [Style(), *(Style(choose="thumb", rule=rule.key) for rule in game.area.offered_rules)]
    return [style for style in styles if allowed(game, style)]


def chosen(name):
    game = ALL[name]
    known = any(allowed(game, Style(choose="plan", goal=goal.key)) for goal in game.area.goals)
    return known and game.area.ending == "winner" and area_of(game).measured.chooses(game)


@pytest.mark.parametrize("name", [name for name in ALL if chosen(name)])
def test_best_play_beats_every_rule_of_thumb_from_both_places(name):
    game = ALL[name]
    plans = [Style(choose="plan", goal=goal.key) for goal in reversed(game.area.goals)]
    best = next(style for style in plans if allowed(game, style))
    for rival in rivals(game):
        won = lost = error = 0.0
        for styles in ((best, rival), (rival, best)):
            made = with_value(with_value(game, "seats.count", 2), "seats.styles", styles)
            exact = measure_exactly(made, worth_of_thinking=False).readings.get("seat_wins")
            if exact is None:
                *_, tally = runs_of(made, 7, RUNS, 3_000)
                exact = tally.readings()["seat_wins"]
                error += exact.stderr
            mine = exact.values[styles.index(best)]
            won, lost = won + mine, lost + sum(exact.values) - mine
        assert won >= lost - 4 * error - 1e-9, (rival, won / 2, lost / 2)

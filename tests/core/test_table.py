"""The game played by hand: the rules as a teacher says them, steps back, seeds, the coach, and claimed sums."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.areas.trail.daring.stopping import plan_of
from bolometric.core.game.document import game_from
from bolometric.core.game.files import read
from bolometric.core.game.seats import Style
from bolometric.core.play.hand import check_claim
from bolometric.core.play.sitting import Sitting, any_special
from tests.areas.trail.test_daring import daring_games
from tests.random_games import games, moved


def expected(game, before, shown):
    """Where a draw takes the seat to move, by the rules as said."""
    trail, here = game.area, before.places[before.seat]
    special = any_special(shown) and trail.special != "nothing"
    loses = trail.special == "lose_turn" if special else shown.total in trail.lose_turn
    sent = trail.special == "back_to_start" if special else shown.total in trail.back_to_start
    if loses and not sent:
        return before.began
    return moved(game, here, shown.total, any_special(shown))


def check_sitting(game, seed, most, choices):
    sitting = Sitting(game, seed)
    for step in range(most):
        before = sitting.now
        if before.waiting == "nothing":
            break
        if before.waiting == "either" and choices[step % len(choices)]:
            sitting.choose("stop")
            assert sitting.now.places == before.places
            continue
        sitting.draw()
        now = sitting.now
        assert now.places[before.seat] == expected(game, before, sitting.here.shown)
        others = [k for k in range(game.seats.count) if k != before.seat]
        assert [now.places[k] for k in others] == [before.places[k] for k in others]
    home = game.area.steps
    now = sitting.now
    if now.waiting == "nothing":
        assert now.winners == tuple(k for k, place in enumerate(now.places) if place == home)
        assert ("wins" in now.record[-1]) == (len(now.winners) == 1)
    else:
        assert game.area.finish == "finish_round" or home not in now.places
    return sitting


@settings(max_examples=60)
@given(st.one_of(games(), daring_games()), st.integers(0, 999), st.lists(st.booleans(), min_size=1, max_size=5))
def test_every_step_is_by_the_rules_and_can_be_taken_back(game, seed, choices):
    sitting = check_sitting(game, seed, 60, choices)
    reached = list(sitting.past)
    while sitting.can_undo:
        sitting.undo()
        assert sitting.here == reached[len(sitting.past) - 1]
    sitting.draw()
    assert sitting.here == reached[1]  # after a step back the same draw comes again
    again = check_sitting(game, seed, 60, choices)
    assert again.past == reached


@pytest.mark.parametrize("path", demo_files(), ids=lambda path: path.name)
@pytest.mark.parametrize("choose", ["guess", "thumb", "plan"])
def test_seats_play_by_themselves_to_the_end_or_on_and_on(path, choose):
    game = read(path)
    sitting = Sitting(game, 3)
    for _ in range(600):
        if sitting.now.waiting == "nothing":
            break
        sitting.play_on(Style(choose=choose))
    assert sitting.now.waiting == "nothing" or path.name.startswith("loose")
    assert sitting.now.turn >= 4 or "can finish" in sitting.now.record[-1]


def test_a_total_is_set_to_try_a_case():
    game = game_from({"bolometric": 1, "pieces": [{}, {}], "area": {"back_to_start": [10]}})
    sitting = Sitting(game)
    sitting.draw(7)
    assert sitting.now.places == (7, 0)
    assert sitting.now.record[-1] == "Turn 1, player 1: 7 (set), to 7."
    sitting.draw(12)
    sitting.draw(10)
    assert sitting.now.places == (0, 12)
    assert "back to the start" in sitting.now.record[-1]


def test_the_coach_tells_what_the_plan_knows():
    game = read(next(path for path in demo_files() if path.name.startswith("ridge-dare")))
    sitting, plan = Sitting(game), plan_of(game.area, game.distribution)
    assert "begins with a draw" in sitting.coach()
    sitting.draw(6)
    stay = plan.turns[6]
    assert plan.go[0, 6]
    assert sitting.coach().startswith(f"Stop: {stay:.2f} more turns after this one on average. Go on: ")
    assert "Going on is better" in sitting.coach()
    for _ in range(4):
        sitting.draw(6)
    assert "Stopping is better" in sitting.coach()
    sitting.choose("stop")
    assert sitting.now.seat == 1
    plain = Sitting(read(demo_files()[0]))
    assert "nothing to choose" in plain.coach()


@pytest.mark.parametrize(
    ("claim", "says"),
    [
        ("3 + 6 = 10", "Not quite: 3 + 6 makes 9, not 10."),
        ("3+6=9", "Right: 3+6 = 9."),
        ("2 × 0.25 = 1/2", "Right"),
        ("7", "one equals sign"),
        ("1 = 1 = 1", "one equals sign"),
        ("a + 1 = 2", "without letters"),
        ("1 / 0 = 0", "divided by 0"),
        ("3 + = 3", "stops too soon"),
        ("3 $ 4 = 7", "cannot stand here"),
        ("9" * 50 + " = 1", "too long"),
    ],
)
def test_a_claimed_sum_is_checked_kindly(claim, says):
    assert says in check_claim(claim)

"""Easier and harder for learners: smaller and larger numbers, what the game is for kept, help where it is easier."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.files import read
from bolometric.core.judge.kept import OTHER_THINGS, facts_met, loses
from bolometric.core.judge.sound import unused
from bolometric.core.learner_work.aims import on_aim
from bolometric.core.learner_work.facts import ADD, MULTIPLY, fact
from bolometric.core.learner_work.fluency import PROFILES, USUAL
from bolometric.core.learner_work.help import HELP, help_for
from bolometric.core.measure.measuring import measure, measure_exactly
from bolometric.core.pieces.kinds import Counters, Drop, Pack, Spinner, die
from bolometric.core.pieces.sizes import DICE, other_size
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning.learner_levels import level_words, levels, missing_words
from bolometric.core.words.rule_sheet import rules_text

PATHS = {path.name.removesuffix(".bolo.json"): path for path in demo_files()}
numbers = st.fractions(min_value=-20, max_value=20, max_denominator=10).filter(lambda n: n.denominator in (1, 2, 5, 10))


@given(numbers, numbers.filter(bool), st.sampled_from(DICE), st.integers(-2, 2))
def test_a_die_of_another_size_goes_on_as_it_began(first, step, size, steps):
    own = die(*(first + step * k for k in range(size)))
    other = other_size(own, steps)
    at = DICE.index(size) + steps
    if not 0 <= at < len(DICE):
        assert other is None
        return
    assert len(other.values) == DICE[at]
    assert [Fraction(value) for value in other.values] == [first + step * k for k in range(DICE[at])]


@given(st.integers(3, 20), st.sampled_from(["pack", "spinner"]), st.sampled_from([-2, -1, 1, 2]))
def test_packs_and_spinners_grow_by_half_and_shrink_to_two_thirds(size, kind, steps):
    own = Pack(cards=tuple(range(size))) if kind == "pack" else Spinner(sectors=tuple(range(size)))
    other = other_size(own, steps)
    if other is not None:
        assert other.values == tuple(range(len(other.values)))
        assert (len(other.values) > size) == (steps > 0)
        assert abs(len(other.values) - size * 1.5**steps) <= 0.5


def test_what_is_no_row_of_like_numbers_has_no_other_size():
    assert other_size(die(1, 1, 2, 2, 3, 3), 1) is None
    assert other_size(die(1, 2, 4, 8), 1) is None
    assert other_size(die(1, 2, 3, 4, 5), 1) is None  # no such die can be had
    assert other_size(Pack(cards=({"value": 1, "count": 2}, {"value": 2, "count": 1})), 1) is None
    assert other_size(Spinner(sectors=({"value": 1, "angle": 90}, {"value": 2, "angle": 270})), 1) is None
    assert other_size(Counters(count=6), -1).count == 4
    assert other_size(Drop(first=1, last=20), 1).last == 30
    special = game_from({"pieces": [{"faces": [1, 2, 3, {"value": 4, "special": True}]}]}).pieces[0]
    assert other_size(special, 1) is None


def _share(game):
    times = {one: sum(counts) for one, counts in facts_met(game).items()}
    return sum(n for one, n in times.items() if on_aim(game.brief.aim, one)) / sum(times.values())


@pytest.mark.parametrize(
    "name", ["ridge-ascent", "aurora-gauge", "observatory-round", "sky-ledger", "star-field", "twin-domes"]
)
def test_versions_for_learners_keep_the_game_and_are_in_order(name):
    """Looked at anew: the aim's share, the operations, the minutes, the board, the size of the pieces."""
    own = read(PATHS[name])
    found = list(levels(own))
    assert "as it is" in [one.level for one in found]
    assert len(found) > 1
    assert [one.seconds.mean for one in found] == sorted(one.seconds.mean for one in found)
    lasting = measure(own, 300).readings["minutes"].mean
    before = unused(measure_exactly(own))
    for one in found:
        made = one.game
        assert made.family.level == one.level
        assert bool(one.changes) == (one.level != "as it is")
        assert _share(made) >= 0.89 * _share(own)
        assert {part.does for part in facts_met(made)} == {part.does for part in facts_met(own)}
        minutes, band = measure(made, 300).readings["minutes"].mean, own.brief.minutes
        assert 0.55 * lasting <= minutes <= 1.45 * lasting or band.low <= minutes <= band.high
        idle, places = unused(measure_exactly(made))
        assert idle <= max(before[0] / max(before[1], 1), made.area.unused_at_most) * places + 1e-9
        pairs = list(zip(own.pieces, made.pieces, strict=False))
        larger = [max(b.values) - max(a.values) for a, b in pairs] + [len(made.pieces) - len(own.pieces)]
        assert all(by <= 0 for by in larger) if "easier" in one.level else all(by >= 0 for by in larger)
        says_help = any(help_ in rules_text(made) for help_ in set(HELP.values()))
        assert says_help == ("easier" in one.level)
        assert "right at the first try" in level_words(one)


def test_what_cannot_be_made_easier_is_said():
    with pytest.raises(GameError, match="three or five"):
        list(levels(read(PATHS["ridge-ascent"]), 4))
    with pytest.raises(GameError, match="Nothing is worked out"):
        list(levels(read(PATHS["orbit-chain"])))
    only = [one for one in levels(read(PATHS["star-chart"])) if one.level == "as it is"]
    assert missing_words(only) == "No version that is easier or harder keeps what the game is for."
    both = list(levels(read(PATHS["ridge-ascent"]), 5))
    assert missing_words(both) == ""
    assert len({one.game for one in both}) == len(both)
    assert missing_words([one for one in both if "harder" not in one.level]).startswith("No version that is harder")


def test_who_recalls_everything_finds_no_smaller_sum_easier():
    """Smaller numbers help who counts; who recalls is as quick with four as with six."""
    plain = {"pieces": [{}, {}], "brief": {"aim": [{"kind": "adding", "upto": 12}]}, "area": {"length": 30}}
    counting = [one.level for one in levels(game_from({**plain, "seats": {"fluency": [USUAL.model_dump()]}}))]
    recalls = next(one for one in PROFILES if one.name == "recalls")
    game = game_from({**plain, "seats": {"fluency": [recalls.model_dump()]}})
    slower = measure_exactly(game).readings["thinking_seconds"].mean
    assert "easier" in counting
    for one in levels(game):
        assert one.level != "easier" or one.seconds.mean < slower


def test_help_is_for_what_is_worked_out_most():
    sums, products = fact(ADD, 3, 4), fact(MULTIPLY, 3, 4)
    assert help_for({sums: (1.0,), products: (3.0,)}) == HELP[MULTIPLY]
    assert help_for({sums: (2.0, 2.0), products: (3.0,)}) == HELP[ADD]
    assert "place value" in help_for({fact(ADD, Fraction(1, 10), Fraction(3, 10)): (1.0,)})
    assert help_for({}) == ""


@pytest.mark.parametrize(("make", "lost"), [("multiply", OTHER_THINGS), ("largest", OTHER_THINGS), ("add", "")])
def test_what_is_done_with_the_numbers_stays(make, lost):
    game = game_from({"pieces": [{}, {}]})  # without an aim nothing else would hold it
    assert loses(game, with_value(game, "draw.make", make), fewer=True) == lost
    smaller = with_value(game, "pieces", [{"faces": [1, 2, 3, 4]}] * 2)
    assert loses(game, smaller, fewer=True) == ""


def test_how_hard_the_sums_are_does_not_hang_on_how_long_one_chooses_or_looks():
    game = read(next(path for path in demo_files() if path.name.startswith("star-field")))
    found = []
    for choice in (1.0, 9.0):
        slow = with_value(game, "seats.fluency", ({"choice": choice},))
        found.append(next(one for one in levels(slow) if one.level == "as it is").seconds.mean)
    assert found[0] == found[1]

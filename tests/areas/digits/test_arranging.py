"""A hand of digits that are all known: what the coach says of each place, also after somebody placed one badly."""

import re
from dataclasses import replace

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.areas.digits.by_hand import BY_HAND
from bolometric.core.areas.digits.rules import digits_of
from bolometric.core.game.document import game_from
from bolometric.core.game.seats import Style
from bolometric.core.play.sitting import Sitting
from bolometric.core.text.figures import listing_words

WORSE = re.compile(r"([A-Z][\w ]+?) by ([\d,.]+)")


def number_of(game, own):
    digits, decimals = digits_of(game), game.area.decimals
    return sum(float(digits[digit]) * 10.0 ** (column - decimals) for column, digit in enumerate(own))


def score_of(game, own):
    number = number_of(game, own)
    return {"largest": -number, "smallest": number, "nearest": abs(number - game.area.target)}[game.area.aim]


def best_from(game, now):
    """By playing everything that can follow, until the columns are full."""
    own = now.filled[now.seat]
    if min(own) >= 0:
        return score_of(game, own)
    return min(best_from(game, after) for after in followed(game, now).values())


def followed(game, now):
    """What each option leads to, with no other seat and no next round."""
    kept = replace(now, waiting_seats=())
    found = {}
    for option in BY_HAND.options(game, kept):
        own = list(now.filled[now.seat])
        if option.key < len(own):
            own[option.key] = now.digit
            found[option.key] = replace(kept, filled=(tuple(own),), hand=now.hand[1:])
        else:
            found[option.key] = replace(kept, thrown=(True,), hand=now.hand[1:])
    return found


@st.composite
def hands_begun(draw):
    """A hand of which some digits have been placed by chance, and who is to place the next one."""
    area = {
        "kind": "digits",
        "practice": "together",
        "whole": draw(st.integers(1, 3)),
        "decimals": draw(st.integers(0, 1)),
        "aim": draw(st.sampled_from(["largest", "smallest", "nearest"])),
        "target": draw(st.sampled_from([5, 40, 321])),
        "spare": draw(st.sampled_from(["none", "one"])),
    }
    faces = draw(st.lists(st.integers(0, 9), min_size=2, max_size=5, unique=True))
    game = game_from({"pieces": [{"faces": faces}], "area": area, "seats": {"count": 1}})
    sitting = Sitting(game, draw(st.integers(0, 1_000)))
    while sitting.may_draw:
        sitting.draw()
    for _ in range(draw(st.integers(0, game.area.columns - 1))):
        if sitting.now.filled[0].count(-1) > 1:
            sitting.choose(draw(st.sampled_from([option.key for option in sitting.options])))
    return game, sitting


@settings(max_examples=150, deadline=None)
@given(hands_begun())
def test_the_coach_of_a_hand_knows_what_each_place_comes_to(begun):
    game, sitting = begun
    now = sitting.now
    comes_to = {key: best_from(game, after) for key, after in followed(game, now).items()}
    words = {option.words: comes_to[option.key] for option in sitting.options}
    least = min(words.values())
    told = sitting.coach()
    best = [name for name, score in words.items() if np.isclose(score, least, atol=1e-9)]
    assert told.startswith(f"Best: {listing_words(best, 'or')}{' (exact)' if len(best) == len(words) else '. Worse: '}")
    by = {name: float(figure.replace(",", "")) for name, figure in WORSE.findall(told.partition("Worse: ")[2])}
    assert set(by) == set(words) - set(best)
    for name, figure in by.items():
        assert np.isclose(words[name] - least, figure, rtol=1e-6)
    chosen = BY_HAND.pick(game, now, Style(choose="plan"), np.random.default_rng(1))
    assert np.isclose(comes_to[chosen], least, atol=1e-9)

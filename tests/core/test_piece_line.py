"""Pieces typed as a line."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.pieces.kinds import Die, Pack, Spinner
from bolometric.core.pieces.piece_line import cards_of_line, faces_of_line, read_line, sectors_of_line
from bolometric.core.settings.errors import GameError


def values(text):
    return [one.value for one in read_line(text)]


@pytest.mark.parametrize(
    ("text", "found"),
    [
        ("0 to 5", range(6)),
        ("1 1 2 2 3 3", [1, 1, 2, 2, 3, 3]),
        ("5, 6, 7", [5, 6, 7]),
        ("3 to -1", [3, 2, 1, 0, -1]),
        ("−2 to 0; 9", [-2, -1, 0, 9]),
        ("0.5 to 2.5", [Fraction(1, 2), Fraction(3, 2), Fraction(5, 2)]),
        ("1/4 7 ×3 2 twice", [Fraction(1, 4), 7, 7, 7, 2, 2]),
    ],
)
def test_a_line_is_read_as_it_is_meant(text, found):
    assert values(text) == list(found)


@given(st.lists(st.fractions(-99, 99, max_denominator=12), min_size=1, max_size=20), st.sampled_from([" ", ", ", ";"]))
def test_any_numbers_come_back(numbers, between):
    assert values(between.join(map(str, numbers))) == numbers


def test_each_piece_is_made_of_its_line():
    assert [face.value for face in Die(faces=faces_of_line("1 1 2 3 to 5")).faces] == [1, 1, 2, 3, 4, 5]
    pack = Pack(cards=cards_of_line("1 to 3, 7 ×4"))
    assert [(card.value, card.count) for card in pack.cards] == [(1, 1), (2, 1), (3, 1), (7, 4)]
    spinner = Spinner(sectors=sectors_of_line("5, 6, 7 half"))
    assert [(one.value, one.angle) for one in spinner.sectors] == [(5, 90), (6, 90), (7, 180)]
    assert [one.angle for one in Spinner(sectors=sectors_of_line("1 90° 2 25% 3")).sectors] == [90, 90, 180]


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "Type numbers"),
        ("to 5", "“to” stands between two numbers"),
        ("1 to", "“to” stands between two numbers"),
        ("1 to 2.5", "no whole number of steps"),
        ("1 to 1000", "too many"),
        ("1 ×999", "can't be read"),
        ("half", "stands after a number"),
        ("1/0", "nothing can be divided by 0"),
        ("1 bananas", "can't be read"),
        ("1 & 2", "Type numbers"),
    ],
)
def test_what_can_not_be_read_is_said(text, says):
    with pytest.raises(GameError) as caught:
        read_line(text)
    assert says in caught.value.sentence


@pytest.mark.parametrize("text", ["1 half 2 half 3", "1 half", "1 75% 2 75%"])
def test_parts_of_a_spinner_add_to_a_whole(text):
    with pytest.raises(GameError):
        sectors_of_line(text)
    for other in (faces_of_line, cards_of_line):
        with pytest.raises(GameError):
            other(text)


@given(st.text(max_size=40))
def test_whatever_is_typed_is_read_or_refused(text):
    for read in (faces_of_line, cards_of_line, sectors_of_line):
        try:
            assert isinstance(read(text), list)
        except GameError as error:
            assert error.sentence.endswith(".")

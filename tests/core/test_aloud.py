"""The players' rules: short, positive, complete, in words of their own."""

import re
from itertools import chain

import pytest
from click.testing import CliRunner
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.cli import main
from bolometric.core.areas.catalogue import area_of
from bolometric.core.areas.trail.cards.spec import OnCards
from bolometric.core.conform.saying import aloud
from bolometric.core.game.document import game_from, with_value
from bolometric.core.game.files import read
from bolometric.core.pieces.kinds import Pack
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knobs
from bolometric.core.text.wrapped import wrapped
from bolometric.core.words.aloud import players_rules
from bolometric.core.words.rule_sheet import rule_sheet, rules_text
from tests.areas.games import ALL, any_game
from tests.random_tracks import PLAIN, card_games, tracks


def sentences_of(game):
    told = area_of(game).words.aloud(game)
    for step in chain(told.first, told.turn, told.last):
        yield from (part for part in re.split(r"(?<=[.!?]) ", step))


def check(game):
    assert list(aloud(game)) == []


@settings(max_examples=150, deadline=None)
@given(any_game)
def test_random_games_are_for_reading_aloud(game):
    check(game)


@settings(max_examples=120, deadline=None)
@given(st.one_of(tracks((*PLAIN, "swap")), card_games()))
def test_squares_and_cards_are_for_reading_aloud(game):
    check(game)
    told = " ".join(sentences_of(game))
    for square in game.area.squares:
        if square.does == "jump" and square.at < game.area.length:
            assert f"square {square.at}, go to" in told or "Some squares name" in told
    assert ("card" in told) == (game.area.asks == "yes")
    words = {span.path for part in rule_sheet(game) for line in part.paragraphs for span in line if span.path}
    settings_here = {
        at.path for at in knobs(game.area, "area.") if at.path.removeprefix("area.") in OnCards.model_fields
    }
    assert settings_here <= words  # every setting is a word to click


@pytest.mark.parametrize(
    ("area", "said"),
    [
        ({"back_to_start": [9, 10]}, "If you get 9 or 10, go back to the start."),
        ({"lose_turn": [7]}, "If you get 7, stay where you are."),
        ({"end": "exact"}, "If it is too much, stay where you are."),
        ({"end": "again"}, "If it is too much, roll again."),
        ({"end": "bounce"}, "count the rest backwards"),
        ({"go_on": "dare"}, "roll again, or stop"),
        ({"go_on": "fixed", "draws": 3}, "Do this three times in each turn."),
        ({"first_home": "loses"}, "The first player home loses."),
        ({"finish": "finish_round"}, "Finish the round"),
        ({"games": "three"}, "won two games"),
        ({"track": "shared", "turns": 12}, "within 12 turns"),
    ],
)
def test_what_is_set_is_said_once_and_what_is_off_is_not(area, said):
    pieces = [{}, {}]
    text = players_rules(game_from({"bolometric": 1, "pieces": pieces, "area": area}))
    assert text.count(said) == 1
    assert said not in players_rules(game_from({"bolometric": 1, "pieces": pieces}))


def test_markdown_has_headings_and_one_list():
    text = players_rules(ALL["ridge-ascent"], markdown=True)
    assert text.startswith("# Ridge Ascent\n\n## You need\n\n- ")
    assert text.count("\n## ") == 4


def test_the_command_line_prints_either_text():
    game = str(demo_files()[0])
    players, maker, marked = (
        CliRunner().invoke(main, ["rules", game, *words]).output
        for words in ((), ("--for", "maker"), ("--for", "maker", "--markdown"))
    )
    known = read(demo_files()[0])
    assert players == f"{wrapped(players_rules(known))}\n"
    assert wrapped(rules_text(known)) in maker
    assert marked.startswith(f"# {known.name}\n\n## Aim\n")


def heard(game):
    """All that a child hears, as one line."""
    told = area_of(game).words.aloud(game)
    return " ".join((*told.first, *told.turn, *told.last))


@settings(max_examples=150, deadline=None)
@given(any_game)
def test_nothing_that_the_measure_assumes_is_left_out_of_what_a_child_hears(game):
    complete(game)


@pytest.mark.parametrize("after", ["put_back", "keep_out"])
@pytest.mark.parametrize("drawn", [1, 2])
def test_what_becomes_of_cards_is_heard_in_every_kind_of_game(after, drawn):
    kinds = set()
    for game in ALL.values():
        pack = {"kind": "pack", "cards": list(range(1, 7)), "drawn": drawn, "after": after}
        try:
            changed = with_value(game, "pieces", [pack])
        except GameError:
            continue  # such cards are not for this kind, or for this game of it
        if game.area.uses_pieces:
            kinds.add(game.area.kind)
            complete(changed)
            word = "Put the card back" if drawn == 1 else "Put the cards back"
            assert (word in heard(changed)) == (after == "put_back")
            assert ("Put the cards back and mix" in rules_text(changed)) == (after == "put_back")
    assert len(kinds) > 2


def complete(game):
    """Who starts, what is drawn, what becomes of cards, how one moves: as the readings take it."""
    said, area = heard(game), game.area
    in_turn = not area.together and game.seats.count > 1 and area.kind != "duel"
    one_by_one = area.kind == "digits" and getattr(area, "practice", "") in ("one_by_one", "together")
    if in_turn and not one_by_one and area.kind != "record":
        assert "starts" in said or "may start" in said or "You move it together" in said
    packs = [piece for one in game.by_seat for piece in one.pieces]
    packs = [piece for piece in packs if isinstance(piece, Pack)] if area.uses_pieces else []
    if packs:
        kept = any(piece.after == "keep_out" for piece in packs)
        assert ("Keep the cards out" in said) == kept
        assert kept or re.search(r"Put the cards? back and mix", said)
    if area.kind == "trail" and area.unit == "whole" and not area.chooses_mover and not area.fills:
        adds = area.counted_ones is None
        does = "Take {} away from" if area.runs == "down" else "Add {} to"
        begins = "" if area.written != "ones" else f" {area.length if area.runs == 'down' else 0}."
        assert (f"{does.format('it')} the number of your square" in said) == adds
        assert (f"There its number is{begins}" in said) == adds
        assert ("Move that many squares" in said) != adds
        maker = rules_text(game)
        assert (f"{does.format('that')} the number of your square" in maker) == adds
    if area.kind == "grid":
        assert ("It stays there." in said) == (area.mark == "counter" and not area.takes_over)


def test_a_number_that_one_has_twice_is_crossed_off_once():
    boxes = next(game for game in ALL.values() if game.area.kind == "tiles" and type(game.area).__name__ == "Boxes")
    assert "If you have that number more than once, cross off one box only." in heard(boxes)
    counters = next(game for game in ALL.values() if type(game.area).__name__ == "PlacedCounters")
    assert "more than once, take one counter off only." in heard(counters)


def test_columns_of_a_record_are_named_as_headings():
    record = next(game for game in ALL.values() if game.area.kind == "record")
    needs = " ".join(area_of(record).words.aloud(record).needs)
    for column in record.area.columns:
        assert f"“{column}”" in needs


@pytest.mark.parametrize("unit", ["whole", "tenth"])
def test_what_takes_even_what_was_kept_is_said_where_one_may_stop(unit):
    die = {"faces": [{"value": 1, "special": True}, 2, 3]}
    for rules, takes in (
        ({"back_to_start": [2]}, "Getting 2 in a later turn still"),
        ({"special": "back_to_start"}, "Getting a special face in a later turn still"),
        ({"back_to_start": [2], "special": "back_to_start"}, "Getting 2 or a special face in a later turn still"),
        ({"special": "lose_turn"}, "or stop and keep"),
        ({"lose_turn": [2]}, "or stop and keep"),
    ):
        area = {"go_on": "dare", "unit": unit, **rules}
        text = players_rules(game_from({"pieces": [die], "area": area}))
        assert takes in text
        assert ("or stop there" in text) == takes.startswith("Getting")
        assert ("square" in text) == (unit == "whole")

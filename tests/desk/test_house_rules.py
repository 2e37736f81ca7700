"""Rules of one's own: added, placed, moved, struck, told later; the figures stay as they are."""

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st
from PySide6.QtCore import Qt

from bolometric.core.areas.shelf import starters
from bolometric.core.game.document import Game, game_from, with_value
from bolometric.core.game.house import House, HouseRule, Noun, merged, spoken
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.settings.errors import GameError
from bolometric.core.settings.knobs import knob_at
from bolometric.core.settings.lines import one_line
from bolometric.core.words.aloud import own_sentences, players_rules
from bolometric.core.words.rule_sheet import makers_sheet
from bolometric.desk.editors.house import HouseRulesEditor, NounsEditor, ToldLaterEditor

RULES = st.lists(
    st.builds(
        HouseRule,
        text=st.sampled_from(["Whisper.", "Clap.", "Hum."]),
        where=st.just("next"),
        after=st.integers(0, 99),
        struck=st.booleans(),
        later=st.booleans(),
    ),
    max_size=5,
)


@given(RULES, st.lists(st.sampled_from(["Roll.", "Move.", "Stop."]), unique=True), st.booleans())
def test_own_sentences_are_put_in_and_nothing_else_is_moved(rules, said, hide):
    later = tuple(said[:1]) if hide else ()
    told = merged(House(rules=tuple(rules), later=later), "next", tuple(said))
    ours = [rule.text for rule in rules if not rule.struck and not rule.later]
    assert sorted(told) == sorted([*ours, *(sentence for sentence in said if sentence not in later)])
    assert [sentence for sentence in told if sentence in said] == [one for one in said if one not in later]


@pytest.mark.parametrize("starter", starters()[::6], ids=lambda starter: starter.game.name)
def test_every_area_says_them_and_measures_the_same(starter):
    game = starter.game
    own = [{"text": "Whisper first.", "where": where, "after": 0} for where in ("first", "next", "last")]
    ruled = with_value(game, "house.rules", own)
    assert players_rules(ruled).count("Whisper first.") == 3
    assert makers_sheet(ruled).count("Said, not measured: Whisper first.") == 3
    some = own_sentences(game)[1][1][0]
    later = with_value(ruled, "house.later", [some])
    assert some not in players_rules(later)
    assert some in makers_sheet(later)
    assert measure_exactly(ruled).readings == measure_exactly(game).readings


def test_too_many_are_refused_in_one_sentence():
    with pytest.raises(GameError, match="most is 60"):
        game_from({"bolometric": 1, "house": {"rules": [{"text": "Hum."}] * 1000}})


def test_the_editor_adds_moves_and_strikes(qtbot):
    editor = HouseRulesEditor(knob_at(Game(), "house.rules"))
    qtbot.addWidget(editor)
    editor.show()
    sent = []
    editor.edited.connect(lambda value: sent.append(with_value(Game(), "house.rules", value).house.rules))
    editor.add.click()
    qtbot.keyClicks(editor.text, "Whisper.")
    editor.add.click()
    qtbot.keyClicks(editor.text, "Clap.")
    assert [rule.text for rule in sent[-1]] == ["Whisper.", "Clap."]
    editor.up.click()
    editor.after.setValue(1)
    editor.where.setCurrentIndex(2)
    editor.where.activated.emit(2)
    editor.struck.click()
    assert sent[-1][0] == HouseRule(text="Clap.", where="last", after=1, struck=True)
    editor.struck.click()
    assert not sent[-1][0].struck
    editor.text.clear()
    editor.text.textEdited.emit("")
    assert "needs words" in editor._trouble.text()
    editor.remove.click()
    assert [rule.text for rule in sent[-1]] == ["Whisper."]


def test_sentences_are_marked_as_told_later(qtbot):
    editor = ToldLaterEditor(knob_at(Game(), "house.later"), Game())
    qtbot.addWidget(editor)
    sent = []
    editor.edited.connect(sent.append)
    editor.list.item(1).setCheckState(Qt.CheckState.Checked)
    assert sent[-1] == [editor.list.item(1).text()]
    assert sent[-1][0] not in players_rules(with_value(Game(), "house.later", sent[-1]))


def test_words_of_ones_own_are_heard_by_the_players_alone(qtbot):
    editor = NounsEditor(knob_at(Game(), "house.nouns"))
    qtbot.addWidget(editor)
    sent = []
    editor.edited.connect(lambda value: sent.append(with_value(Game(), "house.nouns", value)))
    qtbot.keyClicks(editor.lines["counter"][0], "owl")
    qtbot.keyClicks(editor.lines["square"][0], "branch")
    qtbot.keyClicks(editor.lines["square"][1], "branches")
    qtbot.keyClicks(editor.lines["home"][0], "in the nest")
    text = players_rules(sent[-1])
    assert "• an owl for each player" in text
    assert "a trail of 40 branches" in text
    assert "You are in the nest when you reach the last branch, or pass it." in text
    assert "counter" not in text
    assert "a counter for each player" in makers_sheet(sent[-1])
    with pytest.raises(GameError, match="named twice"):
        with_value(Game(), "house.nouns", [{"word": "home", "one": "x"}, {"word": "home", "one": "y"}])


@given(st.text(min_size=1, max_size=8).filter(lambda word: one_line(word)))
def test_any_word_of_ones_own_is_said_as_it_is_written(word):
    word = one_line(word)
    nouns = (Noun(word="counter", one=word), Noun(word="square", one="counter"), Noun(word="box", one="pot"))
    text = spoken("Move counter on square. Boxes, a box.", nouns)
    assert text == f"Move {word} on counter. Pots, a pot."


@pytest.mark.parametrize("starter", starters(), ids=lambda starter: starter.game.name)
def test_every_game_is_said_in_other_words(starter):
    game = with_value(
        starter.game, "house.nouns", [{"word": "counter", "one": "owl"}, {"word": "square", "one": "nest"}]
    )
    text = players_rules(game)
    assert not re.search(r"\b(counters?|squares?)\b", text.split("school")[1], re.IGNORECASE)
    assert not re.search(r"\b[Aa] owl|\b[Aa]n nest", text)

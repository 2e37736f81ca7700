"""Kinds that a file may say, and the words for them on screen, are the same ones."""

from importlib.resources import files
from typing import get_args

from bolometric.core.game.printing import PAPERS, SHEETS, Motif, PaperName, Printing, SheetKey
from bolometric.core.logbook.session import MOODS, Mood
from bolometric.desk.views.sheets.form import CHOICES, MOTIFS
from bolometric.paint.printed.looks import LOOKS


def test_every_kind_has_its_words_and_every_word_its_kind():
    assert set(MOODS) == set(get_args(Mood))
    assert set(SHEETS) == set(get_args(SheetKey))
    assert set(PAPERS) == set(get_args(PaperName))
    assert {key for key, _ in MOTIFS} == set(get_args(Motif))
    drawn = {file.name.removesuffix(".svg") for file in (files("bolometric") / "assets" / "motifs").iterdir()}
    assert drawn == set(get_args(Motif)) - {"none"}
    for key, _, choices in CHOICES:
        kinds = get_args(Printing.model_fields[key].annotation)
        assert {value for value, _ in choices} == set(kinds), key
    assert set(LOOKS) == set(get_args(Printing.model_fields["look"].annotation))

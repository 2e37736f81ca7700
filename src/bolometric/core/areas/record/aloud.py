"""A record for reading aloud."""

from __future__ import annotations

from bolometric.core.areas.record.spec import Record
from bolometric.core.game.document import Game
from bolometric.core.game.speaking import Aloud, act, capital, drawn, said, starts, verb
from bolometric.core.pieces.kinds import letters_of
from bolometric.core.text.figures import listing_words

FOUND = {
    "counting_all": "Count all of them to find the whole.",
    "counting_on": "Start at the larger part and count on.",
    "known": "Say the whole before you write it.",
}


def aloud(game: Game) -> Aloud:
    """Draw, find the whole, write it down."""
    area = game.area_as(Record)
    parts = sum(letters_of(piece) for piece in game.pieces) > 1 and area.seen == "parts"
    sheet = f"a record sheet with {listing_words(area.columns, 'and')}"
    turn = [*drawn(game)] if area.seen == "totals" else [f"{capital(act(game))}."]
    if parts:
        turn += [FOUND[area.working], "Write down the parts and the whole."]
    else:
        turn.append("Write it down.")
    last = (
        f"Stop when you have {_done(verb(game))} {area.draws} times."
        if area.complete == "draws"
        else "Go on until you have seen everything there is."
    )
    return Aloud(
        (sheet,),
        said(starts(game)) or ("Take the empty sheet.",),
        said(*turn),
        (last, "Talk about what came most often."),
    )


def _done(word: str) -> str:
    return {"roll": "rolled", "spin": "spun", "draw": "drawn", "toss": "tossed"}.get(word, "gone")

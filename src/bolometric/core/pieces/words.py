"""Pieces in words: what they are and what they show."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from itertools import pairwise

from bolometric.core.pieces.faces import Shown
from bolometric.core.pieces.kinds import AnyPiece, Counters, Die, Drop, Pack, Spinner, faces_of, specials
from bolometric.core.pieces.presets import called
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import listing, listing_words, minus, number, over_line, plural, some_of

MOST_SAID = 11
"""Numbers of a list that are named."""


def _run(values: Sequence[Value], shown: Shown = "numerals") -> str:
    """Values as 'low to high' where they are a run, else as a list, cut where it is long."""
    low, high = values[0], values[-1]
    if len(values) > 2 and all(b - a == 1 for a, b in pairwise(values)):
        return f"{minus(low)} to {minus(high)}"
    return some_of([_written(value, shown) for value in values], MOST_SAID)


def _written(value: Value, shown: Shown) -> str:
    """A number as it is drawn: a fraction over a line where these are, else as a decimal if that is short."""
    return over_line(value) if shown in ("fractions", "bars") else minus(value)


def _so_many(words: str, count: int) -> str:
    return f"{words} × {count}" if count > 1 else words


def _drawn(pack: Pack) -> str:
    """How many cards are drawn, and what becomes of them, where that is not the usual."""
    drawn = f", {number(pack.drawn)} drawn at once" if pack.drawn > 1 else ""
    return drawn + (", kept out" if pack.after == "keep_out" else "")


def shows(piece: AnyPiece) -> str:
    """What a piece shows: a preset's words, a run, or the list."""
    preset = called(piece)
    match piece:
        case Die() | Spinner():
            marked = listing([f.number for f in faces_of(piece) if f.special], "and") if specials((piece,)) else ""
            said = preset or _run(piece.values, piece.shown)
            if isinstance(piece, Spinner) and len({sector.angle for sector in piece.sectors}) > 1:
                said = listing_words([f"{minus(s.number)} ({minus(tidy(s.angle))}°)" for s in piece.sectors], "and")
            return f"{said}, {marked} special" if marked else said
        case Pack() if piece.shown == "words" and all(card.word for card in piece.cards):
            return some_of([_so_many(card.word, card.count) for card in piece.cards], MOST_SAID) + _drawn(piece)
        case Pack():
            even = len({card.count for card in piece.cards}) == 1
            each = piece.cards[0].count
            each_so_many = [_so_many(_written(card.number, piece.shown), card.count) for card in piece.cards]
            said = _run(piece.values, piece.shown) if even else listing_words(each_so_many, "and")
            if even and each > 1:
                said += f", {number(each)} of each"
            return said + _drawn(piece)
        case Drop():
            nearer = ", nearer the middle more often" if piece.lands == "middle" else ""
            return f"on a chart {minus(piece.first)} to {minus(piece.last)}{nearer}"
        case Counters():
            if piece.front == 1 and piece.back == 0:
                return f"{piece.front_word} up counts"
            front, back = minus(tidy(piece.front)), minus(tidy(piece.back))
            return f"{front} for {piece.front_word} up, {back} for {piece.back_word} up"


SEEN_ON = {"dots": "dots", "frames": "ten frames", "bars": "bars", "coins": "coins"}
"""What is on cards that show pictures."""


def cards_of(pack: Pack) -> str:
    """How many cards a pack has, and what is seen on them where that is no number: '12 cards with ten frames'."""
    seen = f" with {SEEN_ON[pack.shown]}" if pack.shown in SEEN_ON else ""
    return f"{plural(pack.size, 'card')}{seen}"


def _of_kind(piece: AnyPiece, count: int) -> str:
    match piece:
        case Die():
            return f"{number(count)} {'die' if count == 1 else 'dice'}"
        case Spinner():
            return f"{number(count)} spinner{'s' if count > 1 else ''}"
        case Pack():
            return f"{number(count)} pack{'s' if count > 1 else ''} of {cards_of(piece)}"
        case Drop():
            return f"{number(count)} counter{'s' if count > 1 else ''} to drop"
        case Counters():
            each = f"{number(piece.count)} two-sided counter{'s' if piece.count > 1 else ''}"
            return each if count == 1 else f"{number(count)} handfuls of {each}"


def things(pieces: Sequence[AnyPiece]) -> list[str]:
    """The pieces as things to get, a kind a line: 'two dice with the numbers 1 to 6'."""
    told = []
    for piece, count in Counter(pieces).items():
        what = _of_kind(piece, count)
        match piece:
            case Die() if piece.shown == "dots" and not specials((piece,)):
                told.append(f"{what} with {shows(piece)} dots")
            case Die() | Spinner() if shows(piece)[0] in "−0123456789":
                told.append(f"{what} with the numbers {shows(piece)}")
            case _:
                told.append(f"{what} ({shows(piece)})")
    return told


def pieces_words(pieces: Sequence[AnyPiece]) -> str:
    """All the pieces: 'two dice, faces 1 to 6', or a group for each kind of piece."""
    groups = Counter(pieces)
    told = [
        (_of_kind(piece, count), ("faces " if isinstance(piece, Die) else "") + shows(piece))
        for piece, count in groups.items()
    ]
    if len(told) == 1:
        return ", ".join(told[0])
    return listing_words([f"{what} ({which})" for what, which in told], "and")

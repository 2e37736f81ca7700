"""How the settings of an open row are said, on the sheets and aloud."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from bolometric.core.areas.openrow.spec import MOST_OPEN, OpenRow
from bolometric.core.areas.openrow.ways import a_fresh, fresh, ways_in
from bolometric.core.game.aloud import Aloud, drawn, said, shared_aloud, starts, times_each
from bolometric.core.game.contract import Question, Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.results.posed import Posed
from bolometric.core.text.figures import number as in_words
from bolometric.core.text.figures import percent
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """The pack, and how many cards lie open."""
    area = game.area_as(OpenRow)
    copies = Span("once each" if area.copies == 1 else f"{area.copies} times each", "area.copies")
    numbers = Span(str(area.least), "area.least"), " to ", Span(str(area.most), "area.most")
    pack = sentences("The pack has the numbers ", *numbers, ", ", copies, f": {len(area.cards)} cards.")
    return pack, sentences(Span(f"{area.open} cards", "area.open"), " ", choice(game, "area.row"), ".")


def needs(game: Game) -> tuple[str, ...]:
    """The cards."""
    return (f"{len(game.area_as(OpenRow).cards)} cards",)


def first(game: Game) -> tuple[Sentences, ...]:
    """A shuffled pack, and its row or hands."""
    deal = "deal. Nobody sees the others' cards" if game.area_as(OpenRow).held else "lay the row open"
    return (sentences(f"Shuffle the pack and {deal}."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is taken."""
    area = game.area_as(OpenRow)
    asked: list[str | Span] = ["The number to make is ", choice(game, "area.asks")]
    if area.asks == "given":
        asked += [": ", Span(str(area.number), "area.number")]
    seen = Span(f"{area.noticed} in a hundred", "area.noticed")
    return (
        sentences(*asked, ". Take ", choice(game, "area.take"), " that make it together, and fill up from the pack."),
        sentences("When nothing is found, ", choice(game, "area.nothing"), ", and the turn is over."),
        sentences("Measured with players who see ", seen, " of the ways with two cards, of longer ones fewer."),
    )


def last(game: Game) -> tuple[Sentences, ...]:
    """Who has most."""
    used_up = "" if game.area_as(OpenRow).nothing == "pass" else "the pack is used up and "
    end = f"The game ends when no card is left, or when {used_up}nobody has found anything for a round."
    if game.seats.count == 1:
        return (sentences(f"{end} Count your turns: next time, try to need fewer."),)
    return (sentences(f"{end} Most cards win; with as many the win is shared."),)


def aloud(game: Game) -> Aloud:
    """Take what makes the number."""
    area, alone = game.area_as(OpenRow), game.seats.count == 1
    told = _HELD if area.held else _OPEN
    count = in_words(area.open)
    take = told.two if area.take == "two" else told.some
    that = f"make {area.number} together" if area.asks == "given" else "make your number together"
    turn = [
        *(drawn(game) if area.asks == "drawn" else ()),
        f"Take {take} that {that}.",
        *(("One card may do. You may take five at most.",) if area.take == "any" else ()),
        told.fill.format(count),
        {"add": told.more, "away": told.new.format(count), "pass": "If you find nothing, pass."}[area.nothing],
        told.full.format(MOST_OPEN, count) if area.nothing == "add" else "",
    ]
    end = [
        told.over,
        "When the pack is used up, go on without it.",
        "A player without cards is passed over." if area.held and not alone else "",
        _ends(area, alone),
    ]
    if alone:
        end.append("Count your turns. Next time, try to need fewer.")
    else:
        end += ["The player with most cards wins.", shared_aloud(game)]
    hide = "Hold your cards so that nobody else sees them." if area.held and not alone else ""
    begin = said(told.begin.format(count), hide, starts(game))
    return Aloud((_pack(area),), begin, said(*turn), said(*end))


@dataclass(frozen=True, slots=True)
class _Told:
    """What is said of cards in one place or another, with {} for how many."""

    begin: str
    two: str
    some: str
    fill: str
    more: str
    full: str
    new: str
    over: str


_OPEN = _Told(
    begin="Shuffle the pack. Lay {} cards open beside it.",
    two="two open cards",
    some="open cards",
    fill="Then lay cards from the pack until {} are open.",
    more="If you find nothing, lay one more card from the pack.",
    full="If {} cards are open already, put them away and lay new ones.",
    new="If you find nothing, put all open cards away and lay new ones.",
    over="The game ends when no card is left.",
)
_HELD = _Told(
    begin="Shuffle the pack. Deal {} cards to each player.",
    two="two of your cards",
    some="some of your cards",
    fill="Then draw cards from the pack until you have {}.",
    more="If you find nothing, draw one more card.",
    full="If you have {} cards already, put them away and draw {} new ones.",
    new="If you find nothing, put your cards away and draw {} new ones.",
    over="The game ends when nobody has a card left.",
)


def _ends(area: OpenRow, alone: bool) -> str:
    """When else it ends."""
    when = "as soon as you find nothing" if alone else "when all find nothing, in turn"
    return f"It also ends {when}." if area.nothing == "pass" else f"Then it ends {when}."


def _pack(area: OpenRow) -> str:
    each = times_each(area.copies)
    return f"a pack of {len(area.cards)} cards, the numbers {area.least} to {area.most}, {each}"


def talk(game: Game) -> tuple[Question, ...]:
    """Which pairs make the number, and how often nothing fits."""
    area = game.area_as(OpenRow)
    found = fresh(game)
    often = (
        "often",
        3,
        f"How often does {a_fresh(area)} of {area.open} cards hold nothing that fits?",
        f"In {percent(found.nothing)} of cases ({found.known}).",
    )
    if area.asks == "drawn":
        return (often,)
    values = range(area.least, area.most + 1)
    pairs = [(a, area.number - a) for a in values if a <= area.number - a and area.number - a in values]
    pairs = [pair for pair in pairs if pair[0] != pair[1] or area.copies > 1]
    listed = ", ".join(f"{a} and {b}" for a, b in pairs)
    return (("pairs", 1, f"Which two cards make {area.number}?", f"{listed or 'None'}."), often)


MOST_TOLD = 4


def posed(game: Game, rng: np.random.Generator) -> Posed | None:
    """A row, and which of its cards make the number; nothing where that is drawn."""
    area = game.area_as(OpenRow)
    if area.asks == "drawn":
        return None
    row = tuple(int(card) for card in rng.permutation(area.cards)[: area.open])
    ways = list(dict.fromkeys(tuple(sorted(row[place] for place in way)) for way in ways_in(area, row, area.number)))
    told = "; ".join(" + ".join(map(str, way)) for way in ways[:MOST_TOLD])
    more = f"; and {len(ways) - MOST_TOLD} more" if len(ways) > MOST_TOLD else ""
    which = "Which two cards make" if area.take == "two" else "Which cards make"
    answer = f"{told}{more}." if ways else "Nothing fits."
    return Posed((("", tuple(map(str, row))),), f"{which} {area.number}?", answer)


WORDS = Words(posed=posed, board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud, talk=talk)

"""How the settings of an open row are said, on the sheets and aloud."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.openrow.spec import MOST_OPEN, OpenRow
from bolometric.core.areas.openrow.ways import fresh, ways_in
from bolometric.core.game.aloud import Aloud, drawn, said, shared_aloud, starts
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
    return pack, sentences(Span(f"{area.open} cards", "area.open"), " lie open beside it.")


def needs(game: Game) -> tuple[str, ...]:
    """The cards."""
    return (f"{len(game.area_as(OpenRow).cards)} cards",)


def first(game: Game) -> tuple[Sentences, ...]:
    """A shuffled pack and its row."""
    return (sentences("Shuffle the pack and lay the row open."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is taken."""
    area = game.area_as(OpenRow)
    asked: list[str | Span] = ["The number to make is ", choice(game, "area.asks")]
    if area.asks == "given":
        asked += [": ", Span(str(area.number), "area.number")]
    seen = Span(f"{area.noticed} in a hundred", "area.noticed")
    return (
        sentences(*asked, ". Take ", choice(game, "area.take"), " that make it together, and fill the row up again."),
        sentences("When nothing is found, ", choice(game, "area.nothing"), ", and the turn is over."),
        sentences("Measured with players who see ", seen, " of the ways with two cards, of longer ones fewer."),
    )


def last(game: Game) -> tuple[Sentences, ...]:
    """Who has most."""
    end = "The game ends when no card is left, or when the pack is used up and nobody has found anything for a round."
    if game.seats.count == 1:
        return (sentences(f"{end} Count your turns: next time, try to need fewer."),)
    return (sentences(f"{end} Most cards win; with as many the win is shared."),)


def aloud(game: Game) -> Aloud:
    """Take what makes the number."""
    area, alone = game.area_as(OpenRow), game.seats.count == 1
    take = "two open cards" if area.take == "two" else "open cards"
    that = f"make {area.number} together" if area.asks == "given" else "make your number together"
    turn = [
        *(drawn(game) if area.asks == "drawn" else ()),
        f"Take {take} that {that}.",
        *(("One card may do. You may take five at most.",) if area.take == "any" else ()),
        f"Then lay cards from the pack until {in_words(area.open)} are open.",
        "If you find nothing, lay one more card from the pack."
        if area.nothing == "add"
        else "If you find nothing, put all open cards away and lay new ones.",
        *(
            (f"If {MOST_OPEN} cards are open already, put them away and lay new ones.",)
            if area.nothing == "add"
            else ()
        ),
    ]
    end = [
        "The game ends when no card is left.",
        "When the pack is used up, go on without it.",
        "Then it ends as soon as you find nothing." if alone else "Then it ends when all find nothing, in turn.",
    ]
    if alone:
        end.append("Count your turns. Next time, try to need fewer.")
    else:
        end += ["The player with most cards wins.", shared_aloud(game)]
    begin = said(f"Shuffle the pack. Lay {in_words(area.open)} cards open beside it.", starts(game))
    return Aloud((_pack(area),), begin, said(*turn), said(*end))


def _pack(area: OpenRow) -> str:
    each = "once each" if area.copies == 1 else f"{in_words(area.copies)} times each"
    return f"a pack of {len(area.cards)} cards, the numbers {area.least} to {area.most}, {each}"


def talk(game: Game) -> tuple[Question, ...]:
    """Which pairs make the number, and how often nothing fits."""
    area = game.area_as(OpenRow)
    found = fresh(game)
    often = (
        "often",
        3,
        f"How often does a fresh row of {area.open} cards hold nothing that fits?",
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

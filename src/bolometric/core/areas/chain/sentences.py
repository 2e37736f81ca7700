"""How the settings of a chain are said, on the sheets and aloud."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.chain.spec import Chain
from bolometric.core.game.aloud import Aloud, said, starts
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.results.posed import Posed
from bolometric.core.text.figures import number
from bolometric.core.text.spans import Sentences, Span, sentences


def board(game: Game) -> tuple[Sentences, ...]:
    """The line."""
    last = Span(str(game.area_as(Chain).last), "area.last")
    return (sentences("Write the numbers from ", choice(game, "area.begins"), " to ", last, " in a row."),)


def needs(game: Game) -> tuple[str, ...]:
    """Nothing is drawn."""
    return "paper", "a pencil"


def first(game: Game) -> tuple[Sentences, ...]:
    """Zero, perhaps."""
    area = game.area_as(Chain)
    if area.begins == "one":
        return (sentences("No number is struck yet."),)
    why = ": to add or take away nothing changes nothing" if area.zero == "struck" else ""
    return (sentences("Zero ", choice(game, "area.zero"), f"{why}."),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """A sum."""
    return (
        sentences(
            "Make a sum of two numbers that are not struck; what it gives must be on the line and not struck. "
            "Strike the two; the next sum begins with what it gave."
        ),
        sentences("Adding and taking away ", choice(game, "area.signs"), "."),
    )


def last(game: Game) -> tuple[Sentences, ...]:
    """How it ends."""
    area = game.area_as(Chain)
    told: list[str | Span] = ["You play ", choice(game, "area.practice")]
    if area.practice == "together":
        wanted = Span(f"at most {area.wanted}", "area.wanted")
        return (sentences(*told, ", until nobody can go on; the aim is to leave ", wanted, "."),)
    return (sentences(*told, ": whoever cannot go on loses."),)


def aloud(game: Game) -> Aloud:
    """Strike numbers by sums."""
    area, alone = game.area_as(Chain), game.seats.count == 1
    line = f"Write the numbers {area.line[0]} to {area.last} in a row."
    zero = "Strike zero: adding nothing changes nothing." if area.begins == "zero" and area.zero == "struck" else ""
    signs = (
        "First add or take away: you choose. After that add and take away by turns."
        if area.signs == "alternate"
        else "You may add or take away."
    )
    turn = said(
        "Make a sum with two numbers that are not struck.",
        signs,
        "The answer must be a number that is not struck.",
        "Strike the two numbers.",
        "The next sum begins with the answer.",
    )
    if area.practice == "against":
        last: tuple[str, ...] = ("If you cannot go on, you lose.",)
    else:
        who = "You" if alone else "You all"
        last = ("Go on until no sum is left.", f"{who} win if at most {_left(area.wanted)} left.")
    return Aloud(("paper", "a pencil"), said(line, zero, starts(game)), turn, last)


def _left(count: int) -> str:
    return "one number is" if count == 1 else f"{number(count)} numbers are"


MOST_SUMS, MOST_TOLD = 5, 6
"""Sums that are made before it is shown, and that are told of those that can come next."""


def posed(game: Game, rng: np.random.Generator) -> Posed:
    """A line after some sums: which can come next?"""
    from bolometric.core.areas.chain.by_hand import begin, choose, options

    area, now = game.area_as(Chain), begin(game)
    for _ in range(int(rng.integers(MOST_SUMS + 1))):
        found = options(game, now)
        after = choose(game, now, found[int(rng.integers(len(found)))].key)
        if after.over:
            break
        now = after
    sums = [option.words for option in options(game, now)]
    more = f"; and {len(sums) - MOST_TOLD} more" if len(sums) > MOST_TOLD else ""
    left = tuple(str(one) for place, one in enumerate(area.open_line) if now.held >> place & 1)
    rows = [("not struck", left)]
    if now.begins >= 0:
        rows.insert(0, ("begin with", (str(area.open_line[now.begins]),)))
    sign = {0: "You have to add. ", 1: "You have to take away. "}.get(now.sign, "")
    return Posed(tuple(rows), f"{sign}Which sums can come next?", f"{'; '.join(sums[:MOST_TOLD])}{more}.")


WORDS = Words(posed=posed, board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud)

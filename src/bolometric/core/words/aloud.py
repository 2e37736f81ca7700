"""The players' rules: one game as short numbered sentences, to be read aloud to a child."""

from __future__ import annotations

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.aloud import own_things
from bolometric.core.game.document import Game
from bolometric.core.game.house import PLACES, Where, merged, spoken
from bolometric.core.pieces.words import things
from bolometric.core.results.printed import PlayersRules
from bolometric.core.words.rule_sheet import caution

EVERYBODY = "Everybody works each number out, not only the player whose turn it is."


def _pieces(game: Game) -> list[str]:
    """What is drawn with, a kind a line."""
    if own := own_things(game):
        return list(own)
    each = " for each player" if len(game.hands) > 1 else ""
    return [f"{thing}{each}" for thing in things(game.pieces)]


def players_parts(game: Game) -> PlayersRules:
    """What is needed, what can hurt, and what is done first, next and last."""
    told = area_of(game).words.aloud(game)
    pieces = _pieces(game) if game.area.uses_pieces else []
    heard = tuple((PLACES[where], merged(game.house, where, said)) for where, said in own_sentences(game))
    needs = tuple(spoken(thing, game.house.nouns) for thing in (*pieces, *told.needs))
    return PlayersRules(needs, caution(game), heard)


def own_sentences(game: Game) -> tuple[tuple[Where, tuple[str, ...]], ...]:
    """The program's sentences under each heading, before the maker's are put in and any is left out."""
    told = area_of(game).words.aloud(game)
    turn = (*told.turn, EVERYBODY) if game.all_answer else told.turn
    return ("first", told.first), ("next", turn), ("last", told.last)


def players_rules(game: Game, markdown: bool = False) -> str:
    """The rules as the players hear them.

    Args:
        game: the game.
        markdown: with the signs of Markdown for headings and lists.

    Returns:
        What is needed, then numbered sentences under First, Next and Last.

    >>> print(players_rules(Game()).split("Last")[1].strip())
    5. You are home when you reach the last square, or pass it.
    6. The first player home wins.
    """
    told = players_parts(game)
    lines = [f"# {game.name}" if markdown else game.name, ""]
    lines += ["## You need" if markdown else "You need", *([""] if markdown else [])]
    lines += [f"{'-' if markdown else '•'} {thing}" for thing in told.needs]
    lines += [*([""] if markdown else []), told.caution]
    number = 0
    for heading, steps in told.steps:
        lines += ["", f"## {heading}" if markdown else heading, *([""] if markdown else [])]
        for step in steps:
            number += 1
            lines.append(f"{number}. {step}")
    return "\n".join(lines)

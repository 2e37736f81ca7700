"""Packs of question cards, as the maker's sheet and the players' rules say them."""

from __future__ import annotations

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.question_cards.packs import cards_of
from bolometric.core.text.figures import number, plural
from bolometric.core.text.spans import Sentences, Span, sentences

PACKS = "area.packs"


def _trail(game: Game) -> Trail:
    return game.area_as(Trail)


def packs(game: Game) -> tuple[Sentences, ...]:
    """What packs there are, with a word to click; where there are none, an offer."""
    trail = _trail(game)
    if trail.carries == "no":
        return ()
    if not trail.packs and not trail.squares:
        return ()  # offered with squares
    if not trail.packs:
        return (sentences("Squares could ask ", Span("packs of question cards", PACKS), "."),)
    told = "; ".join(f"{pack.name} ({len(cards_of(pack))} cards, {pack.told})" for pack in trail.packs)
    return (sentences("Make packs of question cards: ", Span(told, PACKS), "."),)


def answers(game: Game) -> tuple[Sentences, ...]:
    """What an answer comes to, and who draws from which pack."""
    trail = _trail(game)
    if trail.asks == "no":
        return ()
    whose = Span(_whose(trail, game.seats.count), "area.draws_from")
    return (
        sentences(
            "If the answer is right, ",
            choice(game, "area.if_right"),
            "; if it is wrong, ",
            choice(game, "area.if_wrong"),
            ". A pack that runs out ",
            choice(game, "area.if_out"),
            ".",
        ),
        sentences("Who draws from which pack: ", whose, "."),
    )


def _whose(trail: Trail, seats: int) -> str:
    differs = differences(trail, seats)
    if not differs:
        return "all draw from those that squares name"
    return "; ".join(f"player {seat} draws from {own} in place of {named}" for seat, named, own in differs)


def differences(trail: Trail, seats: int) -> list[tuple[int, str, str]]:
    """Seats, from 1, that draw from another pack than a square names: the pack named, and their own."""
    return [
        (seat + 1, pack.name, trail.packs[trail.source(seat, place)].name)
        for seat in range(seats)
        for place, pack in enumerate(trail.packs)
        if trail.source(seat, place) != place
    ]


def winner(game: Game) -> tuple[Sentences, ...]:
    """What wins where cards are asked."""
    trail = _trail(game)
    if trail.asks == "no":
        return ()
    parts: list[str | Span] = ["What wins: ", choice(game, "area.cards_win")]
    if trail.cards_win == "most_after_rounds":
        parts += [": ", Span(plural(trail.cards_rounds, "round"), "area.cards_rounds")]
    if trail.cards_win == "home_with":
        parts += [": ", Span(plural(trail.cards_wanted, "card"), "area.cards_wanted")]
    return (sentences(*parts, "."),)


def needs(game: Game) -> tuple[str, ...]:
    """The packs, as they go on a list."""
    trail = _trail(game)
    if trail.asks == "no":
        return ()
    return tuple(f"the pack {pack.name}: {plural(len(cards_of(pack)), 'card')}, {pack.told}" for pack in trail.packs)


def needs_in_short(game: Game) -> tuple[str, ...]:
    """How many packs, where what they ask is told elsewhere."""
    count = len(_trail(game).packs)
    if _trail(game).asks == "no":
        return ()
    return ("a pack of question cards",) if count == 1 else (f"{number(count)} packs of question cards",)


def first(game: Game) -> tuple[str, ...]:
    """What is done with packs before the first turn, for the players."""
    count = len(_trail(game).packs)
    if _trail(game).asks == "no":
        return ()
    return ("Shuffle the pack and put it face down.",) if count == 1 else ("Shuffle each pack and put it face down.",)


def aloud(game: Game) -> list[str]:
    """How cards are answered, for the players."""
    trail, seats = _trail(game), game.seats.count
    if trail.asks == "no":
        return []
    told = [f"Player {seat} takes from {own} instead of {named}." for seat, named, own in differences(trail, seats)]
    told.append("Read the card aloud and say the answer.")
    told.append(
        "If you are right, keep the card."
        if trail.if_right == "keep"
        else "If you are right, put the card under its pack."
    )
    if trail.if_wrong == "next_tries" and seats > 1:
        told.append("If you are wrong, the next player tries.")
        told.append("If both are wrong, put the card under its pack.")
    else:
        told.append("If you are wrong, put the card under its pack.")
    if trail.if_wrong == "lose_move":
        told.append("Then go back to where you were.")
    return [*told, *_out(trail)]


def _out(trail: Trail) -> tuple[str, ...]:
    if trail.if_right == "stay":
        return ()  # no pack is ever used up
    if trail.if_out == "ends" or trail.cards_win == "most_at_out":
        return ("The game ends when a pack is used up.",)
    if trail.if_out == "skipped":
        return ("When a pack is used up, leave it out.",)
    noted = "When a pack is used up, write down how many of its cards each player has."
    return noted, "Then shuffle all of its cards again."


def last(game: Game) -> tuple[str, ...] | None:
    """Who wins, for the players; None where cards have no part in it."""
    trail = _trail(game)
    if trail.asks == "no":
        return None
    alone = game.seats.count == 1
    most = () if alone else ("The player with most cards wins.", "If two have as many, they both win.")
    ends = ("If the game ends with a pack, most cards win.",) if trail.if_out == "ends" and game.seats.count > 1 else ()
    match trail.cards_win:
        case "most_at_home":
            finish = ("Finish the round, so that all have had a turn.",) if trail.finish == "finish_round" else ()
            return ("The game ends when the first player is home.", *finish, *most)
        case "most_at_out":
            return ("If you are home before that, start again.", *most)
        case "most_after_rounds":
            return (f"Play {plural(trail.cards_rounds, 'round')}.", "If you are home before that, start again.", *most)
        case "home_with":
            need = f"You need {number(trail.cards_wanted)} {'card' if trail.cards_wanted == 1 else 'cards'} to be home."
            return (need, "With fewer, start again from the beginning.", "The first player home wins.", *ends)
    return None

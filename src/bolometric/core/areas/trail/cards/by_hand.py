"""Question cards at the table: taken, answered, kept or put under their pack."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.standing import Key, OnTrail
from bolometric.core.game.document import Game
from bolometric.core.question_cards.families import Question
from bolometric.core.question_cards.keyed import same_answer
from bolometric.core.question_cards.packs import cards_of
from bolometric.core.results.standing import Option, noted, won
from bolometric.core.text.figures import plural

RIGHT, WRONG, PACK = "right", "wrong", "pack "


def whole(game: Game) -> tuple[tuple[int, ...], ...]:
    """Every pack as it lies at the start, shuffled already."""
    return tuple(tuple(range(len(cards_of(pack)))) for pack in game.area_as(Trail).packs)


def question(game: Game, now: OnTrail) -> Question:
    """The card being answered."""
    assert now.card is not None, "a card is being answered"
    pack, place = now.card
    return cards_of(game.area_as(Trail).packs[pack])[place]


def taken(game: Game, now: OnTrail, square: int) -> OnTrail:
    """A marker has come to a square that asks."""
    found = game.area_as(Trail).square_at(square)
    assert found is not None, "the square asks"
    return _next(game, replace(now, asked_on=square, to_ask=found.cards, card=None, waiting="choice"))


def _open(game: Game, now: OnTrail) -> list[int]:
    """Packs that can be drawn from: those with cards, or that are shuffled again."""
    again = game.area_as(Trail).if_out == "again"
    return [pack for pack, cards in enumerate(now.cards) if cards or again]


def _next(game: Game, now: OnTrail) -> OnTrail:
    """The next card of the square, if there is one to take; else its asking is done."""
    trail = game.area_as(Trail)
    square = trail.square_at(now.asked_on)
    assert square is not None, "the square asks"
    done = replace(now, asked_on=0, to_ask=0, card=None, waiting="draw")
    if not now.to_ask or now.pack_out:
        return done
    if not square.pack:
        return replace(now, card=None) if _open(game, now) else noted(done, "no pack has cards.")
    named = [pack.name for pack in trail.packs].index(square.pack)
    pack = trail.source(now.seat, named)
    if pack not in _open(game, now):
        return noted(done, f"the pack {trail.packs[pack].name} is out.")
    return _from(game, now, pack)


def _from(game: Game, now: OnTrail, pack: int) -> OnTrail:
    """Take the next card of a pack, which is shuffled again if it is out."""
    left = now.cards[pack] or whole(game)[pack]
    cards = tuple(left[1:] if k == pack else other for k, other in enumerate(now.cards))
    now = replace(now, cards=cards, card=(pack, left[0]), answers=now.seat)
    return noted(now, f"{game.area_as(Trail).packs[pack].name}: {question(game, now).text}")


def asks(game: Game, now: OnTrail) -> str:
    """What is to be done: choose a pack, or answer."""
    if now.card is None:
        return "choose a pack."
    who = "" if now.answers == now.seat else f"player {now.answers + 1} tries: "
    return f"{who}{question(game, now).text} Say the answer, then whether it was right."


def options(game: Game, now: OnTrail) -> tuple[Option[Key], ...]:
    """A pack to take from, or how the card was answered."""
    found: list[tuple[Key, str]] = [(RIGHT, "The answer was right"), (WRONG, "The answer was wrong")]
    if now.card is None:
        packs = game.area_as(Trail).packs
        found = [(f"{PACK}{pack}", f"Take from {packs[pack].name}") for pack in _open(game, now)]
    return tuple(Option(key, words) for key, words in found)


def chosen(game: Game, now: OnTrail, key: str) -> OnTrail:
    """A pack was chosen, or a card answered."""
    if now.card is None:
        return _from(game, now, int(key.removeprefix(PACK)))
    trail, right = game.area_as(Trail), key == RIGHT
    who = f"player {now.answers + 1}" if now.answers != now.seat else ""
    result = f"{who} {'right' if right else f'wrong, it is {question(game, now).answer}'}".strip()
    now = noted(now, f"{result}.")
    if not right and trail.if_wrong == "next_tries" and now.answers == now.seat and game.seats.count > 1:
        return replace(now, answers=(now.seat + 1) % game.seats.count)
    if not right and trail.if_wrong == "lose_move":
        marker = 0 if trail.track == "shared" else now.seat
        places = tuple(now.before if k == marker else place for k, place in enumerate(now.places))
        now = noted(replace(now, places=places), "back to where it was.")
    return _next(game, _put_away(game, now, right and trail.if_right == "keep"))


def _put_away(game: Game, now: OnTrail, keep: bool) -> OnTrail:
    """The card is kept by whoever answered, or goes under its pack."""
    assert now.card is not None, "a card was answered"
    trail, (pack, place) = game.area_as(Trail), now.card
    if keep:
        kept = tuple(count + (seat == now.answers) for seat, count in enumerate(now.kept))
        out = not now.cards[pack] and (trail.if_out == "ends" or trail.cards_win == "most_at_out")
        return replace(now, kept=kept, card=None, to_ask=now.to_ask - 1, pack_out=now.pack_out or out)
    cards = tuple((*left, place) if k == pack else left for k, left in enumerate(now.cards))
    return replace(now, cards=cards, card=None, to_ask=now.to_ask - 1)


def pick(game: Game, now: OnTrail, rng: np.random.Generator) -> str:
    """How a player by a style answers: right as often as the pack says; any pack evenly."""
    if now.card is None:
        found = _open(game, now)
        return f"{PACK}{found[int(rng.integers(len(found)))]}"
    chance = game.area_as(Trail).packs[now.card[0]].chance(now.answers)
    return RIGHT if rng.random() < chance else WRONG


def answer_words(game: Game, now: OnTrail) -> str:
    """The answer."""
    if now.card is None:
        return "Any pack will do: take the one that suits you."
    return f"The answer is {question(game, now).answer}."


def check(game: Game, now: OnTrail, text: str) -> str | None:
    """Whether an answer that was typed is that of the card; None where none is asked."""
    typed = " ".join(text.rpartition("=")[2].split()).casefold().replace("−", "-")
    if now.card is None or not typed:
        return None
    answer = question(game, now).answer
    if same_answer(typed, answer):
        return f"Right: it is {answer}."
    return "Not quite: think again, or let the coach tell it."


def tally(game: Game, now: OnTrail) -> str:
    """How many cards each player has."""
    kept = ", ".join(f"player {seat} has {plural(count, 'card')}" for seat, count in enumerate(now.kept, 1))
    return f"So far {kept}."


def most_win(now: OnTrail) -> OnTrail:
    """The game is over, and most cards win."""
    most = max(now.kept)
    return won(now, [seat for seat, count in enumerate(now.kept) if count == most], f" with {plural(most, 'card')}")

"""What can be wrong with packs of question cards."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.trail.spec import Trail
from bolometric.core.areas.trail.squares.patterns import PlainSquare
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault, change, cures
from bolometric.core.question_cards.keyed import wrong_keys
from bolometric.core.text.figures import listing, plural

PACKS, SQUARES = "area.packs", "area.squares"
MOST_TOLD = 3


def by_rules(game: Game) -> Iterator[Fault]:
    """Wrong answers on typed cards, squares that ask a pack that is not there, packs that nobody asks."""
    trail = game.area_as(Trail)
    if trail.carries == "yes":
        yield from _wrong_keys(game)
        yield from _no_such_pack(game)
        yield from _never_asked(game)
        if trail.never_out:
            yield _never_out(game)


def _never_out(game: Game) -> Fault:
    """The game waits for a pack to run out, and none ever does."""
    stays = game.area_as(Trail).if_right == "stay"
    why = "right cards go back under it" if stays else "nobody ever answers right"
    keep = change(game, "Let players keep right cards", "area.if_right", "keep") if stays else None
    sentence = f"No pack ever runs out, since {why}: so the game never ends."
    return Fault("never_out", "fault", "area.if_right", sentence, cures(keep))


def _wrong_keys(game: Game) -> Iterator[Fault]:
    packs = game.area_as(Trail).packs
    for place, pack in enumerate(packs):
        wrong = wrong_keys(pack)
        if not wrong:
            continue
        told = [f"card {k} ({card.question}) says {card.answer}, and it is {right}" for k, card, right in wrong]
        more = f"; and {plural(len(wrong) - MOST_TOLD, 'card')} more" if len(wrong) > MOST_TOLD else ""
        sentence = f"In the pack “{pack.name}”, {'; '.join(told[:MOST_TOLD])}{more}."
        mended = {number: right for number, _, right in wrong}
        cards = [
            {"question": card.question, "answer": mended.get(number, card.answer)}
            for number, card in enumerate(pack.cards, 1)
        ]
        plain = [other.model_dump() for other in packs]
        plain[place] = {**plain[place], "cards": cards}
        words = "Write the right answer on it" if len(wrong) == 1 else "Write the right answers on them"
        yield Fault("wrong_key", "fault", PACKS, sentence, cures(change(game, words, PACKS, plain)))


def _no_such_pack(game: Game) -> Iterator[Fault]:
    trail = game.area_as(Trail)
    names = [pack.name for pack in trail.packs]
    lost = [square for square in trail.squares if square.does == "card" and square.pack not in ("", *names)]
    unasked = [square for square in trail.squares if square.does == "card" and not names]
    if not lost and not unasked:
        return
    gone = sorted({square.at for square in (*lost, *unasked)})
    one = len(gone) == 1
    where = f"{'Square' if one else 'Squares'} {listing(gone, 'and')}"
    missing = sorted({f"“{square.pack}”" for square in lost})
    what = f"the pack {' and '.join(missing)}, which is not there" if missing else "cards, and there is no pack"
    sentence = f"{where} {'asks' if one else 'ask'} {what}."
    kept: list[PlainSquare] = []
    for square in trail.squares:
        plain = square.model_dump(exclude_defaults=True)
        if square.at not in gone or names:
            kept.append({**plain, "pack": names[0]} if square.at in gone else plain)
    words = f"Ask the pack {names[0]} there" if names else "Leave them plain"
    yield Fault("no_such_pack", "fault", SQUARES, sentence, cures(change(game, words, SQUARES, kept)))


def _never_asked(game: Game) -> Iterator[Fault]:
    trail = game.area_as(Trail)
    asked = {square.pack for square in trail.squares if square.does == "card"}
    if "" in asked:
        return
    sources = {
        trail.source(seat, place)
        for seat in range(game.seats.count)
        for place, pack in enumerate(trail.packs)
        if pack.name in asked
    }
    idle = [pack.name for place, pack in enumerate(trail.packs) if place not in sources]
    if idle:
        named = " and ".join(f"“{name}”" for name in idle)
        sentence = f"Nobody ever draws from {named}: let a square ask {'it' if len(idle) == 1 else 'them'}."
        yield Fault("pack_never_asked", "fault", PACKS, sentence, ())

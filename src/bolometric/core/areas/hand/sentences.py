"""How the settings of a game with cards in the hand are said, on the sheets and aloud."""

from __future__ import annotations

import numpy as np

from bolometric.core.areas.hand.deals import fitting, nothing_goes, partner_dealt, partners
from bolometric.core.areas.hand.rules import fewest_and_most
from bolometric.core.areas.hand.spec import SPECIAL, Hand
from bolometric.core.game.aloud import Aloud, said, shared_aloud, starts, times_each
from bolometric.core.game.contract import Question, Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.results.posed import Posed
from bolometric.core.text.figures import listing, listing_words, percent, plural
from bolometric.core.text.figures import number as in_words
from bolometric.core.text.spans import Sentences, Span, sentences

NUMBERED = {"near": "apart", "differ": "apart", "limit": "limit", "ask": "number"}
"""The setting that is the number in what is done."""


def board(game: Game) -> tuple[Sentences, ...]:
    """The pack, and how many cards are dealt."""
    area = game.area_as(Hand)
    copies = Span("once each" if area.copies == 1 else f"{area.copies} times each", "area.copies")
    numbers = Span(str(area.least), "area.least"), " to ", Span(str(area.most), "area.most")
    away: list[str | Span] = []
    if area.play == "limit":
        told = "none" if not area.minus else "once each" if area.minus == 1 else f"{area.minus} times each"
        away = [", and ", Span(told, "area.minus"), " with a minus sign"]
    if area.follows:
        away = [", and beside these ", *_special_spans(area)]
    pack = sentences("The pack has the numbers ", *numbers, ", ", copies, *away, f": {area.size} cards.")
    return pack, sentences("Each player is dealt ", Span(plural(area.hold, "card"), "area.hold"), ".")


def _special_spans(area: Hand) -> list[str | Span]:
    """How many special cards there are, in words to click."""
    counts = (area.wilds, area.misses, area.twos, area.swaps)
    whats = ("wild card", *(f"“{word}” card" for word in SPECIAL[1:]))
    wilds, misses, twos, swaps = (
        Span(plural(count, what) if count else f"no {what}s", f"area.{path}")
        for count, what, path in zip(counts, whats, ("wilds", "misses", "twos", "swaps"), strict=True)
    )
    return [wilds, ", ", misses, ", ", twos, " and ", swaps]


def needs(game: Game) -> tuple[str, ...]:
    """The cards."""
    return (f"{game.area_as(Hand).size} cards",)


def first(game: Game) -> tuple[Sentences, ...]:
    """The deal."""
    area = game.area_as(Hand)
    then = " Turn one card more face up." if area.follows else ""
    pairs = " Lay down the pairs you hold." if area.play == "ask" else ""
    return (sentences(f"Shuffle the pack and deal. Nobody sees the others' cards.{then}{pairs}"),)


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is played."""
    area = game.area_as(Hand)
    done: list[str | Span] = ["In turn ", choice(game, "area.play")]
    if area.play in NUMBERED:
        name = NUMBERED[area.play]
        done += [" ", Span(str(getattr(area, name)), f"area.{name}")]
    match area.play:
        case "limit":
            more = sentences(
                f"{AWAY * area.taken_away}Then draw a card. Who makes the limit exactly takes all cards that were "
                "laid, and the count begins at 0. Who can't lay passes; if all pass, the cards are put away, and the "
                "count is 0."
            )
        case "ask":
            more = sentences(
                "Who has it gives it, the pair is laid down, and both draw a card. If nobody has, draw a card. A drawn "
                "card that makes a pair is laid down too."
            )
        case _:
            more = sentences("If none goes, ", choice(game, "area.cannot"), ".", " ".join(("", *_special(game))))
    return sentences(*done, "."), more


def last(game: Game) -> tuple[Sentences, ...]:
    """Who wins."""
    area, alone = game.area_as(Hand), game.seats.count == 1
    if area.follows:
        end = "Whoever has no card left wins. "
        end += "If the pack is used up and all pass for a round, fewest cards win; with as few the win is shared."
    elif area.play == "ask":
        end = "Once the pack is used up the round is finished. Most pairs win; with as many the win is shared."
    else:
        end = f"The game ends when nobody holds a card{AT_NOTHING if area.taken_away else ''}. "
        end += "Most cards taken win; with as many the win is shared."
    if alone:
        end = "The game ends when you have no card left"
        if area.follows:
            end += ", or when the pack is used up and none goes."
        else:
            end += ", or when none goes while the count is 0" if area.taken_away else ""
            end += ". Count the cards you have taken."
    return (sentences(end),)


def aloud(game: Game) -> Aloud:
    """What is done, in short sentences."""
    area, alone = game.area_as(Hand), game.seats.count == 1
    cards = "a card" if area.hold == 1 else f"{in_words(area.hold)} cards"
    begin = [f"Shuffle the pack. Deal {cards} to each player."]
    begin += [] if alone else ["Hold your cards so that nobody else sees them."]
    if area.follows:
        begin.append("Turn one more card face up beside the pack.")
    elif area.play == "limit":
        begin.append("The count begins at 0.")
    else:
        begin.append(f"Two cards that make {area.number} are a pair. Lay down all pairs you hold.")
    told = {"limit": _limit_aloud, "ask": _ask_aloud}.get(area.play, _follow_aloud)
    turn, end = told(game)
    pack = f"a pack of {area.size} cards, the numbers {area.least} to {area.most}, {times_each(area.copies)}"
    pack += f", and with a minus sign {times_each(area.minus)}" if area.taken_away else ""
    special = [f"{many} “{word}”" for word, many in zip(SPECIAL, area.special, strict=bool(area.special)) if many]
    pack += f", and {listing_words(special, 'and')}" if special else ""
    return Aloud((pack,), said(*begin, starts(game)), said(*turn), said(*end))


AT_NOTHING = ", or all pass while the count is 0"
AWAY = "A number with a minus sign is taken away from the count, which never falls below 0. "


def _follow_aloud(game: Game) -> tuple[list[str], list[str]]:
    area, alone = game.area_as(Hand), game.seats.count == 1
    lay = {
        "near": f"Lay a card that differs from the open card by {area.apart} at most.",
        "differ": f"Lay a card that is {area.apart} more or {area.apart} less than the open card.",
        "multiple": "Lay a card that is a multiple of the open card. Or one of which the open card is a multiple.",
    }[area.play]
    lay += " An equal card goes too." if area.play != "differ" and area.copies > 1 else ""
    then = "If it goes, lay it." if area.cannot == "lay" else ""
    turn = [lay, *_special(game), "Your card is the open card now.", "If you have no card that goes, draw one.", then]
    turn.append("When the pack is used up, pass instead.")
    if alone:
        return turn, [
            "The game ends when you have no card left.",
            "It also ends when the pack is used up and you pass.",
            "Count your turns. Next time, try to need fewer.",
        ]
    end = [
        "Whoever has no card left wins.",
        "The game also ends when the pack is used up and all pass, in turn.",
        "Then the player with fewest cards wins.",
        shared_aloud(game, "few"),
    ]
    return turn, end


def _special(game: Game) -> list[str]:
    """What special cards do, as far as there are any."""
    area, two = game.area_as(Hand), game.seats.count == 2
    if not area.special:
        return []
    after = "the other player" if two else "the next player"
    named = [f"“{word}”" for word, many in zip(SPECIAL, area.special, strict=True) if many]
    told = [f"{listing_words(named, 'and')} {'goes' if len(named) == 1 else 'go'} on any card, and any card on "]
    told[0] += "it." if len(named) == 1 else "them."
    told += [f"After “miss a turn” {after} misses a turn."] * (area.misses > 0)
    told += [f"After “draw two” {after} draws two cards."] * (area.twos > 0)
    return told + [f"After “swap hands” you and {after} swap your cards."] * (area.swaps > 0)


def _limit_aloud(game: Game) -> tuple[list[str], list[str]]:
    area, alone = game.area_as(Hand), game.seats.count == 1
    turn = [
        "Lay a card and add it to the count.",
        "If it has a minus sign, take it away from the count." if area.taken_away else "",
        f"The count may go up to {area.limit}, and no further.",
        "It may not go below 0." if area.taken_away else "",
        "Then draw a card, as long as there are any.",
        f"If you make {area.limit}, take all the cards that were laid. The count is 0 again.",
        "If you have no card that goes, put the laid cards away. The count is 0 again."
        if alone
        else "If you have no card that goes, pass.",
    ]
    if alone:
        end = ["The game ends when you have no card left.", "Count the cards you have taken."]
        end.insert(1, "It also ends when the count is 0 and you have no card that goes." if area.taken_away else "")
        return turn, end
    turn.append("If all pass, one after the other, put the laid cards away. The count is 0 again.")
    turn.append("A player without cards is passed over.")
    end = [
        "The game ends when nobody has a card left.",
        "It also ends when the count is 0 and all pass." if area.taken_away else "",
        "The player who has taken most cards wins.",
    ]
    return turn, [*end, shared_aloud(game)]


def _ask_aloud(game: Game) -> tuple[list[str], list[str]]:
    area, two = game.area_as(Hand), game.seats.count == 2
    turn = [
        "Choose one of your cards.",
        f"Ask {'the other player' if two else 'all others'} for the card that makes {area.number} with it.",
        "If you get it, lay the pair down. Then you both draw a card, you first.",
        "" if two else "If several have it, the next one in turn gives it.",
        f"If {'the other player does not have it' if two else 'nobody has it'}, draw a card.",
        "If you have nothing to ask with, just draw a card.",
        "Whenever you draw a card that makes a pair, lay the pair down.",
    ]
    end = [
        "When the pack is used up, finish the round. Then the game ends.",
        "The player with most pairs wins.",
        shared_aloud(game),
    ]
    return turn, end


def talk(game: Game) -> tuple[Question, ...]:
    """What goes with a card, and how the deal comes out."""
    area = game.area_as(Hand)
    if area.play == "limit":
        found = fewest_and_most(area.plain, area.copies, area.limit)
        assert found is not None
        most = f"How many cards {'must' if area.taken_away else 'can'} it take to make {area.limit} from 0?"
        told = f"{plural(found[0], 'card')} at the fewest" + ("." if area.taken_away else f", {found[1]} at the most.")
        one = area.values[-1]
        last_count = f"The largest count at which {one} can be laid?", f"{area.limit - one}."
        return ("cards", 2, most, told), ("largest", 1, *last_count)
    most_played = max(range(len(area.values)), key=lambda card: partners(area, card))
    value = area.values[most_played]
    goes = listing_words(list(map(area.told, fitting(area, most_played))), "and")
    if area.play == "ask":
        dealt = f"In {percent(partner_dealt(game))} of games (exact)."
        return (
            ("partner", 1, f"You hold {value}. What do you ask for?", f"{goes}."),
            ("dealt", 3, "You are dealt a card. How often is a card that makes a pair with it dealt to others?", dealt),
        )
    return (
        ("goes", 1, f"{value} lies open. Which cards go on it?", f"{goes}."),
        ("hardest", 2, "Which card goes on fewest others?", f"{_hardest(area)}."),
        (
            "begin",
            3,
            "How often can whoever begins lay nothing?",
            f"In {percent(nothing_goes(game))} of games (exact).",
        ),
    )


def _hardest(area: Hand) -> str:
    """The numbers that go with fewest other cards, and with how many."""
    each = {value: partners(area, card) for card, value in enumerate(area.values)}
    fewest = min(each.values())
    return f"{listing([value for value, count in each.items() if count == fewest], 'and')}: {plural(fewest, 'card')}"


def posed(game: Game, rng: np.random.Generator) -> Posed:
    """A hand, with the open card or the count above it: which of these can be played?"""
    area = game.area_as(Hand)
    dealt = [int(card) for card in rng.permutation(len(area.cards))[: area.hold + 1]]
    first, *hand = (area.values.index(area.cards[card]) for card in dealt)
    hand = sorted(hand)
    held = ("hand", tuple(map(area.label, hand)))
    if area.play == "ask":
        wanted = {card: str(area.number - area.values[card]) for card in hand if partners(area, card)}
        told = listing_words(list(wanted.values()), "and") if wanted else "None"
        return Posed((held,), f"Which cards make {area.number} with these?", f"{told}.")
    stands = int(rng.integers(area.limit)) if area.play == "limit" else first
    found = sorted({area.values[card] for card in hand if area.compiled.goes[stands, card]})
    goes = listing(found, "and") if found else "None"
    if area.play == "limit":
        exact = area.limit - stands
        full = f" {exact} makes {area.limit}." if exact in {area.values[card] for card in hand} else ""
        ask = f"The count may go up to {area.limit}. Which cards can be laid?"
        return Posed((("count", (str(stands),)), held), ask, f"{goes}.{full}")
    rule = {"near": f"It may differ by {area.apart} at most.", "differ": f"It must differ by {area.apart}."}
    ask = f"{rule.get(area.play, 'Multiples go, both ways.')} Which cards can be laid?"
    return Posed((("open", (str(area.values[stands]),)), held), ask, f"{goes}.")


WORDS = Words(posed=posed, board=board, needs=needs, first=first, turn=turn, last=last, aloud=aloud, talk=talk)

"""Questions to ask after a game, made from its own figures, with worked answers, from easy to hard."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.talk import Talk
from bolometric.core.learner_work import facts as known
from bolometric.core.learner_work.facts import Fact
from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.learner_work.timing import timing
from bolometric.core.measure.equal_seats import between_equals
from bolometric.core.measure.measuring import Measurement
from bolometric.core.measure.notes import Practice
from bolometric.core.outcomes.breakdown import can_be_listed, combinations
from bolometric.core.pieces.kinds import Die, Spinner
from bolometric.core.results.board import Heat, Tiles, Track
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, show
from bolometric.core.settings.amounts import Value, tidy
from bolometric.core.text.figures import listing, listing_words, minus, percent, plural, significant

FEWEST, MOST = 6, 12
EASY, MIDDLING, HARD = 1, 2, 3
LEVELS = {EASY: "easy", MIDDLING: "middling", HARD: "hard"}


@dataclass(frozen=True, slots=True)
class TalkQuestion:
    """A question with its answer."""

    key: str
    level: int
    ask: str
    answer: str


def questions(
    game: Game, readings: dict[str, Reading], practice: Practice | None, heat: Heat | None
) -> list[TalkQuestion]:
    """The questions of a game as its maker wants them: the program's, those that were changed, and own ones."""
    found = list(_made(game, readings, practice, heat))
    found.sort(key=lambda one: one.level)
    return edited(_fewer(found), game.talk)


def asked_of(found: Measurement) -> list[TalkQuestion]:
    """The questions of a game that has been measured."""
    practice = None if found.notes is None else found.notes.practice()
    return questions(found.exact.game, found.readings, practice, found.exact.heat)


def edited(found: list[TalkQuestion], talk: Talk) -> list[TalkQuestion]:
    """What the maker left out is left out, what was changed is changed, and what was added stands among its like."""
    own = {one.key: TalkQuestion(one.key, one.level, one.ask, one.answer) for one in talk.own}
    kept = [own.pop(one.key, one) for one in found if one.key not in talk.dropped]
    return sorted([*kept, *own.values()], key=lambda one: one.level)


def _fewer(found: list[TalkQuestion]) -> list[TalkQuestion]:
    """So many as are asked at most, the same part of each level."""
    while len(found) > MOST:
        levels = [one.level for one in found]
        most = max(LEVELS, key=levels.count)
        found.pop(len(levels) - 1 - levels[::-1].index(most))
    return found


def _made(
    game: Game, readings: dict[str, Reading], practice: Practice | None, heat: Heat | None
) -> Iterator[TalkQuestion]:
    if game.area.uses_pieces and not game.shown.sampled and len(game.shown.totals) > 1:
        yield from _of_draws(game)
    if practice is not None:
        yield from _of_facts(practice)
    yield from _of_play(game, readings)
    yield from _of_board(game, heat)
    work = area_of(game).work
    for k, one in enumerate((work.pays(game) if work is not None else ())[:2]):
        yield TalkQuestion(f"pays-{k + 1}", HARD, one.question, one.answer)


def _upper(text: str) -> str:
    return text[:1].upper() + text[1:]


def _drawn(game: Game) -> str:
    """The pieces in a word."""
    kinds = {type(piece) for piece in game.pieces}
    count = len(game.pieces)
    if kinds == {Die}:
        return "the die" if count == 1 else f"{'two' if count == 2 else 'the'} dice"
    if kinds == {Spinner}:
        return "the spinner" if count == 1 else "the spinners"
    return "the pieces"


def _of_draws(game: Game) -> Iterator[TalkQuestion]:
    odds, drawn = game.shown, _drawn(game)
    low, high = odds.totals[0], odds.totals[-1]
    yield TalkQuestion(
        "range",
        EASY,
        f"What is the least that {drawn} can make, and what is the most?",
        f"{minus(low)} and {minus(high)}.",
    )
    likely, rare = max(odds.ways), min(odds.ways)
    often = odds.with_ways(likely)
    if likely == rare:
        yield TalkQuestion(
            "likeliest",
            EASY,
            f"Does any number come up more often than the others with {drawn}?",
            "No: all are equally likely.",
        )
    else:
        told = listing(often[:4], "and")
        yield TalkQuestion(
            "likeliest",
            EASY,
            f"Which number do you think {drawn} make most often?",
            f"{told}: {likely:,} of {odds.all_ways:,} ways{' each' if len(often) > 1 else ''}.",
        )
        seldom = min(odds.totals, key=lambda total: (odds.ways_of(total), -total))
        near = min((t for t in odds.totals if odds.ways_of(t) < likely), key=lambda t: (abs(t - often[0] - 2), t))
        yield TalkQuestion(
            "wait",
            MIDDLING,
            f"Which would you rather wait for, {minus(often[0])} or {minus(near)}, and why?",
            f"{minus(often[0])}: it comes in {likely:,} of {odds.all_ways:,} ways, and {minus(near)} in "
            f"{odds.ways_of(near):,}.",
        )
        wait = Fraction(odds.all_ways, odds.ways_of(seldom))
        yield TalkQuestion(
            "rarest",
            HARD,
            f"How many draws does it take on average until {minus(seldom)} comes?",
            f"{significant(float(wait), 3)}: it comes in {odds.ways_of(seldom):,} of {odds.all_ways:,} ways.",
        )
    yield from _of_ways(game, often[0], drawn)
    gaps = odds.impossible(1)
    never: Value = gaps[0] if gaps else tidy(Fraction(high) + (odds.step or 1))
    why = "it lies between what they can make" if gaps else f"{minus(high)} is the most"
    yield TalkQuestion("never", MIDDLING, f"Can {drawn} ever make {minus(never)}?", f"No: {why}.")


def _of_ways(game: Game, total: Value, drawn: str) -> Iterator[TalkQuestion]:
    """How a total comes about, and a claim that can't be."""
    if not can_be_listed(game.pieces) or sum(getattr(piece, "drawn", 1) for piece in game.pieces) < 2:
        return
    rows, count = combinations(game.pieces, game.draw, total, 6)
    ways = "; ".join(listing(shown, "and") for shown, _ in rows)
    more = f" and {count - len(rows)} more" if count > len(rows) else ""
    yield TalkQuestion("ways", MIDDLING, f"In which ways can {drawn} make {minus(total)}?", f"With {ways}{more}.")
    faces = {value for piece in game.pieces for value in piece.values}
    top = max(faces)
    rest = Fraction(total) - Fraction(top) - 1
    whole = all(Fraction(value).denominator == 1 for value in (*faces, total))
    if game.draw.make == "add" and len(game.pieces) == 2 and whole and rest > 0:
        wrong = int(top) + 1
        yield TalkQuestion(
            "claim",
            MIDDLING,
            f"Somebody says that {wrong} and {minus(tidy(rest))} make {minus(total)}. Can {drawn} show that?",
            f"No: nothing shows {wrong}. {minus(total)} comes by {ways}.",
        )


def _result(one: Fact) -> str:
    a, b = Fraction(one.one), Fraction(one.other)
    match one.does:
        case known.ADD:
            return minus(tidy(a + b))
        case known.SUBTRACT:
            return minus(tidy(a - b))
        case known.MULTIPLY:
            return minus(tidy(a * b))
        case known.DIVIDE:
            return minus(tidy(a / b)) if b else "no number"
    return minus(tidy(max(a, b)))


def _of_facts(practice: Practice) -> Iterator[TalkQuestion]:
    sums = {one: sum(times) for one, times in practice.facts.items() if one.does in (*known.SIGNS, known.COMPARE)}
    if not sums:
        return
    usual = max(sums, key=lambda one: (sums[one], str(one)))
    often = significant(sums[usual], 2)
    times = f"Players meet it {'once' if often == '1' else f'{often} times'} in a game together (simulated)."
    if usual.does == known.COMPARE:
        yield TalkQuestion("usual", EASY, f"Which is more, {usual.words}?", f"{_result(usual)}. {times}")
    else:
        yield TalkQuestion("usual", EASY, f"What is {usual.words}?", f"{_result(usual)}. {times}")
    hard = max(sums, key=lambda one: (timing(one, USUAL).seconds, str(one)))
    if hard != usual and hard.does != known.COMPARE:
        yield TalkQuestion("hardest", HARD, f"How would you work out {hard.words}?", f"It is {_result(hard)}.")
    if usual.does == known.ADD:
        made = Fraction(usual.one) + Fraction(usual.other)
        others = [one for one in sums if one.does == known.ADD and one != usual]
        same = [one.words for one in others if Fraction(one.one) + one.other == made]
        if same:
            yield TalkQuestion(
                "same",
                MIDDLING,
                f"Which other sums make the same as {usual.words}?",
                f"For example {listing_words(sorted(same)[:4], 'and')}.",
            )


def _of_play(game: Game, readings: dict[str, Reading]) -> Iterator[TalkQuestion]:
    unit = game.area.pace
    lasting = readings.get(unit)
    if lasting is not None and lasting.mean is not None:
        spread = (
            ""
            if lasting.p10 == lasting.p90
            else (f" 8 of 10 games take {show(unit, lasting.p10)} to {show(unit, lasting.p90)}.")
        )
        name = game.area.paced_by[1]
        yield TalkQuestion(
            "length",
            HARD,
            f"How many {name} do you think a whole game takes?",
            f"About {show(unit, lasting.mean)} ({certainty(unit, lasting)}).{spread}",
        )
    edge = readings.get("first_seat_edge")
    if edge is not None and edge.mean is not None and game.seats.count > 1 and between_equals(game) is not None:
        better = "Yes" if edge.mean > 0.005 else "No, it is worse" if edge.mean < -0.005 else "It makes no difference"
        told = f"{show('first_seat_edge', edge.mean)} from an even share ({certainty('first_seat_edge', edge)})"
        yield TalkQuestion("first", MIDDLING, "Is it better to go first?", f"{better}: {told}.")
    if not area_of(game).measured.chooses(game):
        yield TalkQuestion(
            "thinking",
            MIDDLING,
            "Could you play this game well or badly? Why?",
            "Neither: there is nothing to decide, so it is all luck.",
        )
    elif (choice := readings.get("choice")) is not None and choice.mean is not None:
        yield TalkQuestion(
            "thinking",
            MIDDLING,
            "Does it help to think, or is it all luck?",
            f"Thinking is worth {percent(choice.mean)}, luck is the rest ({certainty('choice', choice)}).",
        )
    success = readings.get("success")
    if game.area.ending == "together" and success is not None and success.mean is not None:
        yield TalkQuestion(
            "together",
            HARD,
            "How often do you think all reach the aim together?",
            f"In {percent(success.mean)} of games ({certainty('success', success)}).",
        )


def _of_board(game: Game, heat: Heat | None) -> Iterator[TalkQuestion]:
    places = area_of(game).board.places(game)
    if heat is None or not isinstance(places, Track | Tiles) or len(set(heat.values)) < 2:
        return
    squares = () if isinstance(places, Tiles) else places.written or map(str, range(1, places.squares + 1))
    names = places.names if isinstance(places, Tiles) else tuple(squares)
    last = len(heat.values) - heat.last_apart
    there = [k for k in range(last) if k + 1 not in heat.unused]
    if not there:
        return
    most = max(there, key=lambda k: heat.values[k])
    nobody = [k for k in there if heat.values[k] == 0 and not heat.stderr]
    what = "square" if isinstance(places, Track) else "number"
    told = f"{_upper(what)} {names[most]} ({heat.legend.lower()}: {percent(heat.values[most])}, {heat.known})."
    yield TalkQuestion("board", MIDDLING, f"Which {what} of the board do you think comes most often?", told)
    if nobody:
        named = listing_words([names[k] for k in nobody[:6]], "and")
        more = f" and {plural(len(nobody) - 6, 'more', 'more')}" if len(nobody) > 6 else ""
        yield TalkQuestion(
            "nobody", HARD, f"Is there a {what} on the board that is never used?", f"Yes: {named}{more}."
        )

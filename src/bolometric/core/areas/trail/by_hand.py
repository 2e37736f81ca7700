"""A trail played by hand, by the chain that the runs use."""

from __future__ import annotations

from dataclasses import replace
from typing import TYPE_CHECKING

import numpy as np

from bolometric.core.areas.drawing import NO_BEST_PLAY
from bolometric.core.areas.trail.cards import by_hand as cards
from bolometric.core.areas.trail.cards.rules import AFTER_ROUNDS, HOME, HOME_WITH, WINS, goes_round
from bolometric.core.areas.trail.daring import stopping
from bolometric.core.areas.trail.rules import LOST, MOST_DRAWS, SENT_BACK, compile_chain, turn_over
from bolometric.core.areas.trail.spec import MOST_MEETING, Trail
from bolometric.core.areas.trail.squares.square import AGAIN, CARD, MISS, SWAP, next_ahead
from bolometric.core.areas.trail.standing import STOP, Key, OnTrail
from bolometric.core.game.contract import ByHand
from bolometric.core.game.document import Game
from bolometric.core.game.seats import Style
from bolometric.core.pieces.kinds import remembers
from bolometric.core.results.standing import Drawn, Option, noted, won
from bolometric.core.text.figures import listing, percent, plural, so_many
from bolometric.core.text.ranking import ROUNDED

if TYPE_CHECKING:
    from bolometric.core.areas.trail.pairs.best_play import Against


def begin(game: Game) -> OnTrail:
    """Everyone off the board."""
    markers = 1 if game.area_as(Trail).track == "shared" else game.seats.count
    seats = game.seats.count
    return OnTrail(places=(0,) * markers, games=(0,) * seats, cards=cards.whole(game), kept=(0,) * seats)


def _marker(game: Game, now: OnTrail) -> int:
    """Whose marker the seat to move moves."""
    return 0 if game.area_as(Trail).track == "shared" else now.seat


def asks(game: Game, now: OnTrail) -> str | None:
    """What the seat to move has to do."""
    if now.asked_on:
        return cards.asks(game, now)
    if now.waiting == "choice":
        trail = game.area_as(Trail)
        return f"choose whose {trail.vessel} it is for." if trail.fills else "choose whom the total moves."
    return "stop, or draw again." if now.waiting == "either" else None


def tally(game: Game, now: OnTrail) -> str | None:
    """Games won so far, or turns left for all."""
    trail = game.area_as(Trail)
    if trail.track == "shared":
        return f"Turn {now.turn}." if trail.most_turns is None else f"Turn {now.turn} of {trail.turns}."
    if trail.asks == "yes" and trail.if_right == "keep":
        return cards.tally(game, now)
    if trail.at_most == 1 or game.seats.count == 1:
        return None
    won_so_far = ", ".join(f"player {seat} has {count}" for seat, count in enumerate(now.games, 1))
    return f"Game {now.game}; of games so far {won_so_far}."


def options(game: Game, now: OnTrail) -> tuple[Option[Key], ...]:
    """Whom a total moves; how a card was answered; or, after a draw that did not end the turn, to stop."""
    if now.asked_on:
        return cards.options(game, now)
    if now.column >= 0:
        return tuple(Option(who, words) for who, words in _whom(game, now))
    return (Option(STOP, f"Stop on {_named(game, now.places[_marker(game, now)])}"),)


def _whom(game: Game, now: OnTrail) -> list[tuple[int, str]]:
    """The two seats that a total may move, and where to."""
    other = (now.seat + 1) % game.seats.count
    move = "Bring" if game.area_as(Trail).fills else "Move"
    return [(who, f"{move} {_to(game, who, _moved(game, now, who))}") for who in (now.seat, other)]


def _to(game: Game, who: int, there: int) -> str:
    """Whose counter, or what of theirs, comes to which place."""
    trail = game.area_as(Trail)
    what = f"'s {trail.vessel}" if trail.fills else ""
    return f"player {who + 1}{what} to {_named(game, there)}"


def _moved(game: Game, now: OnTrail, who: int) -> int:
    """Where a seat's marker stands if the total moves it."""
    landing = compile_chain(game.area_as(Trail), game.distribution).own_and_theirs
    return int(landing[int(who != now.seat), now.places[who], now.column])


def choose(game: Game, now: OnTrail, key: Key) -> OnTrail:
    """Keep what the turn has gained, move one of two, or answer a card."""
    if now.asked_on:
        return _asked(game, cards.chosen(game, now, str(key)))
    if isinstance(key, int):
        there = _moved(game, now, key)
        now = replace(now, places=_placed(now, key, there), column=-1)
        does = "brings" if game.area_as(Trail).fills else "moves"
        return _turn_over(game, noted(now, f"{does} {_to(game, key, there)}."))
    return _turn_over(game, noted(now, f"stops on {_named(game, now.places[_marker(game, now)])}."))


def _placed(now: OnTrail, marker: int, there: int) -> tuple[int, ...]:
    return tuple(there if k == marker else place for k, place in enumerate(now.places))


def pick(game: Game, now: OnTrail, style: Style, rng: np.random.Generator) -> Key | None:
    """Whom to move, how a card is answered; or stop, or None to go on."""
    if now.asked_on:
        return cards.pick(game, now, rng)
    trail = game.area_as(Trail)
    if now.column >= 0:
        return _mover(game, now, style, rng)
    if trail.track == "own" and stopping.to_win(trail, style):
        plan = _plan(game, now.seat, style)
        return None if plan.go[now.places[1 - now.seat], now.began, now.places[now.seat]] else STOP
    policy = stopping.policy_of(game.area_as(Trail), game.distribution, style)
    if now.drawn >= policy.most:
        return STOP
    return None if rng.random() < policy.go[now.began, now.places[_marker(game, now)]] else STOP


def _against(game: Game) -> Against:
    """Best play against the other seat."""
    from bolometric.core.areas.trail.pairs.best_play import against  # brings Numba with it: half a second

    return against(game.area_as(Trail), game.distribution)


def _plan(game: Game, seat: int, style: Style) -> Against:
    """How a seat with a style plays to win."""
    from bolometric.core.areas.trail.pairs.best_response import plan_of_seat  # brings Numba with it

    return plan_of_seat(game, seat, style)


def _mover(game: Game, now: OnTrail, style: Style, rng: np.random.Generator) -> int:
    """Whose marker a style moves."""
    from bolometric.core.areas.trail.pairs.mover import gives_away, how  # brings Numba with it

    trail, other = game.area_as(Trail), (now.seat + 1) % game.seats.count
    a, b = now.places[now.seat], now.places[other]
    gives = _plan(game, now.seat, style).gives if style.choose == "plan" else None
    landing = compile_chain(trail, game.distribution).own_and_theirs
    # As it is written: compiled anew for a single choice it would take longer than the choice.
    given = gives_away.py_func(how(style, trail.per_one), trail.sign, landing, a, b, now.column, gives)
    return other if rng.random() < given else now.seat


def landed(game: Game, now: OnTrail, drawn: Drawn) -> OnTrail:
    """Where a draw takes the seat whose turn it is, read from the compiled rules."""
    trail, totals = game.area_as(Trail), game.distribution.totals
    chain = compile_chain(trail, game.distribution)
    place = len(totals) if drawn.total is None else totals.index(drawn.total)
    column = int(chain.column[place, int(drawn.special)])
    marker, other = _marker(game, now), (now.seat + 1) % game.seats.count
    here = now.places[marker]
    if trail.chooses_mover and game.seats.count > 1 and trail.steps not in (here, now.places[other]):
        return replace(noted(now, f"{drawn.words}."), column=column, waiting="choice")
    if chain.again is not None and here < trail.steps and chain.again[here, column]:
        return noted(now, f"{drawn.words}, too much: draw again.")
    does = chain.turn[column]
    there = now.began if does == LOST else int(chain.landing[here, column]) if here < trail.steps else here
    places = _placed(now, marker, there)
    moved = {SENT_BACK: "back to the start", LOST: f"the turn is lost, back to {_named(game, now.began)}"}.get(
        int(does), f"to {_named(game, there)}" if there != here else "stays"
    )
    now = noted(replace(now, places=places, drawn=now.drawn + 1), f"{drawn.words}, {moved}.")
    if chain.acts is not None and here < trail.steps:
        return _on_square(game, replace(now, before=here), int(chain.acts[here, column]))
    most = {"no": 1, "fixed": trail.draws, "dare": MOST_DRAWS}[trail.go_on]
    if turn_over(int(does), there, trail.steps, now.drawn, most):
        return _turn_over(game, now)
    return replace(now, waiting="either" if trail.go_on == "dare" else "draw")


def _on_square(game: Game, now: OnTrail, act: int) -> OnTrail:
    """What the square does that a marker has come to, after which the turn is over or goes on."""
    marker, named = _marker(game, now), _named(game, now.places[_marker(game, now)])
    if act == AGAIN and now.drawn < MOST_DRAWS:
        return noted(now, f"Square {named}: draw again.")
    if act == CARD:
        return _asked(game, cards.taken(game, now, game.area_as(Trail).square_of(now.places[marker])))
    if act == MISS:
        now = noted(replace(now, missing=now.missing | {marker}), f"Square {named}: misses the next turn.")
    if act == SWAP and (other := next_ahead(now.places, marker, game.area_as(Trail).steps)) >= 0:
        places = list(now.places)
        places[marker], places[other] = places[other], places[marker]
        now = noted(replace(now, places=tuple(places)), f"Square {named}: changes places with player {other + 1}.")
    return _turn_over(game, now)


def _asked(game: Game, now: OnTrail) -> OnTrail:
    """After a card: the next one, or the turn is over."""
    return now if now.asked_on else _turn_over(game, now)


def _turn_over(game: Game, now: OnTrail) -> OnTrail:
    trail, seats = game.area_as(Trail), game.seats.count
    last = now.seat == seats - 1
    if trail.asks == "yes":
        now = _round_again(game, now)
        win = WINS.index(trail.cards_win)
        if now.pack_out or (win == AFTER_ROUNDS and last and now.turn >= trail.cards_rounds * seats):
            return cards.most_win(now)
    arrived = tuple(k for k, place in enumerate(now.places) if place == trail.steps)
    seat = 0 if last else now.seat + 1
    following = replace(now, seat=seat, turn=now.turn + 1, drawn=0, waiting="draw")
    if trail.track == "shared":
        if arrived:
            return won(now, range(seats), f" in {plural(now.turn, 'turn')}")
        if trail.most_turns is not None and now.turn >= trail.turns:
            return won(now, (), f"Not home in {plural(trail.turns, 'turn')}.")
        return _begun(game, replace(following, began=now.places[0]))
    if arrived and (trail.finish == "at_once" or last):
        return _game_over(game, now, arrived)
    return _begun(game, replace(following, began=now.places[seat]))


def _round_again(game: Game, now: OnTrail) -> OnTrail:
    """Whoever is home begins again at the start, where being home does not end the game."""
    trail, marker = game.area_as(Trail), _marker(game, now)
    if now.places[marker] != trail.steps:
        return now
    if not goes_round(WINS.index(trail.cards_win), now.kept[now.seat], trail.cards_wanted):
        return now
    return noted(replace(now, places=_placed(now, marker, 0)), "home, and begins again at the start.")


def _begun(game: Game, now: OnTrail) -> OnTrail:
    """The turn begins, unless it is one to miss: then it is over."""
    marker = _marker(game, now)
    if marker not in now.missing:
        return now
    return _turn_over(game, noted(replace(now, missing=now.missing - {marker}), "misses this turn."))


def _game_over(game: Game, now: OnTrail, arrived: tuple[int, ...]) -> OnTrail:
    """The end of a game, which in a match may not be the last."""
    trail, seats = game.area_as(Trail), game.seats.count
    if trail.asks == "yes" and WINS.index(trail.cards_win) not in (HOME, HOME_WITH):
        return cards.most_win(now)
    winners = arrived
    if trail.first_home == "loses" and 1 <= len(arrived) < seats:
        winners = tuple(k for k in range(seats) if k not in arrived)
    if trail.at_most == 1 or seats == 1:
        return won(now, winners)
    games = tuple(count + (seat in winners) for seat, count in enumerate(now.games))
    if max(games) > trail.at_most // 2 or now.game == trail.at_most:
        best = [seat for seat, count in enumerate(games) if count == max(games)]
        return won(replace(now, games=games), best, f" with {plural(max(games), 'game')}")
    named = listing([seat + 1 for seat in winners], "and")
    record = (*now.record, f"Game {now.game} goes to {'player' if len(winners) == 1 else 'players'} {named}.")
    return replace(
        now,
        games=games,
        game=now.game + 1,
        record=record,
        places=(0,) * seats,
        seat=0,
        turn=now.turn + 1,
        began=0,
        drawn=0,
        waiting="draw",
        missing=frozenset(),
        cards=cards.whole(game),
    )


def _named(game: Game, position: int) -> str:
    return game.area_as(Trail).placed_on(position)


def coach(game: Game, now: OnTrail) -> str:
    """What stopping and going on are worth under best play."""
    trail = game.area_as(Trail)
    if trail.chooses_mover and game.seats.count > 1:
        return _coach_mover(game, now)
    if now.asked_on:
        return cards.answer_words(game, now)
    if trail.go_on != "dare":
        return "There is nothing to choose in this game: draw, and see."
    if not game.draws_are_known:
        return NO_BEST_PLAY if remembers(game.pieces) else "Best play is not known where draws are too many to list."
    if now.waiting == "draw":
        return "A turn begins with a draw; then there is something to choose."
    plan, here = stopping.plan_of(trail, game.distribution), now.places[_marker(game, now)]
    price, keeps = float(plan.price[now.began, here]), float(plan.turns[here])
    goes_on = bool(plan.go[now.began, here])
    on = keeps - price if goes_on else keeps + price
    better, cost = ("Going on", "stopping") if goes_on else ("Stopping", "going on")
    says = f"{better} is better; {cost} costs {stopping.turns(price)}" if price > ROUNDED else ALIKE
    return _coach_to_win(game, now) + (
        f"Stop: {keeps:.2f} more turns after this one on average. Go on: {on:.2f}. {says} (exact, for fewest turns)."
    )


ALIKE = "Both are as good"


def _best_play(game: Game) -> Against | None:
    """Best play against the other seat, where it is known."""
    trail, known = game.area_as(Trail), game.draws_are_known and game.seats.count == 2
    small = trail.track == "own" and trail.finish == "at_once" and trail.steps <= MOST_MEETING
    return _against(game) if known and small else None


def _coach_mover(game: Game, now: OnTrail) -> str:
    """What moving either marker is worth."""
    plan = _best_play(game)
    if plan is None:
        return "Best play is not known here: it is for two seats where the first home ends the game at once."
    if now.waiting != "choice":
        chance = float(plan.wins[now.places[now.seat], now.places[1 - now.seat]])
        return f"Best play wins {percent(chance)} from here (exact)."
    trail, other = game.area_as(Trail), 1 - now.seat
    ends = 1.0 if trail.first_home == "wins" else 0.0
    a, b = now.places[now.seat], now.places[other]
    mine, theirs = _moved(game, now, now.seat), _moved(game, now, other)
    own = ends if mine == trail.steps else 1 - float(plan.wins[b, mine])
    given = 1 - ends if theirs == trail.steps else 1 - float(plan.wins[theirs, a])
    words = f"Move your own: wins {percent(own)}. Move the other's: {percent(given)}."
    off = abs(own - given)
    says = f"The worse of the two costs {so_many(100 * off, 'point')}" if off > ROUNDED else ALIKE
    return f"{words} {says} (exact)."


def _coach_to_win(game: Game, now: OnTrail) -> str:
    """For winning, two seats: what stopping and going on are worth."""
    plan = _best_play(game)
    if plan is None or game.area_as(Trail).first_home == "loses":
        return ""
    here, q = now.places[now.seat], now.places[1 - now.seat]
    stop, go = 1 - float(plan.wins[q, here]), float(plan.goes[q, now.began, here])
    return f"To win: stop {percent(stop)}, go on {percent(go)} (exact). "


BY_HAND = ByHand(
    begin=begin,
    landed=landed,
    choose=choose,
    options=options,
    pick=pick,
    coach=coach,
    tally=tally,
    asks=asks,
    check=cards.check,
)

"""Questions about how a game goes: how long, who is favoured, what thinking is worth, and what of the board is used."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.measure.equal_seats import between_equals
from bolometric.core.results.board import Heat, Tiles, Track
from bolometric.core.results.readings import Reading
from bolometric.core.words.talk.claims import FirstGains, HowMuch, MostUsed, NeverUsed, NothingChosen, ThinkingPays
from bolometric.core.words.talk.draws import HARD, MIDDLING, Asked

FELT = 0.005
"""An edge that is known exactly and is no more than that is none."""
SURE = 2
"""Standard errors beyond which a simulated difference shows."""


def of_play(game: Game, readings: Mapping[str, Reading]) -> Iterator[Asked]:
    """Questions about a whole game."""
    unit = game.area.pace
    lasting = readings.get(unit)
    if lasting is not None and lasting.mean is not None:
        ask = f"How many {game.area.paced_by[1]} do you think a whole game takes?"
        yield "length", HARD, ask, HowMuch(unit, lasting)
    edge = readings.get("first_seat_edge")
    in_turn = game.seats.count > 1 and not game.area.together  # where all take each turn together nobody goes first
    if edge is not None and edge.mean is not None and in_turn and between_equals(game) is not None:
        shows = abs(edge.mean) > max(FELT, SURE * edge.stderr)
        side = (1 if edge.mean > 0 else -1) if shows else 0
        yield "first", MIDDLING, "Is it better to go first?", FirstGains(side, edge)
    choice = readings.get("choice")
    if not area_of(game).measured.chooses(game):
        ask = "Could you play this game well or badly? Why?"
        yield "thinking", MIDDLING, ask, NothingChosen(game.area.uses_pieces)
    elif choice is not None and choice.mean is not None:
        yield "thinking", MIDDLING, "Does it help to think, or is it all luck?", ThinkingPays(choice)
    success = readings.get("success")
    # What always happens, or never does, is nothing to guess.
    if game.area.ending == "together" and success is not None and success.mean is not None and 0 < success.mean < 1:
        yield "together", HARD, "How often do you think all reach the aim together?", HowMuch("success", success)


def of_board(game: Game, heat: Heat | None) -> Iterator[Asked]:
    """Questions about the places of the board, where they have names and the area says what may be asked."""
    places = area_of(game).board.places(game)
    if heat is None or not isinstance(places, Track | Tiles) or len(set(heat.values)) < 2:
        return
    names = _names(places)
    last = len(heat.values) - heat.last_apart
    there = [k for k in range(last) if k + 1 not in heat.unused and names[k].strip()]
    if not there:
        return
    what = "square" if isinstance(places, Track) else "number"
    most = max(heat.values[k] for k in there)
    top = tuple(k for k in there if most - heat.values[k] <= max(1e-12, 2 * SURE * heat.stderr))
    # Where figures are simulated and several come near the largest, which one it is is not known.
    if heat.question and (len(top) == 1 or not heat.stderr):
        called = f"{what} {{}}" if "{}" in heat.question else "{}"
        named = tuple(called.format(names[k]) for k in top)
        claim = MostUsed(tuple(k + 1 for k in top), named, most, heat.legend, heat.known)
        yield "board", MIDDLING, heat.question.format(what), claim
    nobody = tuple(k for k in there if heat.values[k] == 0 and not heat.stderr)
    if nobody:
        ask = f"Is there a {what} on the board that is never used?"
        yield "nobody", HARD, ask, NeverUsed(tuple(k + 1 for k in nobody), tuple(names[k] for k in nobody))


def _names(places: Track | Tiles) -> tuple[str, ...]:
    if isinstance(places, Tiles):
        return places.names
    return places.written or tuple(map(str, range(1, places.squares + 1)))

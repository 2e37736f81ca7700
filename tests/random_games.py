"""Hypothesis strategies for pieces, ways of making a number, and games."""

from fractions import Fraction
from typing import Any

from hypothesis import assume
from hypothesis import strategies as st

from bolometric.core.game.document import Game, game_from
from bolometric.core.settings.errors import GameError

Data = dict[str, Any]
small = st.integers(-3, 9)
tenths = st.integers(-20, 60).map(lambda n: f"{n}/10")


def dice(most: int = 3, faces: st.SearchStrategy[int] = small) -> st.SearchStrategy[list[Data]]:
    die = st.lists(faces, min_size=2, max_size=6).map(lambda shown: {"faces": shown})
    return st.lists(die, min_size=1, max_size=most)


def faces(values: st.SearchStrategy[Any]) -> st.SearchStrategy[Data]:
    return st.fixed_dictionaries({"value": values, "special": st.booleans()})


@st.composite
def spinners(draw: st.DrawFn, values: st.SearchStrategy[Any] = small) -> Data:
    shown = draw(st.lists(faces(values), min_size=2, max_size=4))
    cuts = sorted(draw(st.sets(st.integers(1, 17), min_size=len(shown) - 1, max_size=len(shown) - 1)))
    edges = [0, *(20 * cut for cut in cuts), 360]
    return {
        "kind": "spinner",
        "sectors": [{**face, "angle": b - a} for face, a, b in zip(shown, edges, edges[1:], strict=False)],
    }


@st.composite
def packs(draw: st.DrawFn, values: st.SearchStrategy[Any] = small, after: str = "put_back") -> Data:
    cards = [
        {**face, "count": draw(st.integers(1, 2))} for face in draw(st.lists(faces(values), min_size=1, max_size=3))
    ]
    drawn = draw(st.integers(1, min(3, sum(card["count"] for card in cards))))
    return {"kind": "pack", "cards": cards, "drawn": drawn, "after": after}


def counters(values: st.SearchStrategy[Any] = small) -> st.SearchStrategy[Data]:
    sides = {"front": values, "back": values}
    return st.fixed_dictionaries({"kind": st.just("counters"), "count": st.integers(1, 4), **sides})


def pieces(values: st.SearchStrategy[Any] = small) -> st.SearchStrategy[Data]:
    die = st.lists(faces(values), min_size=2, max_size=4).map(lambda shown: {"faces": shown})
    return st.one_of(die, spinners(values), packs(values), counters(values), drops())


def drops() -> st.SearchStrategy[Data]:
    return st.fixed_dictionaries(
        {
            "kind": st.just("drop"),
            "first": st.integers(-2, 2),
            "last": st.integers(3, 6),
            "lands": st.sampled_from(["anywhere", "middle"]),
        }
    )


totals = st.lists(st.integers(-4, 14), max_size=3, unique=True)


@st.composite
def games(
    draw: st.DrawFn,
    longest: int = 25,
    seats: int = 4,
    faces: st.SearchStrategy[int] = st.integers(-2, 7),
    plain: bool = False,
) -> Game:
    """Any small race: every kind of piece unless ``plain``, every end, rules about totals and special faces."""
    named = draw(totals)
    split = draw(st.integers(0, len(named)))
    of_any_kind = st.lists(pieces(faces), min_size=1, max_size=2)
    data = {
        "bolometric": 1,
        "pieces": draw(dice(2, faces) if plain else st.one_of(dice(2, faces), of_any_kind)),
        "draw": {"make": "add" if plain else draw(st.sampled_from(["add", "add", "largest", "smallest"]))},
        "area": {
            "length": draw(st.integers(5, longest)),
            "end": draw(st.sampled_from(["pass", "exact", "bounce"])),
            "back_to_start": named[:split],
            "lose_turn": named[split:],
            "finish": draw(st.sampled_from(["at_once", "finish_round"])),
            "special": draw(st.sampled_from(["nothing", "back_to_start", "lose_turn"])),
        },
        "seats": {"count": draw(st.integers(1, seats)), "seconds_per_turn": draw(st.sampled_from([1, 12.5, 30]))},
    }
    try:
        return game_from(data)
    except GameError:
        assume(False)
        raise


def outcomes(game: Game) -> list[tuple[Any, bool, float]]:
    """Every (total, special, chance) of a game's draw; the total is None where there is no number."""
    odds = game.distribution
    marked = odds.special or (0,) * len(odds.totals)
    rows = [*zip(odds.totals, odds.ways, marked, strict=True), (None, odds.nothing, odds.nothing_special)]
    found = []
    for total, ways, special in rows:
        for shown, count in ((False, ways - special), (True, special)):
            if count:
                found.append((total, shown, float(Fraction(count, odds.all_ways))))
    return found


def moved(game: Game, here: int, total: Any, special: bool = False) -> int:
    """One marker's move in steps, said as a teacher would say it."""
    trail = game.area
    if special and trail.special != "nothing":
        return 0 if trail.special == "back_to_start" else here
    if total is None:
        return here
    if total in trail.back_to_start:
        return 0
    if total in trail.lose_turn:
        return here
    steps = total * {"whole": 1, "tenth": 10, "hundredth": 100, "thousandth": 1000}[trail.unit]
    if steps != int(steps):
        return here
    there = here + int(steps)
    if there > trail.steps:
        if trail.end == "pass":
            return trail.steps
        there = here if trail.end == "exact" else trail.steps - (there - trail.steps)
    return max(there, 0)

"""Results told in sentences: what happens when a game is played."""

from __future__ import annotations

from bolometric.core.game.analysis import Analysis
from bolometric.core.game.document import Game
from bolometric.core.results.estimate import Lead, Sample, share
from bolometric.core.results.readings import Reading, exact_value
from bolometric.core.results.show import MAY_NEVER_END, NO_DIFFERENCE, certainty, show
from bolometric.core.text.figures import percent

UNKNOWN = "Not worked out exactly; only the runs are shown."


def length_words(game: Game, exact: Analysis | None) -> str:
    """How long a game lasts."""
    key, name = game.area.pace, game.area.paced_by[1]
    turns, minutes = ((exact.readings if exact else {}).get(key) for key in (key, "minutes"))
    if turns is None or minutes is None:
        return (
            UNKNOWN
            if exact is None or exact.result is not None
            else ("This game can't be worked out exactly, so only the runs are shown (simulated).")
        )
    if turns.mean is None:
        half = f" Half of all games are over after {_counted(game, show(key, turns.p50))}." if turns.p50 else ""
        ended = turns.ended
        mean = "" if ended is None else f" Those that end take {_counted(game, show(key, ended))} on average."
        return f"This game {MAY_NEVER_END}: {percent(turns.never or 0)} of games do not (exact).{half}{mean}"
    mean, low, high = (show(key, value) for value in (turns.mean, turns.p10, turns.p90))
    spread = f"take {low} to {high} {name}" if low != high else f"and more take {_counted(game, low)}"
    lasting = f"{_counted(game, mean)}, {show('minutes', minutes.mean)}"
    return f"Line: exact; bars: simulated. On average {lasting}; 8 of 10 games {spread}."


def _counted(game: Game, shown: str) -> str:
    """So many turns, or draws, whichever take the time."""
    return f"{shown} {game.area.paced_by[shown != '1']}"


def lasting_at_least(count: int, exact: Analysis | None, sample: Sample | None) -> Reading | None:
    """The chance that a game takes so many turns or more, what never ends among them; None while it is not known.

    Turns are draws where draws take the time (``AreaPart.pace``).
    """
    known = exact.lasting if exact is not None else None
    if known is not None:
        return exact_value(known.survival(count - 1))
    if sample is None or not sample.runs:
        return None
    return share(sample.runs - sample.paced.at_most(count - 1), sample.runs)


def at_least_words(game: Game, count: int, exact: Analysis | None, sample: Sample | None) -> str:
    """How unusual a game of so many turns is."""
    found = lasting_at_least(count, exact, sample)
    if found is None or found.mean is None:
        return ""
    name = game.area.paced_by[count > 1]
    return f"{percent(found.mean)} of games take {count:,} {name} or more ({certainty('in_time', found)})."


def win_words(game: Game, exact: Analysis | None) -> str:
    """Who wins, or whether all reach the aim."""
    seats = game.seats.count
    if game.area.ending == "nobody":
        return "Nobody wins this game: it ends once it is done."
    if game.area.ending == "together":
        reached = exact.readings.get("success") if exact is not None else None
        if reached is None or reached.mean is None:
            return UNKNOWN
        return f"All reach the aim together in {percent(reached.mean)} of games (exact)."
    if seats == 1:
        return "One player alone: nobody to win against."
    if exact is None or "seat_wins" not in exact.readings:
        return UNKNOWN
    tied = exact.readings["ties"].mean or 0.0 if "ties" in exact.readings else 0.0
    shared = f" {percent(tied)} of games are shared." if tied else ""
    wins = exact.readings["seat_wins"].values or ()
    even = sum(wins) / seats
    edge = show("first_seat_edge", (wins[0] if wins else 0.0) - even)
    told = f"An even share would be {percent(even)}; the first player is {edge} from it (exact).{shared}"
    return f"{told}{_places(exact)}" if seats > 2 else told


def _places(exact: Analysis) -> str:
    """What the best and the worst place at the table are worth."""
    best, worst = exact.readings.get("largest_share"), exact.readings.get("smallest_share")
    if best is None or worst is None or best.mean is None or worst.mean is None:
        return ""
    told = " Between equal players "
    if best.mean - worst.mean < NO_DIFFERENCE:
        return f"{told}every place at the table is worth the same."
    low, high = percent(worst.mean), percent(best.mean)
    if low == high:
        return f"{told}every place at the table wins about {low}."
    return f"{told}the places at the table win {low} to {high}."


def lead_words(lead: Lead | None) -> str:
    """How the lead moves, from games played."""
    if lead is None:
        return ""
    if not lead.late.number:
        return "No game was won by one player alone."
    changed, early = lead.changed, lead.decided_early
    return (
        f"In games that one player wins the lead changes hands {show('lead_changes', changed.mean)} times "
        f"({certainty('lead_changes', changed)}); in {show('lead_for_good', early.mean)} of them "
        f"({certainty('lead_for_good', early)}) the winner is in front for good before half-time."
    )


def score_words(game: Game, exact: Analysis | None, played: Reading | None) -> str:
    """What a seat scores in the end."""
    known = (exact.readings if exact else {}).get("score") or played
    if known is None or known.mean is None:
        return ""
    sure = "Line: exact; bars: simulated." if known.method == "exact" else "Simulated."
    better = "less" if game.area.less_is_better else "more"
    spread = f"8 of 10 players score {show('score', known.p10)} to {show('score', known.p90)}"
    return f"{sure} On average {show('score', known.mean)}; {spread}, {better} is better.{_success(game, exact)}"


def _success(game: Game, exact: Analysis | None) -> str:
    """How often the aim is reached, in the area's own words, where it is known."""
    reached = exact.readings.get("success") if exact is not None else None
    if not game.area.success_words or reached is None or reached.mean is None:
        return ""
    told = game.area.success_words.format(percent(reached.mean))
    return f" {told} (exact)."

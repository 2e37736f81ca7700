"""Makes up the term of the Kestrel Ridge club that the demo ships: make_term.py src/bolometric/assets/demo/term.json.

The sessions are drawn from what is predicted for the demo games, for groups with paces of their own; one group rolls a
die that is not even. The same term comes out each time; only its days move, so that it ended yesterday.
"""

import json
import sys
from datetime import date, timedelta
from pathlib import Path

import numpy as np

from bolometric.assets import demo_files
from bolometric.front.answers import measure
from bolometric.front.more import minus, predicted_slips, read, session_of, to_text, with_values

GAMES = ("ridge-ascent", "observatory-round", "dome-shutters", "star-field", "ridge-dare")
GROUPS = {"Rigel": 1.05, "Vega": 1.45, "Altair": 0.85}
"""How much slower each group works than its profile says."""
LOADED = "Altair"
SLIPS = {"Rigel": 1.0, "Vega": 1.6}
"""How often the groups whose slips are counted go wrong, beside what their profile says."""
WEEKS, TABLES, DRAWS = 10, 4, 24
NOTES = ("two tables wanted a second game", "the sums went faster than last week", "one table shared a die", "")
WISHES = ("fewer squares", "", "a larger board", "")
MOODS = ("lively", "calm", "lively", "wild", "flat")


def sessions():
    """The term: a game with each group in most weeks."""
    rng, found = np.random.default_rng(2026), []
    games = {name: read(next(path for path in demo_files() if path.name.startswith(name))) for name in GAMES}
    for week in range(WEEKS):
        for at, group in enumerate(GROUPS):
            name = GAMES[(week + at) % len(GAMES)]
            if rng.random() < 0.25:
                continue
            game = games[name]
            if name == "ridge-ascent" and week >= WEEKS // 2:
                game = with_values(game, {"area.length": 46})  # the club made it longer
            days = 7 * (WEEKS - week) - at
            found.append(_played(game, group, week, date.today() - timedelta(days=days), rng))
    return found


def _played(game, group, week, day, rng):
    known = measure(game, 300).readings
    tables = int(rng.integers(2, TABLES + 1))
    mean = known["minutes"].mean or known["minutes"].ended or 10.0
    spread = known["minutes"].sd or 0.25 * mean
    slower = GROUPS[group] * rng.lognormal(0, 0.1, tables)
    minutes = np.clip(rng.normal(mean, spread, tables), 0.4 * mean, None) * slower
    pace = known.get(game.area.pace)
    turns = (
        ()
        if pace is None or not pace.mean
        else tuple(max(round(float(pace.mean * minute / mean / GROUPS[group])), 1) for minute in minutes)
    )
    odds, chances = game.shown, game.shown.chances.copy()
    if group == LOADED:
        chances[-1] += 0.25
    drawn = rng.choice(len(odds.totals), DRAWS, p=chances / chances.sum())
    wins = known["seat_wins"].values if "seat_wins" in known else None
    seats = [] if wins is None else rng.choice(len(wins), tables, p=np.array(wins) / sum(wins)).tolist()
    slips = ()
    if group in SLIPS and week % 2 == 0:
        expected = predicted_slips(to_text(game))
        if expected > 1:
            slips = tuple(np.random.default_rng(week).poisson(SLIPS[group] * expected, tables).tolist())
    return session_of(
        game,
        slips=slips,
        day=day.isoformat(),
        group=group,
        tables=tables,
        turns=turns,
        minutes=tuple(round(float(minute), 1) for minute in minutes),
        winners=tuple(seat + 1 for seat in seats),
        totals=tuple(minus(odds.totals[k]) for k in drawn),
        mood=MOODS[int(rng.integers(len(MOODS)))],
        note=NOTES[int(rng.integers(len(NOTES)))],
        change=WISHES[int(rng.integers(len(WISHES)))],
        source="class",
    )


def main(to):
    made = sessions()
    games = list(dict.fromkeys(one.game for one in made))
    told = []
    for one in made:
        plain = json.loads(one.model_dump_json(exclude={"key", "day", "game"}))
        days = (date.today() - date.fromisoformat(one.day)).days
        told.append({"days_ago": days, "game": games.index(one.game), **plain})
    plain = {"games": [json.loads(game) for game in games], "sessions": told}
    to.write_text(json.dumps(plain, ensure_ascii=False, separators=(",", ":")) + "\n", "utf-8")


if __name__ == "__main__":
    main(Path(sys.argv[1]))

"""A made-up term of the Kestrel Ridge club, so that every chart of the logbook has something to show.

The sessions were drawn from what is predicted for the demo games (scripts/make_term.py), for groups with paces of their
own; one group rolls a die that is not even. The same term comes out each time; only its days move with today.
"""

from __future__ import annotations

import json
from datetime import date, timedelta

from bolometric.assets import HERE
from bolometric.core.logbook.session import Session

FILE = "term.json"


def demo_sessions() -> list[Session]:
    """The term: a game with each group in most weeks."""
    plain = json.loads((HERE / "demo" / FILE).read_text("utf-8"))
    games = [json.dumps(game, indent=2, ensure_ascii=False) + "\n" for game in plain["games"]]
    found = []
    for number, one in enumerate(plain["sessions"]):
        day = date.today() - timedelta(days=one.pop("days_ago"))
        lists = {name: tuple(value) for name, value in one.items() if isinstance(value, list)}
        found.append(
            Session.model_validate(
                {**one, **lists, "key": f"kestrel-{number:03d}", "day": day.isoformat(), "game": games[one["game"]]}
            )
        )
    return found

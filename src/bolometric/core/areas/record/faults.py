"""What can be wrong with a record."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.record.seen import kinds_of, lasting
from bolometric.core.areas.record.spec import Record
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault, change, cures
from bolometric.core.text.figures import plural

ALL_DAY = 120
"""Draws on average from which a record takes all day: an hour at half a minute each."""


def lengthens(game: Game) -> str | None:
    """More draws make it longer."""
    return "area.draws" if game.area_as(Record).complete == "draws" else None


def by_rules(game: Game) -> Iterator[Fault]:
    """A record that hardly ever gets done."""
    area = game.area_as(Record)
    if area.complete != "all":
        return
    found = lasting(game)
    mean = None if found is None else found.mean()
    if found is None or (mean is not None and mean > ALL_DAY):
        kinds = len(kinds_of(game).names)
        takes = "more draws than can be followed" if mean is None else f"{mean:,.0f} draws on average"
        sentence = f"To see all {plural(kinds, 'different one')} takes {takes}: a record for all day."
        fewer = change(game, "Write down the number alone", "area.seen", "totals") if area.seen == "parts" else None
        stop = change(game, "Stop after so many draws", "area.complete", "draws")
        sooner = None if fewer is None or list(by_rules(fewer.game)) else fewer
        yield Fault("takes_all_day", "fault", "area.complete", sentence, cures(stop, sooner))


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules)

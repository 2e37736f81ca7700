"""Compiles the inner loops ahead of time: ``python -m bolometric.core.play.warm [AREA [asked]]``, that area first.

Compiled code is cached, so this is done once on a machine; without it the first look at the runs of a game waits a few
seconds. Each area that is done is marked, and told on a line. With ``asked``, games come on standard input meanwhile,
one a line: whatever the newest of them needs goes before all that is left.
"""

from __future__ import annotations

import os
import sys
import threading
from collections.abc import Callable, Iterator
from contextlib import suppress
from typing import get_args

from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.entry import AnyEntry
from bolometric.core.game.files import from_text
from bolometric.core.game.seats import Choosing
from bolometric.core.game.starters import further_of
from bolometric.core.measure.measuring import in_style, measure
from bolometric.core.pieces.kinds import Pack
from bolometric.core.play.rehearsal import rehearse
from bolometric.core.settings.compiled import Marks
from bolometric.core.settings.errors import BolometricError, GameError

KEPT = Pack(after="keep_out")
"""Loops are compiled apart for draws that remember what has been drawn."""
GENTLE = 5
"""How far the compiler steps back (nice) behind a window that somebody looks at."""
Asked = Callable[[], "Game | None"]
"""The game that somebody waits for, once."""


def games(entry: AnyEntry) -> Iterator[Game]:
    """Games of an area that between them reach all its compiled loops."""
    for game in (*(starter.game for starter in entry.starters()), *further_of(entry.kind)):
        yield game
        with suppress(GameError):  # some need other numbers
            yield with_value(game, "pieces", (KEPT,))


def steps(game: Game) -> Iterator[None]:
    """Measure a game, look for what is wrong by its rules, and play it, as itself and in each way of choosing."""
    measure(game, runs=10)
    yield
    area_of(game).board.heat(game)
    list(area_of(game).faults.by_rules(game))
    if not area_of(game).measured.chooses(game):
        return
    for choose in get_args(Choosing):
        yield
        with suppress(GameError):  # not every game has best play, or a rule of thumb
            played = in_style(game, choose)
            measure(played, runs=10)
            rehearse(played, played.seats.styles, coached=True)


def nobody() -> Game | None:
    """No game is waited for."""
    return None


def warm(first: str = "", asked: Asked = nobody) -> Iterator[str]:
    """Reach every compiled loop of each area; gives the name of each area that is done."""
    marks = Marks()
    for entry in sorted(AREAS, key=lambda entry: entry.kind.__name__ != first):
        for game in games(entry):
            _serve(asked)
            for _ in steps(game):
                _serve(asked)
        marks.set(entry.kind.__name__)
        yield entry.kind.__name__


def _serve(asked: Asked) -> None:
    """Reach what is waited for, the newest only: whoever asks again no longer wants the last."""
    wanted = asked()
    while wanted is not None:
        newer = None
        for _ in steps(wanted):
            newer = asked()
            if newer is not None:
                break
        wanted = newer or asked()


def _listened() -> Asked:
    """The newest game that has come on standard input and has not been given out."""
    latest: list[str] = []

    def listen() -> None:
        for line in sys.stdin:
            latest[:] = [line]

    def newest() -> Game | None:
        if not latest:
            return None
        with suppress(BolometricError):
            return from_text(latest.pop(), "")
        return None

    threading.Thread(target=listen, daemon=True).start()
    return newest


def main(first: str = "", *how: str) -> None:
    """Compile everything, one line for each area that is done."""
    if "asked" in how:
        os.nice(GENTLE)
    for done in warm(first, _listened() if "asked" in how else nobody):
        print(done, flush=True)


if __name__ == "__main__":
    main(*sys.argv[1:])

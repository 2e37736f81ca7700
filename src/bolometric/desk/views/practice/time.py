"""Where the time goes: shares of thinking, hands and waiting, and one game of middling length as a strip."""

from __future__ import annotations

import numpy as np
from PySide6.QtGui import QColor

from bolometric.core.learner_work.fluency import USUAL
from bolometric.core.measure.notes import Deed
from bolometric.core.results.folded import Values
from bolometric.core.results.show import certainty, headline, show
from bolometric.core.text.figures import significant
from bolometric.core.words.rule_sheet import players_words
from bolometric.desk.parts.charts.chart import ChartView
from bolometric.desk.parts.charts.strip import Strip
from bolometric.desk.parts.plain import Label
from bolometric.desk.views.practice.page import PracticePage

MOST_BARS = 40
SHARES = (("thinking_share", "thinking"), ("handling_share", "for hands"), ("waiting_share", "waiting"))


class TimePage(PracticePage):
    """The strip with what is said of it."""

    name = "Time"

    def __init__(self) -> None:
        super().__init__()
        self.words, self.who, self.told = (
            Label(wordWrap=True),
            Label(wordWrap=True),
            Label(objectName="hint", wordWrap=True),
        )
        self.heading = Label("One game of middling length", objectName="heading")
        self.strip = Strip()
        self.legend = Label(
            "Tall and warm: thinking. Low and blue: hands. A bare line: waiting for the others.",
            objectName="hint",
            wordWrap=True,
        )
        self.strip.pointed.connect(self._tell)
        self.chart_heading = Label("How many minutes games take", objectName="heading")
        self.chart = ChartView("minutes of a whole game", "share of games")
        for part in (self.words, self.who, self.heading, self.strip, self.legend, self.told, self.chart_heading):
            self.column.addWidget(part)
        self.column.addWidget(self.chart, 1)

    def draw(self) -> None:
        """Show what is known."""
        known, readings = self.known, self.known.readings
        game, practice = known.game, known.practice
        minutes = readings.get("minutes")
        said = []
        if minutes is not None and minutes.mean is not None:
            said.append(f"A game takes {show('minutes', minutes.mean)} on average ({certainty('minutes', minutes)})")
        shares = [
            f"{headline(key, readings[key])} {words}" for key, words in SHARES if key in readings and game.seats.fluency
        ]
        if shares:
            said.append(
                f"of a player's time {', '.join(shares)} ({certainty('thinking_share', readings['thinking_share'])})"
            )
        self.words.setText("; ".join(said) + "." if said else "How long a game takes is not known yet.")
        if game.seats.fluency:
            whose = f"{players_words(game)}."
        else:
            seconds = f"{game.seats.seconds_per_turn:g}"
            fixed = f"{seconds} {'second' if seconds == '1' else 'seconds'} a {game.area.paced_by[0]}"
            whose = (
                f"The game's minutes are {fixed}. The strip shows how it would go with players who "
                f"{_many(USUAL.name)}: say on the sheet how quickly yours work, and the minutes follow from that."
            )
        self.who.setText(whose)
        deeds = practice.strip if practice is not None else ()
        self.strip.show_deeds(deeds, tuple(map(game.seat_name, range(game.seats.count))), self.colours)
        known_deeds = len(deeds) > 0
        self.strip.setVisible(known_deeds)
        self.legend.setVisible(known_deeds)
        middle = f": {show('minutes', self.strip.seconds / 60)}, the middle one of those noted first"
        lasting = middle if known_deeds else ""
        self.heading.setText(f"One game that was played{lasting}")
        self.told.setText("")
        self._draw_minutes()

    def _draw_minutes(self) -> None:
        """Minutes of the games that were noted, as bars."""
        c, practice = self.colours, self.known.practice
        values = practice.minutes if practice is not None and practice.game.seats.fluency else Values()
        self.chart.setVisible(values.number > 1)
        self.chart_heading.setVisible(values.number > 1)
        if values.number < 2:
            return
        high = values.quantile(0.985) * 1.1 + 0.1
        edges = np.linspace(0.0, high, MOST_BARS + 1)
        share = np.histogram(values.values, edges, weights=values.counts)[0] / values.number
        self.chart.clear_to(c)
        width = float(edges[1])
        self.chart.bars((edges[:-1] + edges[1:]) / 2, share, QColor(c.night_wash), 0.9 * width, QColor(c.night))
        top = float(share.max(initial=0.0))
        self.chart.frame(0, high, top)
        self.chart.count_across(0, high, 1)
        self.chart.percents_up(top)
        self.chart_heading.setText(f"How many minutes games take ({values.number:,} noted)")

    def _tell(self, pointed: tuple[Deed, float] | None) -> None:
        if pointed is None:
            self.told.setText("")
            return
        deed, begins = pointed
        who = "All" if deed.seat is None else self.known.game.seat_label(deed.seat)
        minute, second = divmod(int(begins), 60)
        self.told.setText(
            f"At {minute}:{second:02d}. {who}: {deed.words}; {significant(deed.hands, 2)} s for hands, "
            f"{significant(deed.thinking, 2)} s of thinking."
        )


def _many(name: str) -> str:
    """A profile of several: 'counts on' as 'count on'."""
    first, _, rest = name.partition(" ")
    return f"{first.removesuffix('s')} {rest}".strip()

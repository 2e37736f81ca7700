"""What there is to say against a design, each with the changes that would cure it as words to choose."""

from __future__ import annotations

from html import escape
from typing import TYPE_CHECKING

from PySide6.QtCore import Signal

from bolometric.desk.parts.sheet.links import LinkedText, link
from bolometric.paint.palette import LIGHT, Palette

if TYPE_CHECKING:
    from bolometric.core.game.fault import Fault

TITLES = {"fault": "Fault", "advice": "Worth a look", "meant": "Meant, for the talk"}
MEANT, NOT_MEANT, NOTE = "It is meant", "It is not meant", "Write a note"
TRAPS = "meant"
"""How the words of what is meant begin."""


class FaultList(LinkedText):
    """Lists faults, faults before advice."""

    cure_chosen = Signal(object)
    """A Change to apply."""
    meant_chosen = Signal(str, bool)
    """A fault by its code, and whether it is meant from now on."""
    note_asked = Signal(str)
    """A note is to be written on a fault that is meant, by its code."""

    def __init__(self) -> None:
        super().__init__("faults")
        self.setAccessibleName("What to look at: Tab goes to the next cure, Enter takes it")
        self.faults: list[Fault] = []
        self.colours: Palette = LIGHT
        self.word_chosen.connect(self._chosen)

    def show_faults(self, faults: list[Fault]) -> None:
        """Replace what is shown."""
        self.faults = faults
        lines, words = [], []
        for i, fault in enumerate(faults):
            cures = [(f"{i}-{j}", cure.words) for j, cure in enumerate(fault.cures)]
            words += [word for word, _ in cures]
            offers = " &nbsp; ".join(
                link(word, escape(text)) + (f' <span class="also">({escape(cure.also)})</span>' if cure.also else "")
                for (word, text), cure in zip(cures, fault.cures, strict=True)
            )
            traps, more = self._traps(i, fault)
            words += traps
            told = f"{escape(fault.sentence)} {escape(fault.note)}".strip()
            lines.append(f'<p><span class="{fault.level}">{TITLES[fault.level]}:</span> {told} {offers} {more}</p>')
        html = "".join(lines) or "<p>Nothing to say against this game.</p>"
        self.show_html(html, _style(self.colours), words)

    def _traps(self, i: int, fault: Fault) -> tuple[list[str], str]:
        """Words by which a fault is meant or not, and by which a note is written."""
        asked = [(f"{TRAPS}-{i}-no", NOT_MEANT), (f"{TRAPS}-{i}-note", NOTE)]
        if fault.level != "meant":
            asked = [(f"{TRAPS}-{i}-yes", MEANT)]
        links = " &nbsp; ".join(f'<span class="also">{link(word, escape(text))}</span>' for word, text in asked)
        return [word for word, _ in asked], links

    def show_waiting(self, words: str = "Looking at what could be wrong …") -> None:
        """Nothing is known of the present game yet, and what was said of an older one may be wrong."""
        self.faults = []
        self.show_html(f"<p>{escape(words)}</p>", _style(self.colours), [])

    def _chosen(self, word: str) -> None:
        if word.startswith(TRAPS):
            _, at, does = word.split("-")
            code = self.faults[int(at)].code
            if does == "note":
                self.note_asked.emit(code)
            else:
                self.meant_chosen.emit(code, does == "yes")
            return
        i, j = map(int, word.split("-"))
        self.cure_chosen.emit(self.faults[i].cures[j])


def _style(c: Palette) -> str:
    return f"""
    p {{ margin: 0 0 5px 0; line-height: 116%; }}
    .also {{ color: {c.faint}; }}
    .fault {{ color: {c.ember}; font-weight: bold; }}
    .advice {{ color: {c.faint}; font-weight: bold; }}
    .meant {{ color: {c.night}; font-weight: bold; }}
    a {{ color: {c.night}; background-color: {c.night_wash}; font-weight: bold; text-decoration: none; }}
    .also a {{ color: {c.faint}; background-color: {c.paper}; font-weight: normal; text-decoration: underline; }}
    """

"""The rule sheet on screen: sentences whose settings are words to click or to reach with Tab."""

from __future__ import annotations

from html import escape

from bolometric.core.game.document import Game
from bolometric.core.text.spans import Sentences
from bolometric.core.words.aloud import players_parts, players_rules
from bolometric.core.words.help.setting import setting_at
from bolometric.core.words.rule_sheet import makers_sheet, rule_sheet
from bolometric.desk.parts.sheet.links import LinkedText, link
from bolometric.paint.palette import Palette

NAME, OTHER = "name", "other-text"


class RuleSheet(LinkedText):
    """Shows a game as sentences; ``word_chosen`` names the setting whose editor is wanted."""

    def __init__(self) -> None:
        super().__init__("sheet")
        self.setAccessibleName("Rule sheet: Tab goes to the next setting, Enter changes it")

        self.aloud = False
        """Whether the rules are shown as players hear them."""
        self._shown: tuple[Game, Palette] | None = None

    def choose(self, word: str) -> None:
        """A setting to change, or the other of the two texts."""
        if word == OTHER:
            self.show_aloud(not self.aloud)
        else:
            super().choose(word)

    def told_of(self, word: str) -> str:
        """What a setting is, for a pause of the pointer."""
        found = setting_at(self._shown[0], word) if self._shown is not None else None
        return "" if found is None else "\n".join((f"{found.title}.", *found.lines))

    def focus_first(self) -> None:
        """Put the keyboard on the setting that had it, or on the first."""
        self.setFocus()
        self.focus_word(self.focused_word() or self.first_setting())

    def first_setting(self) -> str:
        """Where to begin with the keyboard: the first word of the sheet below the name."""
        return OTHER if self.aloud else self.words()[2]

    def as_text(self) -> str:
        """What is shown, as plain text."""
        told = players_rules if self.aloud else makers_sheet
        return f"{told(self._shown[0])}\n" if self._shown is not None else ""

    def show_aloud(self, aloud: bool) -> None:
        """Show the players' rules, or the maker's sheet."""
        self.aloud = aloud
        if self._shown is not None:
            self.show_game(*self._shown)

    def show_game(self, game: Game, colours: Palette) -> None:
        """Write the sheet of a game, or its rules for reading aloud."""
        self._shown = game, colours
        other = "Back to the settings" if self.aloud else "Read the rules aloud"
        top = f'<p class="other">{link(OTHER, other)}</p>'
        if self.aloud:
            self.show_html(f"<h1>{escape(game.name)}</h1>{top}{_aloud(game)}", _style(colours), [OTHER])
            return
        sections = rule_sheet(game)
        words = [NAME, OTHER] + [s.path for part in sections for line in part.paragraphs for s in line if s.path]
        body = "".join(
            f"<h3>{escape(part.title)}</h3>" + "".join(f"<p>{_spans(line)}</p>" for line in part.paragraphs)
            for part in sections
        )
        self.show_html(f"<h1>{link(NAME, escape(game.name))}</h1>{top}{body}", _style(colours), words)


def _aloud(game: Game) -> str:
    """What players hear, in large letters."""
    told = players_parts(game)
    needs = "".join(f"<li>{escape(thing)}</li>" for thing in told.needs)
    steps, number = "", 1
    for heading, sentences in told.steps:
        lines = "".join(f"<li>{escape(sentence)}</li>" for sentence in sentences)
        steps += f'<h3>{heading}</h3><ol class="aloud" start="{number}">{lines}</ol>'
        number += len(sentences)
    return f"<h3>You need</h3><ul>{needs}</ul><p>{escape(told.caution)}</p>{steps}"


def _spans(line: Sentences) -> str:
    return "".join(link(span.path, escape(span.text)) if span.path else escape(span.text) for span in line)


def _style(c: Palette) -> str:
    return f"""
    h1 {{ font-size: 24px; margin: 0 0 2px 0; }}
    h3 {{ color: {c.ember}; font-size: 14px; font-weight: bold; margin: 6px 0 0 0; }}
    p {{ margin: 0 0 2px 0; line-height: 110%; }}
    a {{ color: {c.night}; background-color: {c.night_wash}; font-weight: bold; text-decoration: none; }}
    .other {{ margin: 0 0 4px 0; }}
    .other a {{ background-color: transparent; text-decoration: underline; font-weight: normal; }}
    ol.aloud li {{ font-size: 17px; margin: 0 0 5px 0; }}
    h1 a {{ color: {c.ink}; background-color: transparent; }}
    """

"""The rule sheet on screen: sentences whose settings are words to click or to reach with Tab."""

from __future__ import annotations

from html import escape

from bolometric.core.game.document import Game
from bolometric.core.text.spans import Sentences
from bolometric.core.words.rule_sheet import rule_sheet
from bolometric.desk.parts.links import LinkedText, link
from bolometric.paint.palette import Palette

NAME = "name"


class RuleSheet(LinkedText):
    """Shows a game as sentences; ``word_chosen`` names the setting whose editor is wanted."""

    def __init__(self) -> None:
        super().__init__("sheet")
        self.setAccessibleName("Rule sheet: Tab goes to the next setting, Enter changes it")

    def show_game(self, game: Game, colours: Palette) -> None:
        """Write the sheet of a game."""
        sections = rule_sheet(game)
        words = [NAME] + [s.path for part in sections for line in part.paragraphs for s in line if s.path]
        body = "".join(
            f"<h3>{escape(part.title)}</h3>" + "".join(f"<p>{_spans(line)}</p>" for line in part.paragraphs)
            for part in sections
        )
        self.show_html(f"<h1>{link(NAME, escape(game.name))}</h1>{body}", _style(colours), words)


def _spans(line: Sentences) -> str:
    return "".join(link(span.path, escape(span.text)) if span.path else escape(span.text) for span in line)


def _style(c: Palette) -> str:
    return f"""
    h1 {{ font-size: 24px; margin: 0 0 2px 0; }}
    h3 {{ color: {c.ember}; font-size: 14px; font-weight: bold; margin: 6px 0 0 0; }}
    p {{ margin: 0 0 2px 0; line-height: 110%; }}
    a {{ color: {c.night}; background-color: {c.night_wash}; font-weight: bold; text-decoration: none; }}
    h1 a {{ color: {c.ink}; background-color: transparent; }}
    """

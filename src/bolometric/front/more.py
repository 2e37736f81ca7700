"""What the command line, the scripts and the benchmarks come in by, beside the dozen names of the package.

Each name is imported when it is first wanted, so a command pays for no more than it uses. ``more.pyi`` says the same to
the type checker; a test holds the two together.
"""

from __future__ import annotations

from importlib import import_module

BEHIND = {
    "settings.errors": "Cancelled FileError GameError",
    "settings.cancel": "heeding",
    "settings.knobs": "knobs",
    "game.document": "Game game_from with_value with_values",
    "game.files": "from_text plain_from plain_of read read_text text_from to_text write write_bytes",
    "game.printing": "Printing",
    "areas.shelf": "starters",
    "measure.measuring": "in_style measure_exactly runs_of with_work",
    "judge.faults": "find_faults summary",
    "judge.nearby": "changes",
    "text.figures": "minus",
    "text.wrapped": "wrapped",
    "words.report": "odds_text readings_text",
    "words.plain": "faults_plain measured_plain odds_plain rules_plain",
    "words.telling": "at_least_words",
    "words.talk": "LEVELS",
    "words.rule_sheet": "rules_text",
    "words.boards": "boards_for boards_plain boards_text",
    "words.number_making": "asked made_of made_plain made_text numbers_plain numbers_text",
    "number_making.rules": "MakingRules",
    "tuning.telling": "candidates_plain candidates_text how_it_suits left_out_text points_csv points_plain points_text",
    "tuning.sweep": "swept",
    "tuning.briefs.find": "look_for",
    "tuning.workers": "Share alone sharing",
    "sheets.gathering": "contents_of",
    "logbook.session": "impossible_words session_of",
    "logbook.store": "Logbook usual_place",
    "logbook.transfer": "from_csv from_json to_csv to_json",
    "logbook.calibration": "predicted_slips story",
    "logbook.calling": "CallingBoard",
    "logbook.goes": "Go worth",
    "logbook.page": "page_csv page_markdown report_page",
    "logbook.practised": "aimed_at not_met",
    "logbook.report": "report report_parts",
    "logbook.demo": "demo_sessions",
    "pieces.presets": "PRESETS",
    "settings.lines": "LONGEST_MESSAGE",
}
"""Modules of the core, each with the names that are handed out."""
_WHERE = {name: module for module, names in BEHIND.items() for name in names.split()}


def __getattr__(name: str) -> object:
    """A name from behind the door."""
    if name not in _WHERE:
        raise AttributeError(f"module {__name__!r} has no attribute {name!r}")
    return getattr(import_module(f"bolometric.core.{_WHERE[name]}"), name)


def __dir__() -> list[str]:
    """Every name there is."""
    return sorted(_WHERE)

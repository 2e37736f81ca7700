"""Every command of the window, as data. Menus, keys and the list of keys are made from this one table."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtGui import QAction, QKeySequence
from PySide6.QtWidgets import QMainWindow, QMenu

from bolometric import __version__
from bolometric.desk.parts.plain import entry, tip
from bolometric.desk.shell.settings import TEXT_SIZES

if TYPE_CHECKING:
    from bolometric.core.game.document import Game

ABOUT = (
    f"Bolometric {__version__}, free software under the MIT licence. Fonts: Atkinson Hyperlegible Next and "
    "Andika, under the SIL Open Font License."
)
MENUS = ("&Game", "&Edit", "&View", "&Help")


@dataclass(frozen=True, slots=True)
class Command:
    """One command: ``does`` names a method of one of the window's parts."""

    id: str
    menu: str
    text: str
    keys: str
    does: str
    told: str
    check: bool = False
    new_group: bool = False


COMMANDS = (
    Command("new", "&Game", "&New …", "Ctrl+N", "show_begin", "Start from what you have"),
    Command("open", "&Game", "&Open …", "Ctrl+O", "open_dialog", "Open a game file"),
    Command("save", "&Game", "&Save", "Ctrl+S", "save", "Save the game", new_group=True),
    Command("save_as", "&Game", "Save &as …", "Ctrl+Shift+S", "save_as", "Save the game under another name"),
    Command("copy_rules", "&Game", "&Copy the rules", "Ctrl+Shift+C", "copy_rules", "Copy the rules as text"),
    Command("print", "&Game", "&Print …", "Ctrl+P", "print_sheets", "Print the sheets", new_group=True),
    Command("quit", "&Game", "&Quit", "Ctrl+Q", "close", "Leave the program", new_group=True),
    Command("undo", "&Edit", "&Undo", "Ctrl+Z", "undo", "Take the last change back"),
    Command("redo", "&Edit", "&Redo", "Ctrl+Y", "redo", "Make the change again"),
    Command("history", "&Edit", "&History …", "Ctrl+H", "show_history", "Go back or on to any step"),
    Command("shelf", "&View", "&Shelf", "Ctrl+1", "show_shelf", "The games there are", check=True),
    Command("shape", "&View", "S&hape", "Ctrl+2", "show_shape", "Rules, board and its heat", check=True),
    Command("odds", "&View", "&Odds", "Ctrl+3", "show_odds", "What a roll can show", check=True),
    Command("runs", "&View", "&Runs", "Ctrl+4", "show_runs", "The game played thousands of times", check=True),
    Command("practice", "&View", "&Practice", "Ctrl+5", "show_practice", "What players work out", check=True),
    Command("tune", "&View", "T&une", "Ctrl+6", "show_tune", "Games that suit the targets better", check=True),
    Command("table", "&View", "&Table", "Ctrl+7", "show_table", "The game played by hand", check=True),
    Command("sheets", "&View", "Sh&eets", "Ctrl+8", "show_sheets", "What is printed, page by page", check=True),
    Command("class", "&View", "&Class", "Ctrl+9", "show_class", "Numbers called for a whole room", check=True),
    Command("logbook", "&View", "Lo&gbook", "Ctrl+0", "show_logbook", "What happened when it was played", check=True),
    Command("projector", "&View", "For the pro&jector", "F11", "project", "What is called, over a whole screen"),
    Command("rules", "&View", "Go to the r&ules", "F6", "focus_rules", "Go to the rule sheet", new_group=True),
    Command("fold", "&View", "Rules &beside or away", "Shift+F6", "fold_rules", "Put the rules away, or show them"),
    Command("gauges", "&View", "Go to the &gauges", "F7", "focus_gauges", "Go to the gauges"),
    Command("light", "&View", "&Light", "", "use_light", "Dark ink on light paper", check=True, new_group=True),
    Command("dark", "&View", "&Dark", "", "use_dark", "Light ink on dark paper", check=True),
    Command("system", "&View", "&As the system", "", "use_system", "Follow the desktop's setting", check=True),
    Command("sound", "&View", "Soun&d", "", "switch_sound", "A short sound where pieces are used", check=True),
    Command("find", "&Help", "&Find a command …", "Ctrl+K", "find_command", "Find a command by typing"),
    Command("handbook", "&Help", "&Handbook", "F1", "show_handbook", "Open the handbook at the page that fits here"),
    Command("what", "&Help", "&What is this?", "Shift+F1", "what_is_this", "Explain the word or the gauge in focus"),
    Command("first", "&Help", "&First steps", "", "show_first_steps", "Three ways in"),
    Command("walk", "&Help", "A &walk over the window", "", "show_walk", "Six steps from pieces to a printed game"),
    Command("keys", "&Help", "&Keys", "Ctrl+F1", "show_keys", "List every key"),
    Command("about", "&Help", "&About Bolometric", "", "show_about", "Version and licences"),
)


def build(
    window: QMainWindow, does: Callable[[str], Callable[[], object]]
) -> tuple[dict[str, QAction], dict[str, QMenu]]:
    """Put the commands into the window's menus, each doing what ``does`` finds; gives actions by id, menus by title."""
    menus = {title: window.menuBar().addMenu(title) for title in MENUS}
    made = {}
    for command in COMMANDS:
        if command.new_group:
            menus[command.menu].addSeparator()
        action = QAction(command.text, window, checkable=command.check)
        if command.keys:
            action.setShortcut(QKeySequence(command.keys))
        action.setStatusTip(command.told)
        action.triggered.connect(lambda _=False, name=command.does: does(name)())
        menus[command.menu].addAction(action)
        made[command.id] = action
    return made, menus


def add_starters(menu: QMenu, start: Callable[[Game], object]) -> None:
    """Put the games to begin from into a menu, below the command for a new one."""
    new = QMenu("New fro&m", menu)
    menu.insertMenu(menu.actions()[1], new)

    def fill() -> None:
        if not new.isEmpty():
            return
        from bolometric.core.areas.shelf import starters

        for starter in starters():
            words, game = starter.words, starter.game
            action = new.addAction(words)
            action.triggered.connect(lambda _=False, game=game: start(game))

    new.aboutToShow.connect(fill)


def add_sizes(menu: QMenu, now: Callable[[], int], take: Callable[[int], object]) -> None:
    """Put the sizes of text into a menu."""
    listed = QMenu("&Text size", menu)
    menu.addMenu(listed)

    def fill() -> None:
        listed.clear()
        for size in TEXT_SIZES:
            action = listed.addAction(f"{size} %")
            action.setCheckable(True)
            action.setChecked(size == now())
            action.triggered.connect(lambda _=False, size=size: take(size))

    listed.aboutToShow.connect(fill)


def add_recent(menu: QMenu, recent: Callable[[], list[Path]], open_file: Callable[[Path], object]) -> None:
    """Put the recent files below the command that opens one; they are looked up when the menu opens."""
    listed = QMenu("Open &recent", menu)
    menu.insertMenu(menu.actions()[3], listed)

    def fill() -> None:
        listed.clear()
        for path in recent():
            action = listed.addAction(entry(path.name))
            action.setToolTip(tip(str(path)))
            action.triggered.connect(lambda _=False, path=path: open_file(path))
        if listed.isEmpty():
            listed.addAction("Nothing yet").setEnabled(False)

    listed.aboutToShow.connect(fill)


def keys_text() -> str:
    """Every key with what it does, as HTML rows."""
    rows = [(command.keys, command.told) for command in COMMANDS if command.keys]
    rows += [
        ("Tab", "On the rule sheet: to the next setting"),
        ("Enter", "Change the setting, or keep the change and close"),
        ("Esc", "Close without the change"),
        ("Arrows", "On the board: from square to square"),
    ]
    return "<table cellspacing=6>" + "".join(f"<tr><td><b>{k}</b></td><td>{t}</td></tr>" for k, t in rows) + "</table>"

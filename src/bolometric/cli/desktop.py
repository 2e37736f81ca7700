"""A place on the desktop: menu entry, icon, kind of file, description, manual page and completion of the command.

What only its commands need is imported in them: every other command would pay for it too.
"""

from __future__ import annotations

import json
import os
import sys
from contextlib import suppress
from pathlib import Path

import click

from bolometric import RELEASED, __version__
from bolometric.assets import HERE
from bolometric.cli.group import EXITS, HELP, WHOLE, Nearest, fail, main

ID = "dev.bolometric.Bolometric"
PLACES = {
    "bolometric.desktop": f"applications/{ID}.desktop",
    "icon.svg": f"icons/hicolor/scalable/apps/{ID}.svg",
    "mime.xml": "mime/packages/bolometric.xml",
    "metainfo.xml": f"metainfo/{ID}.metainfo.xml",
}
"""Each file that is shipped, and where it goes below the data folder."""
MANUAL, COMPLETION = "man/man1/bolometric.1", "bash-completion/completions/bolometric"
WRITTEN = "bolometric/desktop-files.json"
"""Where marks of what was written are kept, below the data folder."""
EARLIER = {MANUAL: b'.TH BOLOMETRIC 1 "', COMPLETION: b"local answer=$(env COMP_WORDS="}
"""What is in the files of earlier versions whose names anybody may have given."""
COMPLETE = """_bolometric_completion() {
    local IFS=$'\\n'
    local answer=$(env COMP_WORDS="${COMP_WORDS[*]}" COMP_CWORD=$COMP_CWORD _BOLOMETRIC_COMPLETE=bash_complete $1)
    local one
    COMPREPLY=()
    for one in $answer; do
        IFS=',' read kind value <<< "$one"
        case $kind in
            dir) compopt -o dirnames ;;
            file) compopt -o default ;;
            plain) COMPREPLY+=($value) ;;
        esac
    done
}
complete -o nosort -F _bolometric_completion bolometric
"""


def _data() -> Path:
    return Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share")


@main.group(cls=Nearest)
def desktop() -> None:
    """Put the program into the desktop's menu, or take it out again."""


_TO = click.option("--to", type=click.Path(path_type=Path), help="Another data folder, such as /usr/local/share.")


@desktop.command()
@_TO
def add(to: Path | None) -> None:
    """Add the menu entry, the icon, the kind of file, the manual page and the completion."""
    from bolometric.front.more import FileError, write_bytes

    base = to or _data()
    try:
        written = _written(base)
        for place, text in desktop_files().items():
            path = base / place
            if not _may_go(path, place, written):
                click.echo(f"Kept {path}, which is not as this program wrote it: move it away to have ours.")
                continue
            path.parent.mkdir(parents=True, exist_ok=True)
            write_bytes(text.encode(), path)
            written[place] = _mark(text.encode())
            click.echo(f"Written to {path}.")
        (base / WRITTEN).parent.mkdir(parents=True, exist_ok=True)
        write_bytes(json.dumps(written, indent=2).encode(), base / WRITTEN)
    except FileError as error:
        fail(error)
    except OSError as error:
        fail(FileError(f"{base} cannot be written: {(error.strerror or 'refused').lower()}. Choose another with --to."))
    _refresh(base)


@desktop.command()
@_TO
def remove(to: Path | None) -> None:
    """Take all of that out again."""
    base = to or _data()
    written, kept = _written(base), {}
    for place in desktop_files():
        if not _may_go(base / place, place, written):
            click.echo(f"Kept {base / place}, which is not as this program wrote it.")
            kept[place] = written.get(place, "")
            continue
        with suppress(OSError):
            (base / place).unlink()
    with suppress(OSError):
        if kept:
            (base / WRITTEN).write_text(json.dumps(kept, indent=2), "utf-8")
        else:
            (base / WRITTEN).unlink()
            (base / WRITTEN).parent.rmdir()
    _refresh(base)
    click.echo(f"Taken out of {base}.")


def _mark(data: bytes) -> str:
    from hashlib import sha256

    return sha256(data).hexdigest()


def _written(base: Path) -> dict[str, str]:
    """What was written where, as marks of the content; nothing for what an earlier version wrote."""
    with suppress(OSError, ValueError):
        found = json.loads((base / WRITTEN).read_text("utf-8"))
        if isinstance(found, dict):
            return {str(place): str(mark) for place, mark in found.items()}
    return {}


def _may_go(path: Path, place: str, written: dict[str, str]) -> bool:
    """Whether a file may be written over or taken away: it is not there, or as this program wrote it.

    Versions up to 0.12 kept no marks: what they wrote is told by its name, or, where anybody's file may have that name,
    by a line of it.
    """
    try:
        data = path.read_bytes()
    except (FileNotFoundError, NotADirectoryError):
        return True
    except OSError:
        return False
    if place in written:
        return written[place] == _mark(data)
    return EARLIER.get(place, b"") in data


def desktop_files() -> dict[str, str]:
    """The text of each file, by its place below the data folder."""
    shipped = HERE / "desktop"
    told = {place: (shipped / name).read_text("utf-8") for name, place in PLACES.items()}
    entry = f"applications/{ID}.desktop"
    told[entry] = told[entry].replace("@exec@", _quoted(_command()))
    meta = PLACES["metainfo.xml"]
    told[meta] = told[meta].replace("@version@", __version__).replace("@date@", RELEASED)
    return {**told, MANUAL: manual(), COMPLETION: COMPLETE}


def _command() -> str:
    """What starts the program: the command as it was called, if that is a file."""
    called = Path(sys.argv[0]).resolve()
    return str(called) if called.name == "bolometric" and called.is_file() else "bolometric"


def _quoted(command: str) -> str:
    """As the Desktop Entry Specification wants it."""
    plain = all(sign.isalnum() or sign in "/._-+" for sign in command)
    return command if plain else '"' + "".join(f"\\{sign}" if sign in '"`$\\' else sign for sign in command) + '"'


ARGUMENTS = {
    "file": "A game file, which ends in .bolo.json; - for standard input.",
    "import file": "A CSV or JSON file with sessions; - for standard input.",
    "numbers": "Whole numbers, decimals or fractions such as 1/2.",
    "to": "The file to write; - for standard output.",
}
"""What stands for each argument, by its name; by command and name where that differs."""


def manual() -> str:
    """The manual page, from the commands' own words."""
    lines = [
        f'.TH BOLOMETRIC 1 "{RELEASED}" "bolometric {__version__}" "User Commands"',
        ".SH NAME",
        "bolometric \\- design, measure and print number games of your own",
        ".SH SYNOPSIS",
        ".B bolometric",
        "[\\fIFILE\\fR | \\fB\\-\\-demo\\fR] [\\fB\\-\\-apart\\fR]",
        ".br",
        ".B bolometric",
        "\\fICOMMAND\\fR [\\fIARGUMENTS\\fR]",
        ".SH DESCRIPTION",
    ]
    for part in HELP.split("\n\n"):
        if not part.startswith("\b"):
            lines += [".PP", _roff(part)]
    lines.append(".SH COMMANDS")
    for path, command in _commands(main, ()):
        context = click.Context(command, info_name=" ".join(path))
        usage = " ".join(command.collect_usage_pieces(context))
        lines += [".TP", f"\\fB{_roff(' '.join(path))}\\fR {_roff(usage)}", _roff(command.get_short_help_str(WHOLE))]
        for parameter in command.get_params(context):
            if "--help" not in parameter.opts:
                lines += [".RS", ".TP", *_told(path[-1], parameter, context), ".RE"]
    lines += [".SH EXIT STATUS"]
    for code, means in EXITS.items():
        lines += [".TP", f"\\fB{code}\\fR", f"{means[0].upper()}{means[1:]}."]
    lines += [
        ".SH FILES",
        "Games are single files that end in .bolo.json. Your shelf, your logbook and your settings lie in",
    ]
    lines += ["the folders that XDG_DATA_HOME and XDG_CONFIG_HOME name, or else in ~/.local/share and ~/.config."]
    return "\n".join(lines) + "\n"


def _told(command: str, parameter: click.Parameter, context: click.Context) -> list[str]:
    """The two lines of an argument or an option."""
    if isinstance(parameter, click.Argument):
        name = str(parameter.name)
        words = ARGUMENTS.get(f"{command} {name}") or ARGUMENTS[name]
        return [f"\\fI{_roff(parameter.make_metavar(context))}\\fR", _roff(words)]
    record = parameter.get_help_record(context)
    assert record is not None  # it is not hidden
    return [f"\\fB{_roff(record[0])}\\fR", _roff(record[1])]


def _commands(group: click.Group, before: tuple[str, ...]) -> list[tuple[tuple[str, ...], click.Command]]:
    found: list[tuple[tuple[str, ...], click.Command]] = []
    for name, command in sorted(group.commands.items()):
        if command.hidden:
            continue
        if isinstance(command, click.Group):
            found += _commands(command, (*before, name))
        else:
            found.append(((*before, name), command))
    return found


def _roff(text: str) -> str:
    escaped = text.replace("\\", "\\e").replace("-", "\\-").replace("\n", " ").replace("…", "...")
    return f"\\&{escaped}" if escaped[:1] in (".", "'") else escaped


def _refresh(base: Path) -> None:
    """Let the desktop look again, where its helpers are there; without them it does so by itself, later."""
    from shutil import which
    from subprocess import run

    for command in (
        ["update-desktop-database", str(base / "applications")],
        ["update-mime-database", str(base / "mime")],
    ):
        if which(command[0]):
            run(command, check=False, capture_output=True)

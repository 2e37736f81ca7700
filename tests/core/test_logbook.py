"""The logbook: nothing confirmed is lost, luck is told from rules, and groups' paces are found again."""

import csv
import io
import os
import signal
import sqlite3
import time
from collections import Counter
from fractions import Fraction
from itertools import product

import numpy as np
import pytest
from click.testing import CliRunner
from hypothesis import example, given, settings
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.cli import main
from bolometric.core.game.document import game_from, with_values
from bolometric.core.game.files import to_text
from bolometric.core.logbook import calibration as held
from bolometric.core.logbook import lent, luck
from bolometric.core.logbook.outside import DamagedError, backups, last_backup, restore
from bolometric.core.logbook.session import Session, impossible_words, session_of
from bolometric.core.logbook.store import MIGRATIONS, Logbook
from bolometric.core.logbook.transfer import from_csv, from_json, to_csv, to_json
from bolometric.core.measure.measuring import measure_exactly
from bolometric.core.settings.errors import FileError, GameError

GAME = game_from({"bolometric": 1, "name": "Ours", "pieces": [{}], "area": {"length": 20}})


@pytest.fixture
def book(tmp_path):
    with Logbook(tmp_path / "log.sqlite3") as made:
        yield made


def write_on(path, pipe):
    """Write sessions for ever, telling each key once it was confirmed."""
    with Logbook(path) as made:
        for _ in range(100_000):
            one = session_of(GAME)
            made.keep(one)
            os.write(pipe, f"{one.key}\n".encode())


KILLS = 100


def test_a_kill_at_any_moment_loses_nothing_confirmed(tmp_path):
    path, confirmed, rng = tmp_path / "log.sqlite3", set(), np.random.default_rng(1)
    Logbook(path).close()
    session_of(GAME)  # whatever is made at the first time is made
    for _ in range(KILLS):
        seen, told = os.pipe()
        child = os.fork()
        if not child:
            try:
                write_on(path, told)
            finally:
                os._exit(0)
        os.close(told)
        with os.fdopen(seen, "rb") as pipe:
            first = pipe.readline()  # it is at work
            time.sleep(float(rng.uniform(0, 0.012)))
            os.kill(child, signal.SIGKILL)
            whole = (first + pipe.read()).decode().split("\n")[:-1]
        os.waitpid(child, 0)
        confirmed |= set(whole)
    with Logbook(path) as made:
        kept = {one.key for one in made.sessions()}
    assert len(confirmed) > KILLS
    assert confirmed <= kept


def test_sessions_come_back_as_they_were_and_are_found(book):
    first = session_of(
        GAME,
        day="2026-01-05",
        group="Rigel",
        turns=(12,),
        minutes=(6.5,),
        winners=(1,),
        totals=("7", "1/2"),
        mood="lively",
        note="a “good” one",
        change="fewer squares",
    )
    other = session_of(with_values(GAME, {"name": "Theirs"}), day="2026-02-01", group="Vega", tables=3)
    book.keep(first, other)
    assert book.sessions() == [other, first]
    assert book.sessions(name="Ours") == [first]
    assert book.sessions(group="Vega") == book.sessions(since="2026-01-06") == [other]
    assert book.sessions(words="good") == [first]
    assert (book.names(), book.groups()) == (["Ours", "Theirs"], ["Rigel", "Vega"])
    assert book.sessions()[1].played == GAME
    book.remove(other.key)
    assert book.sessions() == [first]
    book.keep(first)  # the same again takes its own place
    assert len(book.sessions()) == 1


def test_two_windows_write_in_one_logbook(book):
    with Logbook(book.path) as other:
        for k in range(20):
            (book if k % 2 else other).keep(session_of(GAME))
        assert len(book.sessions()) == len(other.sessions()) == 20


def test_a_logbook_in_use_is_waited_for_and_then_said(book, monkeypatch):
    monkeypatch.setattr("bolometric.core.logbook.store.PATIENCE", 0.05)
    with Logbook(book.path) as other:
        book._open.execute("BEGIN IMMEDIATE")
        with pytest.raises(FileError, match="being written by another window"):
            other.keep(session_of(GAME))
        book._open.execute("ROLLBACK")
        other.keep(session_of(GAME))


@pytest.mark.parametrize("version", range(len(MIGRATIONS) + 1))
def test_every_older_version_is_brought_up_to_date(tmp_path, version):
    path = tmp_path / "old.sqlite3"
    with Logbook(path, MIGRATIONS[:version]) as old:
        if version:
            old.keep(session_of(GAME, note="from before"))
    with Logbook(path) as now:
        assert now.version == len(MIGRATIONS)
        assert [one.note for one in now.sessions()] == ["from before"] * bool(version)
        tables = {row[0] for row in now._open.execute("SELECT name FROM sqlite_master")}
        assert {"games", "sessions", "sessions_by_day"} <= tables


def test_a_newer_version_is_only_read(tmp_path):
    path = tmp_path / "new.sqlite3"
    newer = (*MIGRATIONS, "ALTER TABLE sessions ADD COLUMN later TEXT")
    with Logbook(path, newer) as made:
        made._open.execute("PRAGMA user_version = 99")
    with Logbook(path) as now:
        assert now.only_read
        assert now.sessions() == []
        with pytest.raises(FileError, match="open for reading only"):
            now.keep(session_of(GAME))
        with pytest.raises(FileError, match="open for reading only"):
            now.remove("x")


@pytest.mark.parametrize("damage", [b"CREATE \xff\xfeABLE sessions", b"CREATE TABLE \xba (((((("])
def test_a_logbook_of_which_even_the_trouble_cannot_be_read_is_damaged(tmp_path, damage):
    """SQLite quotes what is damaged, and Python then cannot read what it says."""
    path = tmp_path / "torn.sqlite3"
    with Logbook(path) as made:
        made.keep(session_of(GAME))
        made._open.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    path.write_bytes(path.read_bytes().replace(b"CREATE TABLE sessions", damage))
    with pytest.raises(DamagedError, match="is damaged"):
        Logbook(path)


def test_where_nothing_may_be_written_it_is_read_from_a_copy(tmp_path, monkeypatch):
    """With what another window has written and not yet put into the file itself; and nothing there is touched."""
    path = tmp_path / "shared" / "lent.sqlite3"
    with Logbook(path) as made:
        made.keep(session_of(GAME, note="in the file"))
        made._open.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        made.keep(session_of(GAME, note="in its log"))
        there = {one.name: one.read_bytes() for one in path.parent.iterdir() if not one.name.endswith("-shm")}
        copied = tmp_path / "readonly"
        copied.mkdir()
        for name, data in there.items():
            (copied / name).write_bytes(data)
    monkeypatch.setattr(lent, "may_be_written", lambda path: False)
    with Logbook(copied / path.name) as now:
        assert {one.note for one in now.sessions()} == {"in the file", "in its log"}
        now.keep_backup()
        with pytest.raises(FileError, match=r"Nothing may be written in .*: copy it to a folder of your own"):
            now.keep(session_of(GAME))
    assert {one.name: one.read_bytes() for one in copied.iterdir()} == there
    (copied / "empty.sqlite3").touch()
    with pytest.raises(FileError, match="none can be made"):
        Logbook(copied / "empty.sqlite3")
    monkeypatch.undo()
    assert lent.may_be_written(path)


@pytest.mark.skipif(os.getuid() == 0, reason="nothing is forbidden to root")
def test_a_folder_of_somebody_elses_is_known(tmp_path):
    (tmp_path / "a.sqlite3").touch()
    tmp_path.chmod(0o500)
    assert not lent.may_be_written(tmp_path / "a.sqlite3")
    tmp_path.chmod(0o700)


def test_a_damaged_logbook_offers_its_last_backup(tmp_path, book):
    kept = session_of(GAME, note="kept")
    book.keep(kept)
    book.keep_backup()
    book.keep_backup()  # once a day
    assert len(backups(book.path)) == 1
    book.close()
    whole = bytearray(book.path.read_bytes())
    whole[100:4000] = os.urandom(3900)
    book.path.write_bytes(whole)
    with pytest.raises(DamagedError, match=r"is damaged\. The last backup is") as caught:
        Logbook(book.path).sessions()
    assert caught.value.backup == last_backup(book.path)
    aside = restore(book.path, caught.value.backup)
    assert aside.exists()
    with Logbook(book.path) as again:
        assert again.sessions() == [kept]
    (tmp_path / "text.sqlite3").write_text("no logbook at all, but a text of some length" * 40)
    with pytest.raises(DamagedError):
        Logbook(tmp_path / "text.sqlite3")
    with pytest.raises(FileError, match="cannot be opened"):
        Logbook(tmp_path / "text.sqlite3" / "deeper")


words = st.text(st.characters(codec="utf-8", exclude_categories=("C", "Z")), max_size=20)
some_sessions = st.builds(
    session_of,
    st.just(GAME),
    day=st.dates(max_value=__import__("datetime").date(2026, 6, 1)).map(str),
    group=words,
    tables=st.just(4),
    turns=st.lists(st.integers(1, 99), max_size=4).map(tuple),
    minutes=st.lists(st.integers(1, 99).map(float), max_size=4).map(tuple),
    winners=st.lists(st.integers(0, 2), max_size=4).map(tuple),
    totals=st.lists(st.sampled_from(["1", "6", "1/2", "-3"]), max_size=6).map(tuple),
    note=words,
    change=words,
    mood=st.sampled_from(["", "flat", "wild"]),
)


@settings(max_examples=60)
@example([session_of(GAME, note="'=", change="''", group="=1+1")], ",")
@given(st.lists(some_sessions, min_size=1, max_size=4), st.sampled_from(",;\t"))
def test_what_goes_out_comes_in_again(sessions, between):
    assert from_json(to_json(sessions), "a.json") == sessions
    text = to_csv(sessions)
    if between != ",":
        out = io.StringIO()
        csv.writer(out, delimiter=between, lineterminator="\n").writerows(csv.reader(io.StringIO(text)))
        text = out.getvalue()
    back = from_csv(text, "a.csv", {"Ours": GAME}.get)
    assert [one.model_copy(update={"source": "typed"}) for one in back] == sessions
    cells = [cell for row in csv.reader(io.StringIO(to_csv(sessions))) for cell in row]
    assert not any(cell.startswith(("=", "+", "@", "-")) for cell in cells)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("day,game\n2026-01-01,Ours\n", "a.csv has no column “date”"),
        ("date,game\n2026-01-01,Whose\n", "a.csv, line 2: no game is called “Whose”"),
        ("date,game,minutes\n2026-01-01,Ours,long\n", "a.csv, line 2: turns, minutes, winners and slips are numbers"),
        ("date,game\n1.1.2026,Ours\n", "a.csv, line 2: day: “1.1.2026” is no date: write it as 2026-11-26"),
        ("date,game,winners\n2026-01-01,Ours,7\n", "a.csv, line 2: Player 7 won, but only 2 play"),
    ],
)
def test_a_wrong_table_is_said_by_line(text, says):
    with pytest.raises(FileError, match=says.replace(".", r"\.")):
        from_csv(text, "a.csv", {"Ours": GAME}.get)


def test_what_can_not_have_been_is_said():
    assert impossible_words(session_of(GAME, totals=("3", "7"))).startswith(
        "7 cannot come up: these pieces make 1 to 6."
    )
    assert impossible_words(session_of(GAME, totals=("3",))) == ""
    for wrong in ({"day": "2999-01-01"}, {"winners": (3,)}, {"tables": 1, "minutes": (3.0, 4.0)}, {"totals": ("x",)}):
        with pytest.raises(GameError):
            session_of(GAME, **wrong)


@settings(max_examples=40)
@given(st.lists(st.integers(0, 4), min_size=2, max_size=4).filter(any), st.randoms(use_true_random=False))
def test_the_exact_test_agrees_with_every_series(counts, random):
    """The p-value against all series of draws, one by one."""
    total = sum(counts)
    if total > 6:
        return
    weights = [random.randint(1, 5) for _ in counts]
    chances = [weight / sum(weights) for weight in weights]

    def likelihood(some):
        return round(luck.log_chance(some, chances), 9)

    p, mine = 0.0, likelihood(counts)
    for series in product(range(len(counts)), repeat=total):
        seen = Counter(series)
        if likelihood([seen[k] for k in range(len(counts))]) <= mine + 1e-8:
            p += float(np.prod([chances[k] for k in series]))
    assert luck.held_counts("x", counts, chances, 1).p == pytest.approx(p, abs=1e-9)


def test_samples_agree_with_the_exact_test(monkeypatch):
    counts, chances = [9, 2, 4, 8], [0.4, 0.2, 0.2, 0.2]
    exact = luck.held_counts("x", counts, chances, 1)
    monkeypatch.setattr(luck, "MOST_LISTED", 1)
    sampled = luck.held_counts("x", counts, chances, 1)
    assert exact.stderr == 0 < sampled.stderr
    assert sampled.p == pytest.approx(exact.p, abs=5 * sampled.stderr)


@pytest.mark.parametrize("loaded", [False, True])
def test_an_even_die_passes_and_a_loaded_one_is_named(loaded):
    rng = np.random.default_rng(4)
    chances = [0.4, 0.12, 0.12, 0.12, 0.12, 0.12] if loaded else [1 / 6] * 6
    drawn = rng.choice(range(1, 7), 120, p=chances)
    one = session_of(GAME, totals=tuple(map(str, drawn.tolist())))
    (told,) = held.held([one])
    assert (told.p < 0.001) == loaded
    if loaded:
        assert "hard to put down to luck" in told.words
        assert "1 came up" in told.words
    else:
        assert "as luck has it" in told.words
    assert "too few to tell" in held.held([session_of(GAME, totals=("1",) * 12)])[0].words


def test_p_values_of_lengths_are_even_where_the_prediction_holds():
    known = measure_exactly(GAME).lasting
    rng, ps = np.random.default_rng(2), []
    survival = np.array([known.survival(k) for k in range(200)])
    for _ in range(400):
        turns = [int(np.argmax(survival < u)) for u in rng.random(8)]
        ps.append(luck.held_lengths(turns, known).p)
    for share in (0.1, 0.3, 0.5, 0.8):
        assert np.mean(np.array(ps) < share) == pytest.approx(share, abs=0.08)
    assert luck.held_lengths([100] * 6, known).p < 1e-4


def test_who_won_is_held_against_the_places_at_the_table():
    two = session_of(GAME, tables=12, winners=(2,) * 12)
    told = held.held([two])[0]
    assert told.p < 0.01
    assert "Player 2 won 12 games" in told.words
    assert ", exact)" in told.words
    grid = game_from({"pieces": [{}, {}], "area": {"kind": "grid"}, "seats": {"count": 2}})
    for played in (with_values(GAME, {"seats.count": 3}), grid):  # of three, and on a grid, chances come from games
        assert "(about " in held.held([session_of(played, tables=12, winners=(2,) * 12)])[0].words
    assert held.held([session_of(GAME, tables=4, winners=(2,) * 4)])[0].words.startswith("Who won: too few to tell")
    even = luck.held_wins([1, 2] * 6, [0.5, 0.5])
    assert even.p == pytest.approx(1)


def test_calibration_counts_what_was_said_to_end_in_time():
    game = with_values(GAME, {"brief.minutes": {"low": 1.0, "high": 60.0}})
    found = held.calibrated([session_of(game, tables=3, minutes=(5.0, 6.0, 90.0))])
    assert [(one.games, round(one.held, 3)) for one in found] == [(3, 0.667)]
    assert found[0].said == pytest.approx(1, abs=1e-3)


def test_ten_thousand_sessions_are_listed_quickly(book):
    text = to_text(GAME)
    base = session_of(GAME)
    book.keep(*(base.model_copy(update={"key": f"key-{k:06d}", "group": f"g{k % 30}"}) for k in range(10_000)))
    began = time.perf_counter()
    listed = book.sessions(group="g7")
    took = time.perf_counter() - began
    assert len(listed) > 300
    assert listed[0].game == text
    assert took < 5  # what it takes is measured in the benchmarks; this holds that it is no matter of minutes
    assert sqlite3.sqlite_version


def test_the_command_line_logs_lists_and_reports(tmp_path):
    run, at = CliRunner().invoke, ["--book", str(tmp_path / "b.sqlite3")]
    file = str(demo_files()[0])
    added = run(
        main, ["log", "add", file, *at, "--group", "Rigel", "--minutes", "6", "--winner", "1", "--totals", "7,8"]
    )
    assert added.exit_code == 0, added.output
    assert "Logged: " in added.output
    assert "Rigel · Ridge Ascent" in run(main, ["log", "list", *at]).output
    assert run(main, ["log", "export", *at]).output.startswith("date,group,game")
    for out in ("s.csv", "s.json"):
        assert run(main, ["log", "export", *at, "-o", str(tmp_path / out)]).exit_code == 0
        taken = run(main, ["log", "import", str(tmp_path / out), "--book", str(tmp_path / f"{out}.db"), "--of", file])
        assert taken.output == "1 taken over.\n"
    assert "Predicted 4.5 min (exact)" in run(main, ["log", "report", *at]).output
    assert run(main, ["log", "backup", str(tmp_path / "copy.db"), *at]).exit_code == 0
    assert "Ridge Ascent" in run(main, ["log", "list", "--book", str(tmp_path / "copy.db")]).output
    for wrong, says in (
        (["--totals", "13"], "13 cannot come up"),
        (["--date", "2999-01-01"], "yet to come"),
        (["--winner", "5"], "only 2 play"),
        (["--mood", "angry"], "not one of the choices"),
    ):
        failed = run(main, ["log", "add", file, *at, *wrong])
        assert failed.exit_code == 2
        assert says in failed.output
    assert run(main, ["log", "add", file, *at, "--totals", "13", "--anyway"]).exit_code == 0
    assert (
        Fraction(13)
        in Session.model_validate_json(Logbook(tmp_path / "b.sqlite3").sessions()[0].model_dump_json()).numbers
    )

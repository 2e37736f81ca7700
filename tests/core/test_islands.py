"""A wide search: the same whoever ends first, whoever dies, wherever it was stopped; and nobody waits for no reason."""

import random
import threading
from concurrent.futures import Executor, Future, ThreadPoolExecutor
from concurrent.futures.process import BrokenProcessPool
from hashlib import sha256

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.game.files import read
from bolometric.core.judge.suits import targets_of
from bolometric.core.settings.errors import GameError
from bolometric.core.tuning import islands as tried
from bolometric.core.tuning import search
from bolometric.core.tuning.islands import ATTEMPTS, EACH, WAVES, Task, islands, needs
from bolometric.core.tuning.recipes import Space
from bolometric.core.tuning.workers import Counted, alone

GAME = read(next(path for path in demo_files() if path.name.startswith("ridge-ascent")))


def task(abreast, seed=1):
    space = Space(GAME, ("area.length",))
    return Task(space, targets_of(GAME), seed, abreast * WAVES * EACH, lambda one, other: "")


def pretended(one, at, parents):
    """An island that follows from the seed, its place and its parents as a real one does, and takes no time."""
    found = []
    for number in range(tried.PARENTS):
        told = sha256(repr((one.seed, at, sorted(parents), number)).encode()).digest()
        value = told[0] * 256 + told[1]
        found.append(((value,), (value * 7919 % 101 / 100, value * 104729 % 1009 / 1008, 0.0)))  # a value has its rank
    return sorted(found, key=lambda found: found[1], reverse=True)


class Untidy(Executor):
    """Does what is handed over in an order of its own; some of it dies, as often as it is to."""

    def __init__(self, chance, deaths):
        self.chance, self.deaths, self.done, self.waits = chance, deaths, [], []
        self.threads = ThreadPoolExecutor(1)

    def submit(self, work, /, *args):
        future = Future()
        self.waits.append((future, work))
        self.threads.submit(self._one)
        return future

    def _one(self):
        future, work = self.waits.pop(self.chance.randrange(len(self.waits)))
        at = work.args[1]
        if self.deaths.get(at, 0):
            self.deaths[at] -= 1
            future.set_exception(BrokenProcessPool())
        else:
            self.done.append(at)
            future.set_result(work())


class Shared:
    def __init__(self, pool):
        self.executor = lambda: pool

    def __call__(self, work, given):
        return [work(one) for one in given]


@pytest.fixture
def quick(monkeypatch):
    monkeypatch.setattr(tried, "explore", pretended)


def last(steps):
    *_, one = steps
    return one


@settings(max_examples=40)
@given(st.integers(1, 7), st.integers(0, 10**6), st.integers(0, 99), st.data())
def test_it_comes_to_the_same_whoever_is_quicker_and_whoever_dies(abreast, seed, chance, data):
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(tried, "explore", pretended)
        every = [(wave, place) for wave in range(WAVES) for place in range(abreast)]
        deaths = data.draw(st.dictionaries(st.sampled_from(every), st.integers(1, ATTEMPTS - 1), max_size=4))
        pool = Untidy(random.Random(chance), dict(deaths))
        assert last(islands(task(abreast, seed), Shared(pool))) == last(islands(task(abreast, seed), alone))
        assert sorted(pool.done) == every  # each once: of whoever died only its own part was begun again
        for at in every:
            assert all(pool.done.index(one) < pool.done.index(at) for one in needs(at, abreast))


def test_what_dies_again_and_again_is_given_up_with_a_sentence(quick):
    pool = Untidy(random.Random(1), {(1, 0): ATTEMPTS})
    with pytest.raises(GameError, match="too little memory"):
        last(islands(task(3), Shared(pool)))


def test_nobody_waits_for_an_island_that_is_none_of_their_own(monkeypatch):
    """One island of the first wave goes on until all others that do not go on from it are done, to the last wave."""
    abreast, over = 9, threading.Event()
    heirs = {(0, 0)}
    for wave in range(1, WAVES):
        heirs |= {(wave, place) for place in range(abreast) if set(needs((wave, place), abreast)) & heirs}

    def slow(one, at, parents):
        if at == (0, 0):
            assert over.wait(60)
        return pretended(one, at, parents)

    monkeypatch.setattr(tried, "explore", slow)
    with ThreadPoolExecutor(3) as pool:
        for count, _ in enumerate(islands(task(abreast), Shared(pool)), 1):
            if count == WAVES * abreast - len(heirs):
                over.set()
    assert count == WAVES * abreast
    assert {(WAVES - 1, place) for place in range(abreast)} - heirs  # some of the last wave were among them


@settings(max_examples=30)
@given(st.integers(0, 10**9), st.integers(0, 400))
def test_a_search_goes_on_from_where_it_was_cut_off(tmp_path_factory, at, stray):
    kept = tmp_path_factory.mktemp("kept") / "search.jsonl"
    with pytest.MonkeyPatch.context() as patch:
        done = []
        patch.setattr(tried, "explore", lambda *given: done.append(given[1]) or pretended(*given))
        whole = last(islands(task(3), alone, kept))
        text = kept.read_bytes()
        cut = at % (len(text) + 1)
        kept.write_bytes(text[:cut])
        there = max(text[:cut].count(b"\n") - 1, 0)
        done.clear()
        if cut and not there and b"\n" not in text[:cut]:
            with pytest.raises(GameError, match="not of this search"):
                last(islands(task(3), alone, kept))
            return
        assert last(islands(task(3), alone, kept)) == whole
        assert len(done) == WAVES * 3 - there
        assert kept.read_bytes() == text
        with pytest.raises(GameError, match="not of this search"):
            last(islands(task(3, seed=2), alone, kept))
        assert kept.read_bytes() == text


def test_a_wide_search_of_games_is_the_same_alone_and_shared_out_and_counts(monkeypatch, tmp_path):
    monkeypatch.setattr(tried, "EACH", 16)
    monkeypatch.setattr(search, "MANY", 120)
    told = []
    with ThreadPoolExecutor(3) as pool:
        steps = list(search.tune(GAME, tries=128, long=2_000, share=Counted(Shared(pool), told.append)))
        others = list(search.tune(GAME, tries=128, long=2_000, kept=tmp_path / "kept.jsonl"))
        again = list(search.tune(GAME, tries=128, long=2_000, kept=tmp_path / "kept.jsonl"))
    assert steps[-1].best == others[-1].best == again[-1].best
    assert steps[-1].best[0].suits >= max(one.suits for one in steps[-1].best)
    assert [step.part for step in steps] == sorted(step.part for step in steps)
    assert told[:8] == [16 * count for count in range(1, 9)]
    assert all(one.suits <= steps[-1].best[0].suits for step in steps for one in step.best)


def test_a_file_that_cannot_be_written_is_said(quick, tmp_path):
    with pytest.raises(GameError, match="cannot be written"):
        last(islands(task(1), alone, tmp_path))

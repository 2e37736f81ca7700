"""No thread but the window's calls anything of Qt, whatever view is looked at and whatever is looked for."""

import threading
from collections import Counter

import pytest

from bolometric.assets import demo_files
from bolometric.desk.shell.window import VIEWS


@pytest.fixture
def called():
    """What of Qt threads call that begin from now on, with the function it was called from."""
    found = Counter()

    def note(frame, event, what):
        if event == "c_call":
            owner = getattr(what, "__self__", None)
            of = owner if isinstance(owner, type) else type(owner)
            if any(one.__module__.startswith(("PySide6", "Shiboken", "shiboken6")) for one in of.__mro__):
                found[f"{of.__name__}.{what.__name__} from {frame.f_code.co_qualname}"] += 1

    threading.setprofile(note)
    yield found
    threading.setprofile(None)


def test_threads_leave_qt_alone(called, qtbot, open_window):
    window = open_window()
    with qtbot.waitSignal(window.measurer.faults_ready):
        window.filing.open(demo_files()[0])
    for view in VIEWS:
        window.go(view)
        qtbot.wait(50)
    tune = window.late.tune
    window.go("tune")
    for page, lane, begin in ((1, tune.finder.lane, tune.finder.begin), (2, tune.sweeper.lane, tune.sweeper.begin)):
        tune.bar.show_page(page)
        begin.click()
        qtbot.wait(400)
        lane.give_up()
    window.document.edit("area.length", 30)
    qtbot.waitUntil(lambda: window.known.exact is not None and window.known.played is not None)
    assert dict(called) == {}

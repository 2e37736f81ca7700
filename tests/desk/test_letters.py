"""What threads say reaches the window's thread, in order; nothing of it touches Qt, and none comes once it is over."""

import gc
import os
import threading
from itertools import pairwise

import shiboken6
from PySide6.QtCore import QObject
from PySide6.QtWidgets import QApplication

from bolometric.desk.working.lane import Lane
from bolometric.desk.working.letters import LetterBox

SENDERS, LETTERS = 4, 200


def test_letters_of_many_threads_are_read_here_each_once_and_in_the_order_of_their_thread(qtbot):
    holder, read = QObject(), []
    box = LetterBox(holder)

    def send(sender):
        for number in range(LETTERS):
            box.put(lambda *told: read.append((threading.current_thread(), *told)), sender, number)

    threads = [threading.Thread(target=send, args=(sender,)) for sender in range(SENDERS)]
    for one in threads:
        one.start()
    qtbot.waitUntil(lambda: len(read) >= SENDERS * LETTERS)
    qtbot.wait(20)
    assert {thread for thread, *_ in read} == {threading.main_thread()}
    for sender in range(SENDERS):
        numbers = [number for _, who, number in read if who == sender]
        assert len(numbers) == LETTERS
        assert all(later == one + 1 for one, later in pairwise(numbers))


def test_one_letter_that_goes_wrong_keeps_none_of_the_others_back(qtbot):
    holder, read = QObject(), []
    box = LetterBox(holder)
    with qtbot.captureExceptions() as wrong:
        box.put(lambda: 1 // 0)
        box.put(read.append, "next")
        qtbot.waitUntil(lambda: bool(read))
    assert [kind for kind, *_ in wrong] == [ZeroDivisionError]


def test_a_lane_that_was_closed_tells_nothing_of_what_it_was_at(qtbot):
    lane, told, go_on = Lane("closed"), [], threading.Event()

    def work():
        lane.tell(told.append, "under way")
        go_on.wait(10)
        lane.tell(told.append, "closed by now")

    lane.add(work, then=told.append)
    threading.Timer(0.1, go_on.set).start()  # while it is being closed, which waits for the thread
    lane.close()
    lane.tell(told.append, "long closed")
    QApplication.processEvents()
    assert told == []


def test_what_a_thread_says_to_a_part_that_qt_has_ended_is_said_to_nobody(qtbot):
    """As when a window is closed while its thread is at it; a signal sent to it is an error, or the end of all."""
    holder, read = QObject(), []
    box = LetterBox(holder)
    shiboken6.delete(holder)
    sender = threading.Thread(target=lambda: box.put(read.append, 1))
    sender.start()
    sender.join()
    QApplication.processEvents()
    assert read == []


def test_boxes_leave_no_descriptor_behind(qtbot):
    def there():
        return len(os.listdir("/proc/self/fd"))

    gc.collect()  # those of other tests
    before = there()
    boxes = [LetterBox(QObject()) for _ in range(5)]
    assert there() == before + 5
    for box in boxes[:3]:
        box.close()
        box.close()
        box.put(print)
    assert there() == before + 2
    del box, boxes
    gc.collect()
    assert there() == before

"""Whoever does not see the window is told what every control is."""

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QAccessible, QColor
from PySide6.QtWidgets import QLabel, QScrollBar, QSplitterHandle, QWidget

from bolometric.desk.parts.page_bar import PageBar
from bolometric.desk.shell.window import VIEWS
from bolometric.desk.views.sheets.preview import Preview
from bolometric.paint.palette import DARK, LIGHT, STRONG_DARK, STRONG_LIGHT

PLAIN = (QScrollBar, QSplitterHandle, QLabel)


def nameless(root):
    found = []
    for one in root.findChildren(QWidget):
        if one.focusPolicy() == Qt.FocusPolicy.NoFocus or not one.isVisible() or isinstance(one, PLAIN):
            continue
        if one.objectName().startswith("qt_") or type(one).__name__ in ("QScrollArea", "Roomy"):
            continue
        told = QAccessible.queryAccessibleInterface(one)
        if told is not None and not told.text(QAccessible.Text.Name).strip():
            found.append(f"{type(one).__name__} {one.objectName()} in {type(one.parentWidget()).__name__}")
    return found


@pytest.mark.parametrize("view", VIEWS)
def test_every_control_has_a_name(qtbot, window, view):
    window.go(view)
    qtbot.wait(50)
    assert nameless(window) == []
    bar = None if view in ("shelf", "shape") else getattr(window.late.view(view), "bar", None)
    for button in bar.buttons if isinstance(bar, PageBar) else ():
        button.click()
        assert nameless(window) == [], button.text()


def test_a_sheet_has_a_name_before_it_has_a_page(qtbot):
    preview = Preview()
    qtbot.addWidget(preview)
    assert preview.accessibleName() == "No page"


def contrast(one, other):
    def light(colour):
        parts = [
            c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4
            for c in (colour.redF(), colour.greenF(), colour.blueF())
        ]
        return 0.2126 * parts[0] + 0.7152 * parts[1] + 0.0722 * parts[2]

    high, low = sorted((light(QColor(one)), light(QColor(other))), reverse=True)
    return (high + 0.05) / (low + 0.05)


@pytest.mark.parametrize(("scheme", "least"), [(LIGHT, 4.5), (DARK, 4.5), (STRONG_LIGHT, 7), (STRONG_DARK, 7)])
def test_text_stands_out_from_its_ground(scheme, least):
    for ink in ("ink", "faint", "ember", "night", "moss"):
        for ground in ("paper", "sheet"):
            assert contrast(getattr(scheme, ink), getattr(scheme, ground)) >= least, (ink, ground)
    assert contrast(scheme.night, scheme.night_wash) >= least
    assert contrast(scheme.ink, scheme.moss_wash) >= 4.5

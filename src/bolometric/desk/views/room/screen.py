"""The picture for the room: the number, the tally, and one sentence; large enough to be read from the back."""

from __future__ import annotations

from math import radians, tan

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QCloseEvent, QColor, QFontMetricsF, QGuiApplication, QKeyEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from bolometric.core.play.hand import Thrown
from bolometric.desk.views.room.state import Room
from bolometric.paint.fonts import piece_font, screen_font
from bolometric.paint.palette import LIGHT, Palette
from bolometric.paint.pieces import paint_face
from bolometric.paint.printed.page import fitted
from bolometric.paint.tally import paint_tally

MOST_BESIDE, TALLEST = 10, 1.4
"""Cards beside each other; and how much higher than wide one is, at the most."""
NUMBER, WORDS, BOARDS = 0.2, 0.09, 0.38
"""Parts of the height for the number and a line of words, and of the width for how the boards stand."""
FAR, WIDE, SEEN, CAPITAL = 8.0, 2.0, 20 / 60, 0.7
"""Metres to the last row, and across the picture on the wall; degrees under which a capital is read with ease (ISO
9241-303 recommends 20 to 22 minutes of arc); and how high it is, as a part of the size of the letters."""
READABLE = FAR * tan(radians(SEEN)) / WIDE / CAPITAL
"""The size of letters that are read from the last row, as a part of the width of the picture: 43 pixels of 1280."""
MOST_LINES = 3


class RoomScreen(QWidget):
    """Paints the room; keys go to it wherever it is shown."""

    def __init__(self, room: Room, projector: bool = False) -> None:
        super().__init__(None)
        self.room, self.colours, self._projector = room, LIGHT, projector
        self.smallest = 0.0
        """Pixels of the smallest letters of the words above and below, as they were painted last."""
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(QSize(300, 220))
        if projector:
            self.setWindowTitle("Bolometric: for the room")
        room.changed.connect(self._changed)

    def _changed(self) -> None:
        self.setAccessibleName(f"The room: {self.room.large}; {self._sentence()[0]}; {self.room.status}")
        self.update()

    def show_colours(self, colours: Palette) -> None:
        """Light or dark."""
        self.colours = colours
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Numbers and letters do what the list of keys says; Escape ends the projector's window."""
        if self._projector and event.key() in (Qt.Key.Key_Escape, Qt.Key.Key_F11):
            self.close()
        elif event.modifiers() & ~Qt.KeyboardModifier.KeypadModifier or not self.room.press(event):
            super().keyPressEvent(event)

    def closeEvent(self, event: QCloseEvent) -> None:
        """Give the keys back to the view."""
        event.accept()

    def paintEvent(self, event: QPaintEvent) -> None:
        """Paint everything in one go."""
        painter = QPainter(self)
        room = QRectF(self.rect())
        painter.fillRect(room, QColor(self.colours.sheet))
        room = room.adjusted(16, 8, -16, -8)
        high = room.height()
        self.smallest = room.width()
        head = QRectF(room.left(), room.top(), room.width(), NUMBER * high)
        self._paint_head(painter, head)
        said, strong = self._sentence()
        ink = QColor(self.colours.ember if strong else self.colours.ink)
        used = self._write(painter, QRectF(head.bottomLeft(), room.bottomRight()), said, ink, below=False)
        words = QRectF(room.left(), head.bottom(), room.width(), max(used, WORDS * high))
        used = self._write(painter, room, self.room.status, QColor(self.colours.faint), below=True)
        foot = QRectF(room.left(), room.bottom() - used, room.width(), used)
        tally = QRectF(room.left(), words.bottom() + 4, room.width(), foot.top() - words.bottom() - 8)
        lines = self.room.board_lines
        if lines:
            wide = BOARDS * tally.width()
            beside = QRectF(tally.right() - wide, tally.top(), wide, tally.height())
            tally.setRight(beside.left() - 12)
            self._paint_boards(painter, beside, lines)
        if self.room.posed is not None:
            self._paint_rows(painter, tally, self.room.posed.rows)
        else:
            paint_tally(painter, tally, self.room.columns, self.room.last, self.colours)
        painter.end()

    @property
    def _readable(self) -> float:
        """Pixels of letters that the last row reads, where this picture is as wide as a projector shows it."""
        return READABLE * min(self.width(), 16 / 9 * self.height())

    def _write(self, painter: QPainter, room: QRectF, words: str, ink: QColor, below: bool) -> float:
        """Words in lines at the top of a room, or at its foot, as large as the last row needs; the height they take."""
        if not words:
            return 0.0
        size = max(self._readable, 0.55 * WORDS * self.height() * (0.8 if below else 1.0))
        flags = Qt.AlignmentFlag.AlignHCenter | Qt.TextFlag.TextWordWrap
        while True:
            font = screen_font(size)
            told = QFontMetricsF(font)
            taken = told.boundingRect(QRectF(0, 0, room.width(), 1e6), flags, words)
            if size < 8 or (taken.width() <= room.width() and taken.height() <= 1.01 * MOST_LINES * told.lineSpacing()):
                break
            size *= 0.95
        self.smallest = min(self.smallest, size)
        top = room.bottom() - taken.height() if below else room.top()
        painter.setFont(font)
        painter.setPen(ink)
        painter.drawText(QRectF(room.left(), top, room.width(), taken.height() + 2), int(flags), words)
        return taken.height() + 4

    def _paint_rows(self, painter: QPainter, place: QRectF, rows: tuple[tuple[str, tuple[str, ...]], ...]) -> None:
        """Cards row below row, each with what it is; many cards of a row go on below."""
        lines = [
            (name if at == 0 else "", cards[at : at + MOST_BESIDE])
            for name, cards in rows
            for at in range(0, len(cards), MOST_BESIDE)
        ]
        names = any(name for name, _ in lines)
        left = place.left() + (0.16 * place.width() if names else 0)
        widest = max(len(cards) for _, cards in lines)
        high = place.height() / len(lines)
        wide = min((place.right() - left) / widest, 0.9 * high)
        begin = left if names else place.center().x() - wide * widest / 2
        faint, ink = QColor(self.colours.faint), QColor(self.colours.ink)
        for at, (name, cards) in enumerate(lines):
            top = place.top() + at * high
            beside = QRectF(place.left(), top, left - place.left() - 12, high)
            fitted(painter, beside, name, Qt.AlignmentFlag.AlignRight, min(0.22 * high, 40.0), faint)
            for across, card in enumerate(cards):
                tall = min(high, TALLEST * wide)
                box = QRectF(begin + across * wide, top + (high - tall) / 2, wide, tall).adjusted(6, 6, -6, -6)
                painter.setPen(QPen(ink, 2))
                painter.setBrush(QColor(self.colours.paper))
                painter.drawRoundedRect(box, 8, 8)
                text = box.adjusted(8, 8, -8, -8)
                fitted(painter, text, card, Qt.AlignmentFlag.AlignHCenter, 0.5 * box.height(), ink, piece_font)

    def _sentence(self) -> tuple[str, bool]:
        """The line of words: why a number is none, a question, its answer, what was said, or where the boards stand."""
        room = self.room
        if room.refused:
            return room.refused, True
        if room.shows.asking is not None:
            return room.hands_words, False
        if room.at_question >= 0:
            one = room.questions[room.at_question]
            return (one.answer, True) if room.answered else (one.ask, False)
        if room.posed is not None and room.revealed:
            return room.posed.answer, True
        return room.wheres or room.said, False

    def _paint_head(self, painter: QPainter, head: QRectF) -> None:
        thrown: tuple[Thrown, ...] = () if self.room.shown is None else self.room.shown.thrown
        ink = QColor(self.colours.ink)
        if thrown:
            pieces = QRectF(head.left(), head.top(), 0.45 * head.width(), head.height())
            faces = [(one, face) for one in thrown for face in one.faces]
            side = min(pieces.height(), pieces.width() / len(faces) - 8)
            for at, (one, face) in enumerate(faces):
                left = pieces.right() - (len(faces) - at) * (side + 8)
                place = QRectF(left, pieces.center().y() - side / 2, side, side)
                paint_face(painter, place, one.piece, face, one.needle, self.colours)
            head = QRectF(pieces.right() + 12, head.top(), head.right() - pieces.right() - 12, head.height())
        fitted(painter, head, self.room.large, Qt.AlignmentFlag.AlignHCenter, 0.8 * head.height(), ink, piece_font)

    def _paint_boards(self, painter: QPainter, beside: QRectF, lines: list[str]) -> None:
        high = min(beside.height() / max(len(lines), 6), max(1.45 * self._readable, 48.0))
        for at, line in enumerate(lines):
            place = QRectF(beside.left(), beside.top() + at * high, beside.width(), high)
            ink = QColor(self.colours.moss if line.endswith(" 0 to go") else self.colours.ink)
            fitted(painter, place, line, Qt.AlignmentFlag.AlignLeft, 0.7 * high, ink, screen_font)


def on_the_other_screen(screen: RoomScreen) -> None:
    """Show it on a second screen if there is one, else over the whole of the only one."""
    screens, here = QGuiApplication.screens(), QGuiApplication.primaryScreen()
    other = next((one for one in screens if one is not here), here)
    screen.setGeometry(other.geometry())
    screen.showFullScreen()

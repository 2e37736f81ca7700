"""Reads a PDF back: the outlines that are drawn, in millimetres from the upper left, and where text stands."""

import io

import numpy as np
import pypdf
from pypdf.generic import ContentStream, NameObject

POINT = 25.4 / 72
PAINTED = {b"S", b"s", b"f", b"F", b"f*", b"B", b"B*", b"b", b"b*"}


def pages_in(data):
    reader = pypdf.PdfReader(io.BytesIO(data))
    return reader, [Drawn(reader, page) for page in reader.pages]


def taken_apart(reader, page):
    """What a page does step by step, which its text is then taken from without taking it apart anew."""
    made = page[NameObject("/Contents")] = ContentStream(page.get_contents(), reader, "bytes")
    return made


class Drawn:
    """What is on one page."""

    def __init__(self, reader, page):
        self.size = float(page.mediabox.width) * POINT, float(page.mediabox.height) * POINT
        self.shapes, self.at = [], []
        self._read(taken_apart(reader, page).operations, float(page.mediabox.top))
        self.text = " ".join(page.extract_text().split())

    def _read(self, operations, high):
        base = np.eye(3)
        stack, path, clip, pending, text, line = [], [], None, False, np.eye(3), np.eye(3)

        def place(x, y, matrix):
            x, y, _ = np.array([float(x), float(y), 1.0]) @ matrix
            return x * POINT, (high - y) * POINT

        for given, does in operations:
            match does:
                case b"q":
                    stack.append((base, clip))
                case b"Q":
                    base, clip = stack.pop()
                case b"cm":
                    base = matrix_of(given) @ base
                case b"m":
                    path.append([place(*given, base)])
                case b"l":
                    path[-1].append(place(*given, base))
                case b"c":
                    path[-1] += [place(given[k], given[k + 1], base) for k in (0, 2, 4)]
                case b"re":
                    x, y, w, h = map(float, given)
                    path.append([place(a, b, base) for a, b in ((x, y), (x + w, y), (x + w, y + h), (x, y + h))])
                case b"W" | b"W*":
                    pending = True
                case b"BT":
                    text = line = np.eye(3)
                case b"Tm":
                    text = line = matrix_of(given)
                case b"Td" | b"TD":
                    text = line = np.array([[1, 0, 0], [0, 1, 0], [float(given[0]), float(given[1]), 1]]) @ line
                case b"Tj" | b"TJ":
                    self.at.append(place(0, 0, text @ base))
                case _ if does in PAINTED:
                    self.shapes += [np.array(one) for one in path if within(one, clip)]
            if does in PAINTED or does == b"n":
                if pending and path:
                    clip = np.concatenate([np.array(one) for one in path])
                path, pending = [], False

    def boxes(self, wide, high, by=0.3):
        """The upper left corners of shapes of a size."""
        found = [(one.min(axis=0), np.ptp(one, axis=0)) for one in self.shapes]
        return sorted(
            {
                (round(float(a[1]), 2), round(float(a[0]), 2))
                for a, size in found
                if abs(size[0] - wide) < by and abs(size[1] - high) < by
            }
        )

    def edges(self):
        """How near anything comes to the left, the top, the right and the bottom of the paper."""
        points = np.concatenate([*self.shapes, np.array(self.at).reshape(-1, 2)])
        low, top = points.min(axis=0), points.max(axis=0)
        return float(low[0]), float(low[1]), self.size[0] - float(top[0]), self.size[1] - float(top[1])


def matrix_of(given):
    a, b, c, d, e, f = map(float, given)
    return np.array([[a, b, 0], [c, d, 0], [e, f, 1]])


def within(shape, clip):
    """Whether a shape is wholly inside what is clipped; what is cut is seen only as far as the clip goes."""
    if clip is None:
        return True
    points, low, top = np.array(shape), clip.min(axis=0), clip.max(axis=0)
    return bool((points >= low - 1e-6).all() and (points <= top + 1e-6).all())

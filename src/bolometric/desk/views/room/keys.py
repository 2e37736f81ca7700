"""The keys of a class: what is typed as a number, and what each other key does, as it is told."""

from __future__ import annotations

DIGITS = "0123456789./-−,"
KEYS = (
    ("number, Enter", "what the real pieces show"),
    ("Space", "roll here, or show something else"),
    ("Backspace", "take the last one back"),
    ("R", "show the sum or the answer, or hide it"),
    ("E", "show what was to be expected"),
    ("U", "how unusual is this?"),
    ("B", "who can no longer win?"),
    ("Q, A", "the next question; its answer"),
    ("T", "timer: on, off"),
    ("P", "practice: nothing counts"),
    ("N", "the next caller"),
    ("C", "both goes compared"),
    ("H", "a show of hands"),
    ("F11", "for the projector"),
)

"""Lets go, once another game is opened, of what is remembered of the last one."""

from __future__ import annotations

from bolometric.core.settings.forgetting import forget, remembering
from bolometric.desk.working.allocator import trim


def let_go() -> None:
    """Let go of what is remembered of games, and have the C library give back what that leaves unused."""
    forget()
    trim()


def remembered() -> int:
    """How many answers about games are remembered."""
    return sum(one.cache_info().currsize for one in remembering())

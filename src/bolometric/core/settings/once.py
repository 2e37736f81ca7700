"""A property that is worked out when it is first asked for, and then kept.

``functools.cached_property`` of Python 3.11 holds one lock for all objects of a class while it works: a thread that
works out the heat of one game would keep every other waiting. Here two threads that ask for the same thing at
the same moment both work it out, and get equal answers.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Generic, TypeVar, overload

T = TypeVar("T")


class once(Generic[T]):
    """Decorates a method without arguments; the answer is kept in the object's ``__dict__``."""

    def __init__(self, work: Callable[[Any], T]) -> None:
        self._work = work
        self.__doc__ = work.__doc__
        self._name = work.__name__

    def __set_name__(self, owner: type, name: str) -> None:
        self._name = name

    @overload
    def __get__(self, instance: None, owner: type) -> once[T]: ...
    @overload
    def __get__(self, instance: object, owner: type) -> T: ...
    def __get__(self, instance: object | None, owner: type) -> once[T] | T:
        """The answer; asked for again, it is found before this is called."""
        if instance is None:
            return self
        answer = instance.__dict__[self._name] = self._work(instance)
        return answer

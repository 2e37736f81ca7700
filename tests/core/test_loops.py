"""Helpers that do not count who holds an array: they give none back, and cannot make one."""

import ast
import inspect
import sys
import textwrap

import numpy as np
import pytest
from numba import njit
from numba.core.dispatcher import Dispatcher
from numba.core.errors import TypingError

from bolometric.core.areas.catalogue import AREAS, area_of
from bolometric.core.settings.loops import inner


def marked():
    """Every helper that is marked, once all areas are there."""
    for entry in AREAS:
        area_of(entry.starters()[0].game).measured.player(entry.starters()[0].game)
    modules = [module for name, module in sys.modules.items() if name.startswith("bolometric.core")]
    loops = {id(one): one for module in modules for one in vars(module).values() if isinstance(one, Dispatcher)}
    return [one for one in loops.values() if one.targetoptions.get("_nrt") is False]


def given_back(function):
    """Arrays, that is parameters that are looked into, which a function gives back, whole or a part of one."""
    tree = ast.parse(textwrap.dedent(inspect.getsource(function))).body[0]
    looked = [one for one in ast.walk(tree) if isinstance(one, ast.Subscript)]
    arrays = {argument.arg for argument in tree.args.args} & {ast.unparse(one.value) for one in looked}
    numbers = {id(one.value) for one in looked if not any(isinstance(part, ast.Slice) for part in ast.walk(one.slice))}
    handed_on = {id(part) for one in ast.walk(tree) if isinstance(one, ast.Call) for part in ast.walk(one)}
    answers = [part for one in ast.walk(tree) if isinstance(one, ast.Return) for part in ast.walk(one)]
    return [
        one.id
        for one in answers
        if isinstance(one, ast.Name) and one.id in arrays and id(one) not in numbers | handed_on
    ]


def whole(cells):
    return cells if cells[0] else 0


def part(cells, at):
    return at, cells[at:]


def one(cells, at):
    return cells[at] + len(cells)


def test_no_helper_that_does_not_count_gives_an_array_back():
    assert [given_back(each) for each in (whole, part, one)] == [["cells"], ["cells"], []]
    helpers = marked()
    assert len(helpers) > 20
    assert [each.py_func.__name__ for each in helpers if given_back(each.py_func)] == []


def test_none_can_make_one():
    @inner
    def maker(count):
        return np.zeros(count)[0]

    @njit
    def outer(count):
        return maker(count)

    with pytest.raises(TypingError):
        outer(3)

"""Formulas: parsed into the tree school arithmetic asks for, worked out exactly, refused where they go wrong."""

import time
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from fractions import Fraction
from itertools import product

import lark
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.game.document import set_from
from bolometric.core.outcomes.distribution import distribution_of
from bolometric.core.pieces import formula
from bolometric.core.pieces.draw import Draw
from bolometric.core.pieces.expression import Alone, Expression, Letter, Number, Operation
from bolometric.core.pieces.formula import LONGEST, parse
from bolometric.core.pieces.kinds import die
from bolometric.core.play.hand import written
from bolometric.core.settings.errors import GameError

nodes = st.recursive(
    st.one_of(st.integers(0, 2).map(Letter), st.integers(0, 9).map(lambda n: Number(Fraction(n)))),
    lambda inner: st.one_of(
        st.builds(
            Operation,
            st.sampled_from(["add", "subtract", "multiply", "divide", "div", "mod", "min", "max"]),
            inner,
            inner,
        ),
        st.builds(Alone, st.sampled_from(["abs", "minus"]), inner),
    ),
    max_leaves=7,
)
SIGNS = {"add": "+", "subtract": "-", "multiply": "*", "divide": "/", "div": " div ", "mod": " mod "}


def test_one_parser_is_made_whoever_else_wants_it_meanwhile(monkeypatch):
    """Two that were made at the same time have ended in an error of Python's, once in two hours of use."""
    made = []

    def slowly(*given, **more):
        made.append(given)
        time.sleep(0.05)
        return plain(*given, **more)

    plain = lark.Lark
    monkeypatch.setattr(lark, "Lark", slowly)
    formula._made.cache_clear()
    with ThreadPoolExecutor(4) as threads:
        read = list(threads.map(parse.__wrapped__, ["a + b"] * 4))
    assert read == [parse("a + b")] * 4
    assert len(made) == 1


def typed(node):
    """The formula of a tree, every operation in brackets."""
    match node:
        case Letter(index):
            return "abc"[index]
        case Number(value):
            return str(value)
        case Alone("abs", inner):
            return f"abs({typed(inner)})"
        case Alone(_, inner):
            return f"(-{typed(inner)})"
        case Operation(does, left, right) if does in SIGNS:
            return f"({typed(left)}{SIGNS[does]}{typed(right)})"
        case Operation(does, left, right):
            return f"{does}({typed(left)},{typed(right)})"


def worth(node, letters):
    """The number of a tree by Python's own fractions; None where something is divided by nothing."""
    match node:
        case Letter(index):
            return Fraction(letters[index])
        case Number(value):
            return value
        case Alone(does, inner):
            value = worth(inner, letters)
            return None if value is None else abs(value) if does == "abs" else -value
    one, other = worth(node.left, letters), worth(node.right, letters)
    if one is None or other is None or (node.does in ("divide", "div", "mod") and other == 0):
        return None
    return {
        "add": lambda: one + other,
        "subtract": lambda: one - other,
        "multiply": lambda: one * other,
        "min": lambda: min(one, other),
        "max": lambda: max(one, other),
        "divide": lambda: one / other,
        "div": lambda: Fraction(one // other),
        "mod": lambda: one % other,
    }[node.does]()


@settings(max_examples=200)
@given(nodes)
def test_a_formula_is_read_as_its_brackets_say_and_worked_out_exactly(node):
    text = typed(node)
    if len(text) > LONGEST:
        return
    assert parse(text) == Expression(node)
    shown = ((0, 1, 2), (-2, 3), ("1/2", 4))
    try:
        odds = set_from(
            {"pieces": [{"faces": faces} for faces in shown], "draw": {"make": "formula", "formula": text}}
        ).distribution
    except GameError as error:
        assert "more than" in str(error)  # the number can be too large
        return
    listed = Counter(worth(node, [Fraction(v) for v in letters]) for letters in product(*shown))
    assert odds.nothing == listed.pop(None, 0)
    assert dict(zip(odds.totals, odds.ways, strict=True)) == listed


@given(nodes)
def test_a_sum_is_written_so_that_it_reads_back_the_same(node):
    """What the hand writes below the pieces keeps its meaning, with no more brackets than it needs."""
    text = written(Expression(node), [2, 3, 5]).replace("−", "-").replace("|", "")
    if "abs" in typed(node) or len(text) > LONGEST:
        return
    again = parse(text.replace("×", "*").replace("÷", "/")).root
    assert worth(again, []) == worth(node, [2, 3, 5])


@pytest.mark.parametrize(
    ("text", "same"),
    [
        ("a + b × c", "a + (b * c)"),
        ("a − b − c", "(a - b) - c"),
        ("a ÷ b ÷ c", "(a / b) / c"),
        ("A*B", "a*b"),
        ("min(a, b, c)", "min(min(a,b),c)"),
        ("2 a", None),
        ("−a + b", "(-a) + b"),
        ("a div b mod c", "(a div b) mod c"),
    ],
)
def test_school_arithmetic(text, same):
    if same is None:
        with pytest.raises(GameError, match="At letter 3"):
            parse(text)
    else:
        assert parse(text) == parse(same)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("a +", "stops too soon"),
        ("a + )", "At letter 5 of the formula: “)” cannot stand here"),
        ("foo(a)", "At letter 1 of the formula: “foo” means nothing"),
        ("a $ b", "At letter 3"),
        ("1234567890 + a", "At letter 1 of the formula: this number is too long"),
        ("__import__('os')", "At letter 1"),
        ("a ** b", "At letter 4"),
        ("(" * 200, "too long"),
        ("9" * 1_000_000, "too long"),
        ("a" + "+a" * 59 + "+", "stops too soon"),
    ],
)
def test_what_is_no_formula_is_pointed_at(text, says):
    with pytest.raises(GameError) as caught:
        parse(text)
    assert says in str(caught.value)


def test_numbers_too_large_for_the_machine_stay_exact():
    odd = die("9999.999", "-9999.998", "0.001")
    formula = Draw(make="formula", formula="a*b*c - a*b*c + a/b - a/b + a")
    odds = distribution_of((odd, odd, odd), formula)
    assert odds.totals == odd.values[1:2] + odd.values[2:] + odd.values[:1]
    assert odds.ways == (9, 9, 9)

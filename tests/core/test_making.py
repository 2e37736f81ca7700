"""Numbers that a draw can make: held against every binary tree of operations, written another way."""

import ast
import operator
import re
from collections import Counter, defaultdict
from fractions import Fraction
from functools import cache
from itertools import permutations, product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bolometric.core.number_making.draws import draws_of
from bolometric.core.number_making.forms import alike, forms
from bolometric.core.number_making.made import FORMS, OF_SIX, making_of, numbers_from, sum_from
from bolometric.core.number_making.rules import MakingRules, operations_of
from bolometric.core.number_making.typed import hints, typed
from bolometric.core.pieces.kinds import Counters, Die, Pack, Spinner, die
from bolometric.core.settings.errors import GameError
from bolometric.core.words.number_making import chart_words

DOES = {"+": operator.add, "-": operator.sub, "*": operator.mul, "/": operator.truediv}
STANDS_FOR = [Fraction(n) for n in (1009, 3511, 7919, 104_729)]
"""Numbers so far apart that sums over them are equal only if they are one and the same sum."""


@cache
def trees(places, operations, left):
    """Every binary tree over places in this order: nested (sign, tree, tree)."""
    if len(places) == 1:
        return (places[0],)
    cuts = [len(places) - 1] if left else range(1, len(places))
    return tuple(
        (sign, one, other)
        for cut in cuts
        for one in trees(places[:cut], operations, left)
        for other in trees(places[cut:], operations, left)
        for sign in operations
    )


def worked(tree, numbers, exact):
    """What a tree comes to; None where a division is not allowed."""
    if isinstance(tree, int):
        return numbers[tree]
    one, other = (worked(part, numbers, exact) for part in tree[1:])
    if one is None or other is None or (tree[0] == "/" and other == 0):
        return None
    value = DOES[tree[0]](one, other)
    return None if exact and tree[0] == "/" and value.denominator > 1 else value


def by_hand(numbers, rules):
    """For each number what can be made the set of different sums."""
    values, found = [Fraction(n) for n in numbers], defaultdict(set)
    sizes = range(1, len(values) + 1) if rules.use == "some" else [len(values)]
    swaps = [swap for swap in permutations(range(len(values))) if all(values[k] == values[swap[k]] for k in swap)]
    for size in sizes:
        for places in permutations(range(len(values)), size):
            for tree in trees(places, tuple(sorted(rules.operations)), rules.order == "left"):
                value = worked(tree, values, rules.division == "exact")
                if value is not None:
                    named = sorted(
                        worked(tree, [STANDS_FOR[swap[k]] for k in range(len(values))], False) for swap in swaps
                    )
                    found[value].add(tuple(named))
    return found


def read(text):
    """A written sum, as Python reads it."""

    def value(node):
        if isinstance(node, ast.Constant):
            return Fraction(node.value)
        if isinstance(node, ast.UnaryOp):
            return -value(node.operand)
        does = {ast.Add: "+", ast.Sub: "-", ast.Mult: "*", ast.Div: "/"}[type(node.op)]
        return DOES[does](value(node.left), value(node.right))

    return value(ast.parse(text.translate({ord("×"): "*", ord("÷"): "/", ord("−"): "-"}), mode="eval").body)


@st.composite
def asked(draw):
    operations = draw(st.sampled_from(["+-*/", "+-*/", "+-*", "+-", "-", "*/", "/", "+", "-/", "+/", "*"]))
    rules = MakingRules(
        frozenset(operations),
        draw(st.sampled_from(["all", "some"])),
        draw(st.sampled_from(["brackets", "left"])),
        draw(st.sampled_from(["exact", "fractions"])),
    )
    most = 4 if len(operations) < 3 else draw(st.sampled_from([2, 3, 3, 4]))
    return tuple(draw(st.lists(st.integers(-2, 9), min_size=2, max_size=most))), rules


@settings(max_examples=80, deadline=None)
@given(asked())
def test_numbers_ways_and_sums_are_those_of_all_trees(given):
    numbers, rules = given
    told, known = numbers_from(numbers, rules), by_hand(numbers, rules)
    assert {number.value for number in told} == set(known)
    for number in told:
        assert number.ways == len(known[number.value]), number
        assert read(number.sum) == number.value, number
        left = Counter(map(str, numbers)) - Counter(digits_in(number.sum))
        assert not left if rules.use == "all" else True
        assert not Counter(digits_in(number.sum)) - Counter(map(str, numbers))
        assert set(number.sum) & set("×÷") <= {{"*": "×", "/": "÷"}[sign] for sign in rules.operations & set("*/")}
        if "+" not in rules.operations:
            assert "+" not in number.sum


def digits_in(text):
    """The numbers of a written sum, with the sign of those below nought."""
    found, before = [], "("
    for word in text.replace("(", "( ").replace(")", " )").split():
        if word.lstrip("−").isdigit():
            found.append(word.replace("−", "-") if before in "(×÷+−" or word[0] != "−" else word[1:])
        before = word
    return found


@pytest.mark.parametrize(("count", "known"), [(1, 1), (2, 6), (3, 68), (4, 1170), (5, 27142)])
def test_sums_of_different_letters_number_as_they_should(count, known):
    found = forms(count, frozenset("+-*/"), "brackets")
    told = zip(alike(found, tuple(range(count))), found, strict=True)
    assert len({one for one, form in told if form.letters == (1 << count) - 1}) == known


@settings(max_examples=25, deadline=None)
@given(st.lists(st.lists(st.integers(0, 6), min_size=2, max_size=3), min_size=2, max_size=3), st.data())
def test_chances_are_counted_over_all_draws(faces, data):
    rules = MakingRules(use=data.draw(st.sampled_from(["all", "some"])))
    made = making_of(tuple(die(*shown) for shown in faces), rules)
    ways = Counter()
    for drawn in product(*faces):
        ways.update(set(by_hand(drawn, rules)))
    whole = 1
    for shown in faces:
        whole *= len(shown)
    assert {number.value: number.ways for number in made.made} == dict(ways)
    can = {n: ways[n] for n in range(1, 13) if ways[n]}
    for which, most in (("ardest", min), ("asiest", max)) if len(set(can.values())) > 1 else ():
        told = re.search(rf"{which} (?:is|are) ([\d, and]+) \(", chart_words(made, 12))
        assert [int(n) for n in re.findall(r"\d+", told[1])] == [n for n in can if can[n] == most(can.values())]
    for number in made.made:
        assert number.chance == pytest.approx(number.ways / whole)
        assert read(number.sum) == number.value
        failing = made.failing(number.value)
        assert sum(count for _, count in failing) == whole - number.ways
        assert {draw for draw, _ in failing} == set(made.draws.shown) - {
            made.draws.shown[k] for k in made.makers(number.value)
        }
        by_draw = {
            draw: [one.sum for one in numbers_from(draw, rules) if one.value == number.value]
            for draw in product(*faces)
        }
        each = {text for found in by_draw.values() for text in found}
        for draw, found in by_draw.items():
            assert made.sum_for(draw, number.value) == sum_from(draw, rules, number.value) == "".join(found)
        several = {text for text in each if len(digits_in(text)) > 1}
        assert made.put_together(number.value) in (several or each)


def test_draws_of_every_kind_of_piece_are_counted():
    pack = Pack(cards=[{"value": 1, "count": 2}, {"value": 2}, {"value": 3}], drawn=2)
    spinner = Spinner(sectors=[{"value": 1, "angle": 90}, {"value": 2, "angle": 270}])
    found = draws_of((pack, spinner, Counters(count=2)))
    ways = Counter()
    for two in permutations([1, 1, 2, 3], 2):
        for turned in (1, 2, 2, 2):
            for fronts in (0, 1, 1, 2):
                ways[tuple(sorted((*two, turned, fronts), reverse=True))] += 1
    assert dict(zip(found.shown, found.ways, strict=True)) == dict(ways)


def test_limits_are_named():
    usual = Die()
    with pytest.raises(GameError, match="from 2 to 6 can be put together"):
        making_of((usual,) * 8, MakingRules())
    with pytest.raises(GameError, match="more than 250,000 ways"):
        making_of((usual,) * 6, MakingRules())
    with pytest.raises(GameError, match="too large"):
        numbers_from((10_000,) * 5, MakingRules())
    with pytest.raises(GameError, match="is no operation"):
        operations_of("+%")
    assert numbers_from((1, 2, 3, 4, 5, 6), MakingRules(frozenset("+-")))[-1].value == 21


def test_of_the_shortest_sums_the_plainest_is_told():
    told = {number.value: number.sum for number in numbers_from((6, 5, 3, 1), MakingRules())}
    assert told[26] == "6 × 5 − 3 − 1"
    assert told[24] == "6 × 3 + 5 + 1"
    assert told[47] == "6 × (5 + 3) − 1"
    some = {number.value: number.sum for number in numbers_from((6, 5, 3, 1), MakingRules(use="some"))}
    assert (some[5], some[11], some[2]) == ("5", "6 + 5", "5 − 3")


@pytest.mark.parametrize(
    ("text", "rules", "says"),
    [
        ("6 * 5", {}, "Every number must be used: 1 and 3 are left"),
        ("6 × 6 + 3 + 1", {}, "6 is used twice, but was drawn once"),
        ("6 + 5 + 4 + 1", {}, "4 was not drawn: there are 6, 5, 3 and 1"),
        ("6 ÷ (5 - 3 - 1 - 1)", {}, "1 is used twice"),
        ("6 ÷ 5", {"use": "some"}, "6 ÷ 5 does not come out whole"),
        ("6 + 5 * 3", {"use": "some", "operations": frozenset("+-")}, "× is not allowed here: use + and −"),
        ("(6 + 5) * (3 + 1)", {"order": "left"}, "Work from left to right"),
        ("6 + a", {}, "Only numbers, brackets and the signs"),
        ("6 +", {}, "stops too soon"),
    ],
)
def test_a_sum_that_breaks_a_rule_is_named(text, rules, says):
    with pytest.raises(GameError, match=re.escape(says)):
        typed(text, (6, 5, 3, 1), MakingRules(**rules))


def test_a_sum_that_divides_by_nothing_is_named():
    with pytest.raises(GameError, match="nothing can be divided by nothing"):
        typed("6 ÷ (3 − 3)", (6, 3, 3), MakingRules())


@settings(max_examples=60, deadline=None)
@given(asked())
def test_every_sum_that_is_told_is_accepted_when_it_is_typed(given):
    numbers, rules = given
    for number in numbers_from(numbers, rules)[:20]:
        if not any(value < 0 for value in numbers) and (rules.order == "brackets" or "*" not in rules.operations):
            assert typed(number.sum, numbers, rules) == number.value
        hinted = hints(number.sum)
        assert hinted[-1].removesuffix(".").removeprefix("Take ").removesuffix(" as it is") == number.sum


@pytest.mark.parametrize(
    ("operations", "order"),
    [("+-*", "left"), ("+-", "brackets"), ("+*", "brackets"), ("*/", "left"), ("-", "brackets")],
)
def test_what_is_said_to_be_too_much_is_counted(operations, order):
    """The number of forms by which rules are refused is that which there are, or a bound on it."""
    known = FORMS[5] if (operations, order) not in OF_SIX else OF_SIX[operations, order]
    count = len(forms(6, frozenset(operations), order))
    assert count == known if (operations, order) in OF_SIX else count <= known
    for letters in range(2, 6):
        assert len(forms(letters, frozenset("+-*/"), "brackets")) == FORMS[letters]

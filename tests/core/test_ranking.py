"""What is best of several options, and by how much others are worse, against the options counted by hand."""

from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.text.figures import significant
from bolometric.core.text.ranking import MOST_WORSE, weighed

quarters = st.integers(-20, 20).map(lambda n: n / 4)


@given(st.dictionaries(st.text("abcd", min_size=1, max_size=3), quarters, min_size=1, max_size=12))
def test_equal_ones_are_best_together_and_every_other_is_named_or_counted(rated):
    best, worse = weighed(rated, 4)
    least = min(rated.values())
    assert best == [name for name, cost in rated.items() if cost == least]
    others = len(rated) - len(best)
    assert bool(worse) == bool(others)
    if not others:
        return
    assert worse.startswith(". Worse: ")
    told = worse.removeprefix(". Worse: ").replace(" and ", ", ").split(", ")
    counted = int(told.pop().split()[0]) if told[-1].endswith(" others by as much or more") else 0
    assert counted != 1
    assert len(told) + counted == others
    assert len(told) <= MOST_WORSE + 1
    by = {name: rated[name] - least for name in rated if name not in best}
    assert [one.split(" by ") for one in told] == [
        [name, significant(by[name], 4)] for name in sorted(by, key=lambda name: (by[name], name))[: len(told)]
    ]

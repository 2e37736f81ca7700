"""What the page of facts shows, against the whole table of the same facts, ordered and counted by hand."""

from hypothesis import given
from hypothesis import strategies as st

from bolometric.core.game.document import game_from
from bolometric.core.learner_work.facts import ADD, MULTIPLY, SUBTRACT, fact
from bolometric.core.words.practice import ALL_SEATS, fits_table, met_most, table_of, top_count
from tests.random_games import tenths

number = st.one_of(st.integers(0, 9), tenths)
met = st.dictionaries(
    st.builds(fact, st.sampled_from((ADD, SUBTRACT, MULTIPLY)), number, number),
    st.lists(st.sampled_from((0.0, 0.25, 0.5, 1.0, 3.0)), min_size=2, max_size=2).map(tuple),
    max_size=30,
)
aims = st.sampled_from(([], [{"kind": "adding", "upto": 5}], [{"kind": "tables", "tables": [3]}]))


@given(met, aims, st.sampled_from((ADD, SUBTRACT, MULTIPLY)), st.sampled_from((ALL_SEATS, 0, 1)), st.integers(0, 12))
def test_what_is_found_without_the_table_is_what_the_table_holds(times, aim, does, seat, most):
    game = game_from({"bolometric": 1, "area": {"kind": "duel"}, "pieces": [{"kind": "die"}], "brief": {"aim": aim}})
    table = table_of(game, times, does, seat)
    assert fits_table(game, times, does, most) == (max(len(table.down), len(table.across)) <= most)
    assert list(table.down) == sorted({a for a, _ in table.cells})
    counts = {cell.fact: cell.times for cell in table.cells.values() if cell.times}
    named = met_most(times, does, seat, most)
    assert [often for _, often in named] == sorted(counts.values(), reverse=True)[:most]
    assert dict(named).items() <= counts.items()
    assert top_count(times, does) == max((one.times for one in table_of(game, times, does).cells.values()), default=0)

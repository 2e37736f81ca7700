"""Random games of every area: one strategy for each entry of the catalogue, and a test holds that none is missing."""

from hypothesis import strategies as st

from bolometric.assets import demo_files
from bolometric.core.areas.catalogue import AREAS
from bolometric.core.areas.shelf import starters
from bolometric.core.game.files import read
from tests.areas.chain.test_chain import chains
from tests.areas.digits.test_digits import digit_games
from tests.areas.duel.test_duel import duels
from tests.areas.filled.test_filled import filled_games
from tests.areas.grid.test_grid import grids
from tests.areas.hand.test_hand import hand_games
from tests.areas.multiples.test_multiples import charts
from tests.areas.openrow.test_openrow import row_games as open_rows
from tests.areas.own_draws import with_own_draws
from tests.areas.pairs.test_pairs import pair_games
from tests.areas.purse.test_purse import purses
from tests.areas.record.test_record import records
from tests.areas.rows.test_rows import row_games
from tests.areas.sets.test_sets import set_games
from tests.areas.splits.test_splits import splits
from tests.random_games import games

DEMO = {path.name.removesuffix(".bolo.json"): read(path) for path in demo_files()}
ALL = {**DEMO, **{game.name: game for game in (starter.game for starter in starters())}}
"""Every demo game and every starter, by name."""


def filled(name):
    return filled_games().filter(lambda game: type(game.area).__name__ == name)


STRATEGIES = {
    "Trail": games(),
    "Sets": set_games(),
    "Boxes": filled("Boxes"),
    "PlacedCounters": filled("PlacedCounters"),
    "Multiples": charts(),
    "Digits": digit_games(("one_by_one", "together")),
    "DigitRows": row_games,
    "Purse": purses(),
    "Duel": duels(),
    "Grid": grids(),
    "Chain": chains(10),
    "Record": records(),
    "Splits": splits(),
    "Pairs": pair_games(),
    "OpenRow": open_rows(),
    "Hand": hand_games(),
}
alike = st.one_of(*(STRATEGIES[entry.kind.__name__] for entry in AREAS))
"""Games in which all players draw alike."""
any_game = st.one_of(alike, alike, with_own_draws(alike))

"""Hypothesis strategies for tracks whose squares do something, and ask question cards."""

from hypothesis import strategies as st

from bolometric.core.game.document import game_from

PLAIN = ("jump", "miss", "again", "start", "blank")


@st.composite
def tracks(draw, kinds=PLAIN, seats=st.integers(1, 3)):
    length = draw(st.integers(6, 16))
    at = draw(st.lists(st.integers(1, length - 1), unique=True, max_size=6))
    squares = []
    for one in at:
        does = draw(st.sampled_from(kinds))
        squares.append({"at": one, "does": does})
        if does == "jump":
            squares[-1]["to"] = draw(st.integers(1, length).filter(lambda to, one=one: to != one))
    return game_from(
        {
            "bolometric": 1,
            "pieces": [{"faces": draw(st.lists(st.integers(-1, 4), min_size=2, max_size=4))}],
            "area": {
                "length": length,
                "squares": squares,
                "end": draw(st.sampled_from(["pass", "exact", "bounce", "again"])),
                "finish": draw(st.sampled_from(["at_once", "finish_round"])),
            },
            "seats": {"count": draw(seats)},
        }
    )


CARD_GAMES = st.fixed_dictionaries(
    {
        "if_right": st.sampled_from(["keep", "keep", "stay"]),
        "if_wrong": st.sampled_from(["under", "lose_move", "next_tries"]),
        "if_out": st.sampled_from(["again", "ends", "skipped"]),
        "cards_win": st.sampled_from(["home", "most_at_home", "most_at_out", "most_after_rounds", "home_with"]),
        "cards_rounds": st.integers(3, 8),
        "cards_wanted": st.integers(1, 2),
        "finish": st.sampled_from(["at_once", "finish_round"]),
    }
)


@st.composite
def card_games(draw):
    packs = [
        {
            "name": name,
            "family": "bonds",
            "upto": draw(st.integers(2, 4)),
            "right": draw(st.lists(st.sampled_from([0.2, 0.5, 0.9, 1]), min_size=1, max_size=2)),
        }
        for name in ("A", "B")
    ]
    squares = [
        {"at": at, "does": "card", "pack": draw(st.sampled_from(["A", "B", ""])), "cards": draw(st.integers(1, 2))}
        for at in draw(st.lists(st.integers(1, 9), min_size=3, max_size=7, unique=True))
    ]
    area = {"length": 10, "packs": packs, "squares": squares, **draw(CARD_GAMES)}
    if area["cards_win"] == "most_at_out" and area["if_right"] == "stay":
        area["if_right"] = "keep"  # else no pack is ever out
    if draw(st.booleans()):
        area["draws_from"] = [["B", "A"]]
    return game_from({"bolometric": 1, "pieces": [{"faces": [1, 2, 3]}], "area": area, "seats": {"count": 2}})

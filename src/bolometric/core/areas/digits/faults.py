"""What can be wrong with digits."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.digits.rounds import known_of
from bolometric.core.areas.digits.rules import columns_of
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.contract import Faults
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Change, Fault, change, cures
from bolometric.core.game.seats import Style
from bolometric.core.pieces.kinds import die
from bolometric.core.text.figures import listing, minus

LARGEST_DIGIT = 9
AS_GOOD, EXACTLY = 1e-9, 9
"""What rounding may leave of a difference that is none; decimals to which a number is what it is, tenths included."""


def lengthens(game: Game) -> str:
    """More points make a game longer."""
    return "area.points"


def _not_digits(game: Game) -> list[int]:
    return [int(total) for total in game.distribution.totals if total > LARGEST_DIGIT]


def useless(game: Game) -> int:
    """How many totals are no digits."""
    return len(_not_digits(game))


def by_rules(game: Game) -> Iterator[Fault]:
    """What is wrong by the rules alone."""
    odd = _not_digits(game)
    if odd:
        sentence = (
            f"{listing(odd, 'and')} {'is' if len(odd) == 1 else 'are'} written with two digits and "
            f"{'fits' if len(odd) == 1 else 'fit'} in no column."
        )
        yield Fault("no_digit", "fault", "pieces", sentence, _ten_faces(game))
    area = game.area_as(Digits)
    if len(game.distribution.totals) == 1:
        return  # that nothing is left to chance is said of any game
    if area.aim == "nearest":
        yield from _far_target(game)
    if area.practice == "one_by_one":
        yield from _no_choice(game)


def _ten_faces(game: Game) -> tuple[Change, ...]:
    pieces = [die(*range(10)).model_dump()]
    return cures(change(game, "Use a die with the digits 0 to 9", "pieces", pieces))


def _far_target(game: Game) -> Iterator[Fault]:
    """A target above or below every number that can be made."""
    columns, area = columns_of(game), game.area_as(Digits)
    low, high = (round(float(columns.values[place] * columns.worth.sum()), EXACTLY) for place in (0, -1))
    if low <= columns.target <= high:
        return
    value = round((low + high) / 2)
    cure = change(game, f"Make the target {value}", "area.target", value)
    sentence = (
        f"No number that can be made comes up to {minus(area.target)}: they go from {minus(low)} to {minus(high)}."
    )
    yield Fault("target_out_of_reach", "fault", "area.target", sentence, cures(cure))


def _no_choice(game: Game) -> Iterator[Fault]:
    """A rule of thumb that places as well as best play."""
    area, columns = game.area_as(Digits), columns_of(game)
    best = known_of(columns, Style(choose="plan"), False)
    if best is None or columns.columns < 2:
        return
    least = float(columns.score(best[0]) @ best[1])
    for rule in ("halves", "left_first"):
        thumb = known_of(columns, Style(choose="thumb", rule=rule), False)
        if thumb is not None and float(columns.score(thumb[0]) @ thumb[1]) <= least + AS_GOOD * (1 + abs(least)):
            sentence = f"To {area.rule(rule).words} is as good as best play, so there is little to decide."
            yield Fault("no_choice", "fault", "area.whole", sentence, _more_columns(game))
            return


def _more_columns(game: Game) -> tuple[Change, ...]:
    whole = game.area_as(Digits).whole + 1
    cure = change(game, f"Make it {whole} columns", "area.whole", whole)
    return () if cure is None or list(_no_choice(cure.game)) else (cure,)


FAULTS = Faults(lengthens=lengthens, by_rules=by_rules, useless=useless)

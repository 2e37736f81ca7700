"""What can be wrong with digits."""

from __future__ import annotations

from collections.abc import Iterator

from bolometric.core.areas.digits.rounds import known_of
from bolometric.core.areas.digits.rules import columns_of
from bolometric.core.areas.digits.spec import Digits
from bolometric.core.game.document import Game, with_value
from bolometric.core.game.seats import RULE_WORDS, Style
from bolometric.core.judge.nearby import Change
from bolometric.core.measure.measuring import Analysis
from bolometric.core.pieces.kinds import die
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import listing, minus

LARGEST_DIGIT = 9
AS_GOOD = 1e-9


def lengthens(game: Game) -> str:
    """More points make a game longer."""
    return "area.points"


def endless(exact: Analysis) -> tuple[str, str]:
    """A round always ends."""
    return "", ""


def _not_digits(game: Game) -> list[int]:
    if game.area_as(Digits).practice == "rows":
        return []
    return [int(total) for total in game.distribution.totals if total > LARGEST_DIGIT]


def useless(game: Game) -> int:
    """How many totals are no digits."""
    return len(_not_digits(game))


def plain_faults(game: Game) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """What is wrong by the rules alone: code, path, sentence, cures."""
    odd = _not_digits(game)
    if odd:
        sentence = (
            f"{listing(odd, 'and')} {'is' if len(odd) == 1 else 'are'} written with two digits and "
            f"{'fits' if len(odd) == 1 else 'fit'} in no column."
        )
        yield "no_digit", "pieces", sentence, _ten_faces(game)
    area = game.area_as(Digits)
    if area.practice == "rows":
        return
    if len(game.distribution.totals) == 1:
        yield "no_choice", "pieces", "Only one digit is ever drawn, so there is nothing to decide.", _ten_faces(game)
    elif area.aim == "nearest":
        yield from _far_target(game)
    if area.practice == "one_by_one":
        yield from _no_choice(game)


def _ten_faces(game: Game) -> tuple[Change, ...]:
    pieces = [die(*range(10)).model_dump()]
    try:
        return (Change("Use a die with the digits 0 to 9", "pieces", pieces, with_value(game, "pieces", pieces)),)
    except GameError:
        return ()


def _far_target(game: Game) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """A target above or below every number that can be made."""
    columns, area = columns_of(game), game.area_as(Digits)
    low, high = (float(columns.values[place] * columns.worth.sum()) for place in (0, -1))
    if low <= columns.target <= high:
        return
    value = round((low + high) / 2)
    change = Change(f"Make the target {value}", "area.target", value, with_value(game, "area.target", value))
    sentence = (
        f"No number that can be made comes up to {minus(area.target)}: they go from {minus(low)} to {minus(high)}."
    )
    yield "target_out_of_reach", "area.target", sentence, (change,)


def _no_choice(game: Game) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """A rule of thumb that places as well as best play."""
    columns = columns_of(game)
    best = known_of(columns, Style(choose="plan"), False)
    if best is None or columns.columns < 2:
        return
    least = float(columns.score(best[0]) @ best[1])
    for rule in ("halves", "left_first"):
        thumb = known_of(columns, Style(choose="thumb", rule=rule), False)
        if thumb is not None and float(columns.score(thumb[0]) @ thumb[1]) <= least + AS_GOOD * (1 + abs(least)):
            sentence = f"To {RULE_WORDS[rule]} is as good as best play, so there is little to decide."
            yield "no_choice", "area.whole", sentence, _more_columns(game)
            return


def _more_columns(game: Game) -> tuple[Change, ...]:
    whole = game.area_as(Digits).whole + 1
    try:
        changed = with_value(game, "area.whole", whole)
    except GameError:
        return ()
    return () if list(_no_choice(changed)) else (Change(f"Make it {whole} columns", "area.whole", whole, changed),)


def advice(exact: Analysis) -> Iterator[tuple[str, str, str, tuple[Change, ...]]]:
    """Nothing beyond the brief."""
    return iter(())

"""How the settings of a grid are said, on the sheets and aloud."""

from __future__ import annotations

from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.aloud import Aloud, acts, called, cards_after, drawn, rolls, said, share, starts, verb
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.setting_words import choice
from bolometric.core.text.figures import listing_words, number, plural
from bolometric.core.text.spans import Sentences, Span, sentences

THINGS = {"counter": "counters", "colour": "crayons", "sign": "pencils"}
BEGIN = {
    "counter": ("All take counters of a colour of their own.", "Take the counters."),
    "colour": ("All take a crayon of a colour of their own.", "Take a crayon."),
    "sign": ("All choose a sign of their own.", "Choose a sign."),
}
"""What is done first: by several, and by one alone."""
TAKE = {"counter": "Take your counters.", "colour": "Take your crayon.", "sign": "Choose your sign."}
MARK = {"counter": "Put a counter on", "colour": "Colour", "sign": "Write your sign on"}
"""What is said to players, by how cells are marked."""


def board(game: Game) -> tuple[Sentences, ...]:
    """What to draw."""
    area = game.area_as(Grid)
    columns = Span(plural(area.columns, "column"), "area.columns")
    told: list[str | Span] = [
        "Draw a grid of ",
        columns,
        f" and {plural(area.rows, 'row')} with ",
        choice(game, "area.numbers"),
    ]
    if area.numbers == "chart":
        told += [", ", Span(f"1 to {area.last}", "area.last"), ", ", choice(game, "area.begins"), "."]
    else:
        told += [": ", Span(f"{len(area.cells)} cells", "area.cells"), "."]
    return (sentences(*told),)


def needs(game: Game) -> tuple[str, ...]:
    """What is needed beside the pieces."""
    return THINGS[game.area_as(Grid).mark], "the grid"


def first(game: Game) -> tuple[Sentences, ...]:
    """What cells are marked with."""
    several, alone = BEGIN[game.area_as(Grid).mark]
    return (sentences(several if game.seats.count > 1 else alone),)


def how_drawn(game: Game) -> str | None:
    """One draw may serve all."""
    return "one draws for all" if game.area_as(Grid).draws == "shared" else None


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is claimed."""
    area = game.area_as(Grid)
    mark = choice(game, "area.mark")
    told = [sentences("Players ", mark, " a free cell; its number must ", choice(game, "area.how"), ".")]
    if area.how == "any":
        using: list[str | Span] = [
            "Use ",
            choice(game, "area.use"),
            ", ",
            choice(game, "area.operations"),
            ", and ",
            choice(game, "area.order"),
        ]
        if area.operations == "+-*/":
            using += ["; a division ", choice(game, "area.division")]
        told.append(sentences(*using, "."))
        seen = Span("every number" if area.noticed == 100 else f"{area.noticed} in a hundred", "area.noticed")
        some = " of the numbers that can be made with one sign, and as many of these with each further sign."
        told.append(
            sentences("Measured with players who notice ", seen, " that can be made." if area.noticed == 100 else some)
        )
    ends: list[str | Span] = ["Each player ", choice(game, "area.draws"), "."]
    if area.draws == "own":
        ends += [" If nothing fits, ", choice(game, "area.nothing"), "."]
    if area.wins != "most":
        ends += [" A claimed cell ", choice(game, "area.take_over"), "."]
    return (*told, sentences(*ends))


def last(game: Game) -> tuple[Sentences, ...]:
    """What wins."""
    area = game.area_as(Grid)
    match area.wins:
        case "line":
            one = sentences(
                "The first with a ",
                choice(game, "area.wins"),
                " of ",
                Span(number(area.in_line), "area.in_line"),
                " wins, at once.",
            )
            ways = sentences(
                "Lines across ",
                choice(game, "area.across"),
                ", lines down ",
                choice(game, "area.down"),
                ", slanting lines ",
                choice(game, "area.slanting"),
                ".",
            )
            return one, ways, sentences("If nothing can be claimed any more, nobody wins.")
        case "first_to":
            wanted = Span(plural(area.wanted, "cell"), "area.wanted")
            return (sentences("The first with ", choice(game, "area.wins"), " wins: ", wanted, "."),)
        case _:
            return (
                sentences(
                    "Once nothing can be claimed any more, the ", choice(game, "area.wins"), " win; equal ones share."
                ),
            )


SIGNS = {
    "+-*/": "You may add, take away, multiply and divide.",
    "+-*": "You may add, take away and multiply.",
    "+-": "You may add and take away.",
    "+": "You may add.",
}


def aloud(game: Game) -> Aloud:
    """Make a number, claim its cell."""
    area, alone = game.area_as(Grid), game.seats.count == 1
    colour = "" if alone else " for each player, in a colour of their own"
    rows = f"a grid of {plural(area.columns, 'column')} and {plural(area.rows, 'row')}"
    needs = (
        f"{THINGS[area.mark]}{'' if area.mark == 'sign' else colour}",
        f"{rows}, with the numbers 1 to {area.last}" if area.numbers == "chart" else rows,
    )
    return Aloud(needs, said(TAKE[area.mark], starts(game)), said(*_turn(game)), said(*_last(game)))


def _turn(game: Game) -> list[str]:
    area, shared = game.area_as(Grid), game.area_as(Grid).draws == "shared" and game.seats.count > 1
    if area.how == "any":
        begin = (f"The caller {rolls(game)} for everybody.",) if shared else acts(game)
        told = [*begin, *_making(area), *cards_after(game)]
    else:
        told = [*(called(game) if shared else drawn(game))]
    told.append(f"{MARK[area.mark]} a free cell with {'that' if area.how == 'total' else 'your'} number.")
    if not area.takes_over and area.mark == "counter":
        told.append("It stays there.")
    if "free" in area.laid_out:
        told.append("A starred cell belongs to everybody.")
    if shared:
        told.append("Go round in turn, all with the same numbers.")
    if area.takes_over:
        told.append("You may take a cell from another player.")
    nothing = f"{verb(game)} once more" if area.draws_again else "your turn is over"
    return [*told, f"If no cell fits, {nothing}."]


def _making(area: Grid) -> tuple[str, ...]:
    use = "Use every number once." if area.use == "all" else "Use each number once, or leave it out."
    left = "" if area.order == "brackets" else "Work from left to right."
    whole = "Only divide when it comes out whole." if area.operations == "+-*/" and area.division == "exact" else ""
    return said("Make a number of what you see.", SIGNS[area.operations], use, left, whole)


def _last(game: Game) -> list[str]:
    area, alone = game.area_as(Grid), game.seats.count == 1
    if area.wins == "line":
        on = ((area.across, "across"), (area.down, "down"), (area.slanting, "slanting"))
        ways = listing_words([word for yes, word in on if yes == "yes"], "or")
        who = "Count your turns until you have" if alone else "You win when you have"
        none = () if area.takes_over or alone else ("If no cell is left, nobody wins.",)
        return [f"{who} {number(area.in_line)} in a line.", f"A line may go {ways}.", *none]
    if area.wins == "first_to":
        who = "Count your turns until you have" if alone else "The first player wins who has"
        none = () if area.takes_over or alone else ("If no cell is left before that, nobody wins.",)
        return [f"{who} {plural(area.wanted, 'cell')}.", *none]
    if alone:
        return ["Go on until no cell can be claimed. Count your cells."]
    return ["Go on until no cell can be claimed.", "The most cells win.", share(game, "the same")]


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)

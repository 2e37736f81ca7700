"""How the settings of a grid are said."""

from __future__ import annotations

from bolometric.core.areas.grid.aloud import aloud
from bolometric.core.areas.grid.spec import Grid
from bolometric.core.game.contract import Words
from bolometric.core.game.document import Game
from bolometric.core.game.saying import choice
from bolometric.core.text.figures import number, plural
from bolometric.core.text.spans import Sentences, Span, sentences


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
    return "counters", "the grid"


def first(game: Game) -> tuple[Sentences, ...]:
    """Counters."""
    return (sentences("All take counters of a colour of their own." if game.seats.count > 1 else "Take the counters."),)


def how_drawn(game: Game) -> str | None:
    """One draw may serve all."""
    return "one draws for all" if game.area_as(Grid).draws == "shared" else None


def turn(game: Game) -> tuple[Sentences, ...]:
    """What is claimed."""
    area = game.area_as(Grid)
    told = [sentences("Put a counter on a free cell; its number must ", choice(game, "area.how"), ".")]
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


WORDS = Words(board=board, needs=needs, first=first, turn=turn, last=last, how_drawn=how_drawn, aloud=aloud)

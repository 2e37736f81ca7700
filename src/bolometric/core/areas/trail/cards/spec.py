"""What a maker of a trail sets about packs of question cards."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, StrictInt

from bolometric.core.areas.trail.squares.spec import OnSquares
from bolometric.core.pieces.faces import Line
from bolometric.core.question_cards.packs import QuestionPack
from bolometric.core.settings.explain import setting_error
from bolometric.core.settings.knobs import Choice, Knob

RIGHT = (
    Choice("keep", "keep it", "Let players keep right cards", "Cards are a score; the packs grow thinner."),
    Choice("stay", "put it back under its pack", "Put right cards back", "Answering is its own reward; packs last."),
)
WRONG = (
    Choice("under", "put it under its pack", "Put wrong cards back", "Nothing is lost: it comes again later."),
    Choice(
        "lose_move",
        "put it back and go back to where you were",
        "Let a wrong answer cost the move",
        "Who knows less moves less: it makes the game longer, and luck smaller.",
    ),
    Choice(
        "next_tries",
        "let the next player try",
        "Let the next player try",
        "Everybody listens to every question; who is right then has the card.",
    ),
)
OUT = (
    Choice("again", "is shuffled and used again", "Shuffle a pack again", "The usual: a game never lacks questions."),
    Choice("ends", "ends the game, and most cards win", "End the game with a pack", "A thin pack is a short game."),
    Choice("skipped", "is not asked any more", "Ask it no more", "Late in the game squares fall silent."),
)
WINS = (
    Choice("home", "the first home", "Let the first home win", "A race: cards are practice on the way."),
    Choice(
        "most_at_home",
        "most cards, once the first is home",
        "Let most cards win once one is home",
        "Getting home ends it; who answered most on the way wins.",
    ),
    Choice(
        "most_at_out",
        "most cards, once a pack is out",
        "Let most cards win once a pack is out",
        "The track is gone round again and again until a pack is used up.",
    ),
    Choice(
        "most_after_rounds",
        "most cards, after a number of rounds",
        "Let most cards win after some rounds",
        "The game has a length you choose; who is home begins again.",
    ),
    Choice(
        "home_with",
        "the first home with enough cards",
        "Ask for cards to go home",
        "Whoever comes home with too few begins again: both luck and knowing count.",
    ),
)


MOST_PACKS = 8
ASKS = (("asks", ("yes",)),)


def _named_once(packs: tuple[QuestionPack, ...]) -> tuple[QuestionPack, ...]:
    names = [pack.name for pack in packs]
    for name in names:
        if names.count(name) > 1:
            raise setting_error(f"Two packs are called “{name}”: give one another name.", "area.packs")
    return packs


class OnCards(OnSquares):
    """Packs of question cards, and what answering them comes to."""

    packs: Annotated[
        tuple[QuestionPack, ...],
        AfterValidator(_named_once),
        Field(max_length=MOST_PACKS, description="Packs of question cards, which squares that carry card ask."),
        Knob(
            "packs",
            "packs of question cards",
            hint="Cards with a question and its answer, which some squares ask.",
            when=(("carries", ("yes",)),),
            practice="aim",
        ),
    ] = ()
    draws_from: Annotated[
        tuple[tuple[Line, ...], ...],
        Field(
            max_length=6,
            description="For each seat the packs, by name, that it draws from in place of those there are, in their "
            "order; seats that are not listed, and packs past the end of a list, draw from the packs themselves.",
        ),
        Knob(
            "seat_packs",
            "who draws from which pack",
            hint="Each player may have packs that suit them.",
            when=ASKS,
            practice="aim",
        ),
    ] = ()
    if_right: Annotated[
        Literal["keep", "stay"],
        Field(description="keep = a card that is answered right is kept; stay = it goes back under its pack."),
        Knob("choice", "a right answer", choices=RIGHT, when=ASKS, suggested=()),
    ] = "keep"
    if_wrong: Annotated[
        Literal["under", "lose_move", "next_tries"],
        Field(
            description="under = a card that is answered wrong goes under its pack; lose_move = the counter also goes "
            "back to where it stood before that draw; next_tries = the next seat tries, and a right answer is its own."
        ),
        Knob("choice", "a wrong answer", choices=WRONG, when=ASKS, suggested=()),
    ] = "under"
    if_out: Annotated[
        Literal["again", "ends", "skipped"],
        Field(
            description="When a pack has run out: again = all its cards are shuffled and used again, those that were "
            "kept still count; ends = the game ends, and most cards win; skipped = nothing is asked there any more."
        ),
        Knob("choice", "a pack that runs out", choices=OUT, when=ASKS, suggested=()),
    ] = "again"
    cards_win: Annotated[
        Literal["home", "most_at_home", "most_at_out", "most_after_rounds", "home_with"],
        Field(
            description="home = the first home wins, whatever cards there are; most_at_home = once the game is over by "
            "somebody home, most cards win; most_at_out = once a pack is out, most cards win; most_after_rounds = "
            "after so many rounds (cards_rounds) most cards win; home_with = the first home with so many cards "
            "(cards_wanted) wins. Where being home does not end it, whoever gets there begins again at the start."
        ),
        Knob("choice", "what wins", practice="aim", choices=WINS, when=ASKS, suggested=()),
    ] = "home"
    cards_rounds: Annotated[
        StrictInt,
        Field(ge=1, le=500, description="Rounds, if most cards win after so many."),
        Knob(
            "number",
            "rounds",
            hint="How often it is played before points are compared.",
            when=(*ASKS, ("cards_win", ("most_after_rounds",))),
            order="Play {} rounds",
            one="Play one round",
        ),
    ] = 10
    cards_wanted: Annotated[
        StrictInt,
        Field(ge=1, le=100, description="Cards with which one may go home, if the first home with so many wins."),
        Knob(
            "number",
            "cards",
            hint="How many cards one must have to go home.",
            when=(*ASKS, ("cards_win", ("home_with",))),
            order="Ask for {} cards",
            one="Ask for one card",
        ),
    ] = 3

    @property
    def asks(self) -> Literal["yes", "no"]:
        """Whether any square asks a pack that there is."""
        names = {pack.name for pack in self.packs}
        asking = any(square.does == "card" and (not square.pack or square.pack in names) for square in self.squares)
        return "yes" if self.packs and asking else "no"

    @property
    def races(self) -> Literal["yes", "no"]:
        """Whether whoever is home first wins, or loses."""
        return "no" if self.asks == "yes" and self.cards_win not in ("home", "home_with") else "yes"

    @property
    def ends_at_home(self) -> Literal["yes", "no"]:
        """Whether somebody home ends the game."""
        return "no" if self.asks == "yes" and self.cards_win in ("most_at_out", "most_after_rounds") else "yes"

    @property
    def never_out(self) -> bool:
        """Whether the game waits for a pack to run out, and none ever can."""
        if self.asks == "no" or self.cards_win != "most_at_out":
            return False
        asked = {square.pack for square in self.squares if square.does == "card"}
        packs = [pack for pack in self.packs if pack.name in asked or "" in asked or self.draws_from]
        return self.if_right == "stay" or not any(chance > 0 for pack in packs for chance in pack.right)

    @property
    def cards_decide(self) -> bool:
        """Whether answers change how markers move or who wins: if not, a seat's way is as if nothing was asked."""
        if self.asks == "no":
            return False
        wrong = self.if_wrong == "lose_move" and any(chance < 1 for pack in self.packs for chance in pack.right)
        out = self.if_out == "ends" and self.if_right == "keep"
        return wrong or out or self.cards_win != "home"

    @property
    def evened(self) -> tuple[tuple[str, object], ...]:
        """The same packs, and the same chances to be right, for all."""
        if self.asks == "no" or not (self.draws_from or any(len(set(pack.right)) > 1 for pack in self.packs)):
            return ()
        packs = [{**pack.model_dump(), "right": pack.right[:1]} for pack in self.packs]
        return (("area.packs", packs), ("area.draws_from", ()))

    def check_cards(self, shared: bool, plain_end: bool) -> None:
        """Raise a setting error where cards can't do what they are to."""
        if self.asks == "no" or (self.cards_win == "home" and self.if_out != "ends"):
            return
        if shared or not plain_end:
            raise setting_error(
                "Most cards win where each player has a counter and the first home wins one game: change that, or let "
                "cards only be answered.",
                "area.cards_win",
            )

    def source(self, seat: int, pack: int) -> int:
        """The place of the pack that a seat draws from in place of another."""
        own = self.draws_from[seat] if seat < len(self.draws_from) else ()
        names = [one.name for one in self.packs]
        return names.index(own[pack]) if pack < len(own) and own[pack] in names else pack

"""What can be chosen for cards in the hand, in words."""

from __future__ import annotations

from bolometric.core.settings.knobs import Choice

PLAYS = (
    Choice(
        "near",
        "lay a card that differs from the open one by at most",
        "Lay a card that is near the open one",
        "Every card is compared with the open one; several go as a rule.",
    ),
    Choice(
        "differ",
        "lay a card that differs from the open one by exactly",
        "Lay a card that differs by a number",
        "Counting on and back by a fixed number; two numbers go at most.",
    ),
    Choice(
        "multiple",
        "lay a card that is a multiple of the open one, or the other way round",
        "Lay a multiple, or a number of which it is one",
        "Tables both ways; 1 goes with every number.",
    ),
    Choice(
        "limit",
        "lay a card and add it to the count, which goes no further than",
        "Add to a count up to a limit",
        "Adding past ten, and looking ahead at what is missing.",
    ),
    Choice(
        "ask",
        "ask for the card that with one of yours makes",
        "Ask for the card that is missing",
        "Bonds: every card asks what is missing, and all look.",
    ),
)
CANNOTS = (
    Choice("draw", "draw one card, and the turn is over", "Hand on after drawing", "Hands grow; the game is longer."),
    Choice("lay", "draw one card, and lay it if it goes", "Lay a drawn card that goes", "Fewer turns are in vain."),
)

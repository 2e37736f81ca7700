"""The JSON Schema of the game file, with every area that has been entered."""

from __future__ import annotations

from pydantic import create_model
from pydantic.json_schema import JsonSchemaValue

from bolometric.core.game import kinds
from bolometric.core.game.document import FORMAT, Game
from bolometric.core.game.seats import USUAL_GOAL


def schema() -> JsonSchemaValue:
    """JSON Schema of the game file."""
    whole = create_model("Game", __base__=Game, area=(kinds.union(), kinds.usual()))
    found = whole.model_json_schema()
    found["$comment"] = (
        f"A Bolometric game file, format {FORMAT}. Only 'bolometric' must be given; the rest has defaults."
    )
    found["description"] = Game.__doc__
    found["required"] = ["bolometric"]
    style = found["$defs"]["Style"]["properties"]
    style["rule"] |= {"enum": list(kinds.all_rules()), "description": _told(style["rule"]["description"], "rules")}
    goals = [USUAL_GOAL, *kinds.all_goals()]
    style["goal"] |= {"enum": goals, "description": _told(style["goal"]["description"], "goals")}
    return found


def _told(description: str, which: str) -> str:
    """A description with what each area offers."""
    told = [description]
    for kind in kinds.kinds():
        offered = "; ".join(f"{one.key} = {one.meaning}" for one in getattr(kind, which))
        if offered:
            told.append(f"{', '.join(kinds.tags_of(kind)).capitalize()}: {offered}.")
    return " ".join(told)

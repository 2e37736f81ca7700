"""Odds and readings as plain values, for the command line's JSON. Its keys stay: the program is checked by them."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from math import isfinite

from pydantic_core import to_jsonable_python

from bolometric.core.areas.catalogue import area_of
from bolometric.core.game.document import Game
from bolometric.core.game.fault import Fault
from bolometric.core.learner_work.aims import on_aim
from bolometric.core.measure.measuring import Measurement
from bolometric.core.results.board import Cells, Heat
from bolometric.core.settings.amounts import plain
from bolometric.core.words.aloud import players_parts
from bolometric.core.words.rule_sheet import rule_sheet
from bolometric.core.words.telling import lasting_at_least


def odds_plain(game: Game) -> dict[str, object]:
    """The odds as the command line's JSON.

    A value is a whole number, a decimal, or the text of a fraction. Ways are whole numbers; ``no_number`` is there if
    some outcomes make none, ``method`` and ``stderr`` say how sure the chances are.
    """
    odds = game.shown
    rows = zip(odds.totals, odds.ways, odds.chances.tolist(), strict=True)
    told: dict[str, object] = {
        "totals": [{"value": plain(Fraction(value)), "ways": ways, "chance": chance} for value, ways, chance in rows],
        "ways": odds.all_ways,
        "method": "simulated" if odds.sampled else "exact",
        "stderr": max((odds.stderr(chance) for chance in odds.chances.tolist()), default=0.0),
    }
    if odds.nothing:
        told["no_number"] = {"ways": odds.nothing, "chance": odds.nothing / odds.all_ways}
    return told


def measured_plain(
    found: Measurement, at_least: int | None = None, suit: tuple[float | None, str] | None = None
) -> dict[str, object]:
    """The readings; beside them how often each place of the board is used, and best play, where they are known.

    With ``at_least`` also the chance that a game takes so many turns or more.
    """
    game = found.exact.game
    told = found.plain()
    if at_least is not None and (lasting := lasting_at_least(at_least, found.exact, found.sample)) is not None:
        told["at_least"] = {
            "turns": at_least,
            "chance": lasting.mean,
            "stderr": lasting.stderr,
            "method": lasting.method,
        }
    places, heat = area_of(game).board.places(game), found.exact.heat
    if heat is not None and not isinstance(places, Cells):
        told["places"] = _places(heat, getattr(places, "names", None))
    told["practice"] = _practice(found)
    told["suits"] = None if suit is None else suit[0]
    plan = area_of(game).measured.best_play(game)
    if plan is not None:
        told["plan"] = plan
    return told


def faults_plain(game: Game, faults: Sequence[Fault]) -> dict[str, object]:
    """What is wrong and what cures it, as the command line's JSON; ``set`` are the settings a cure changes."""
    return {
        "game": game.name,
        "faults": [
            {
                "code": one.code,
                "level": one.level,
                "where": one.where,
                "words": one.sentence,
                "note": one.note,
                "cures": [
                    {
                        "words": cure.words,
                        "also": cure.also,
                        "set": {path: to_jsonable_python(value) for path, value in cure.steps},
                    }
                    for cure in one.cures
                ],
            }
            for one in faults
        ],
    }


def rules_plain(game: Game, reader: str) -> dict[str, object]:
    """The rules as the command line's JSON: what is needed and what can hurt, then headings with their sentences."""
    if reader != "players":
        sheet = [{"title": part.title, "lines": part.text.split("\n")} for part in rule_sheet(game)]
        return {"game": game.name, "for": reader, "sections": sheet}
    told = players_parts(game)
    heard = [{"title": heading, "lines": list(steps)} for heading, steps in told.steps]
    needs = {"needs": list(told.needs), "caution": told.caution}
    return {"game": game.name, "for": reader, **needs, "sections": heard}


MOST_FACTS = 400
"""Facts that are listed, those met most."""


def _practice(found: Measurement) -> dict[str, object]:
    """How often each player meets each fact in a game on average, the most often met first."""
    exact = found.exact.facts
    times = exact if exact is not None else {} if found.notes is None else found.notes.times_each
    likely = sorted(times.items(), key=lambda item: (-sum(item[1]), item[0].words))[:MOST_FACTS]
    listed = [
        {"fact": one.words, "operation": one.does, "times": list(each), "aim": on_aim(found.exact.game.brief.aim, one)}
        for one, each in likely
    ]
    method, left_out = "simulated" if exact is None else "exact", len(times) - len(listed)
    return {"method": method, "different": len(times), "left_out": left_out, "facts": listed}


def _places(heat: Heat, names: tuple[str, ...] | None) -> dict[str, object]:
    """Each place, numbered from 1 where it has no name, with its value; ``times`` is null for what may go on for ever.

    Places that are there for show are left out.
    """
    told = []
    for place, value in enumerate(heat.values, 1):
        if place in heat.unused:
            continue
        entry: dict[str, object] = {"place": names[place - 1] if names else place, "value": value}
        if heat.times is not None:
            times = heat.times[place - 1]
            entry["times"] = times if isfinite(times) else None
        told.append(entry)
    method = "simulated" if heat.stderr else "exact"
    return {"meaning": heat.legend, "method": method, "stderr": heat.stderr, "each": told}

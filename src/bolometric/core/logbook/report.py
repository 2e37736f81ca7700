"""What the sessions of a game, a group or a term say, as text; and what to try next time."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from itertools import groupby, islice

from bolometric.core.game.aloud import capital
from bolometric.core.game.document import Game
from bolometric.core.game.files import to_text
from bolometric.core.judge.lengths import in_words, offered, other_lengths
from bolometric.core.judge.nearby import Effect
from bolometric.core.logbook.calibration import calibrated, calibration_words, counted, held, measured, story, timed
from bolometric.core.logbook.goes import compared, goes_of
from bolometric.core.logbook.hands import counted_words
from bolometric.core.logbook.learning import Pace, learned
from bolometric.core.logbook.luck import LITTLE, UNUSUAL, Held
from bolometric.core.logbook.pace import at_pace
from bolometric.core.logbook.practised import Practised, practised
from bolometric.core.logbook.session import HandsUp, Session
from bolometric.core.logbook.slips import cared
from bolometric.core.results.readings import Reading
from bolometric.core.results.show import certainty, show
from bolometric.core.text.figures import listing_words, number, percent, plural
from bolometric.core.tuning.space import changes_between

MOST_CHANGES = 3
NEARER = 0.75
"""How much of the way to the lesson may be left by a change that is worth trying."""
WORTH_PLANNING = 0.1
"""A difference of the minutes from which a lesson is planned otherwise."""


NOTHING = "No sessions yet: log one after a game, with `bolometric log add FILE`."
Parts = list[tuple[str, list[str]]]
"""Headings, each with its lines."""


def report(sessions: Sequence[Session]) -> str:
    """Everything of the sessions as one text. Raises Cancelled once the work is given up."""
    if not sessions:
        return NOTHING
    (heading, first), *rest = report_parts(sessions)
    lines = [heading, *(["", *first] if first else [])]
    for title, told in rest:
        lines += ["", title, *(f"- {line}" for line in told)]
    return "\n".join(lines)


def report_parts(
    sessions: Sequence[Session],
    met_by: Mapping[str, Practised] | None = None,
    known_paces: Mapping[str, Pace] | None = None,
) -> Parts:
    """What to do next, then what was played, and the figures: how groups work, whether it was luck.

    ``met_by`` is what each group has met, and ``known_paces`` how it works, where that is known already.

    Raises Cancelled once the work is given up.
    """
    if not sessions:
        return [(NOTHING, [])]
    days = sorted(one.day for one in sessions)
    paces = learned(timed(sessions)) if known_paces is None else known_paces
    in_order = sorted(sessions, key=lambda one: one.played.name)
    games = ((name, list(some)) for name, some in groupby(in_order, key=lambda one: one.played.name))
    by_name = {name: (mine, checked(mine)) for name, mine in games}
    todo = sorted(
        (one for mine, checks in by_name.values() for one in acts(mine, paces, checks)), key=lambda one: one[0]
    )
    parts = [(f"{plural(len(sessions), 'session')}, {days[0]} to {days[-1]}", [line for _, line in todo])]
    parts.append(("What was played", [story(one) for one in sessions]))
    met_ = [one.words for one in (met_by or practised(sessions, paces)).values() if one.aims]
    if met_:
        parts.append(("What was practised", met_))
    if paces:
        lines = [pace.words for pace in paces.values()]
        lines += [care.words for care in cared(counted(sessions)).values()]
        parts.append(
            ("The figures: how the groups work", [*lines, f"Predictions: {calibration_words(calibrated(sessions))}"])
        )
    parts += [(f"The figures: {name}", game_lines(mine, paces, checks)) for name, (mine, checks) in by_name.items()]
    return parts


Checks = list[list[Held]]
"""What each version of a game was held against: those first that were played first."""


def checked(sessions: Sequence[Session]) -> Checks:
    """Every version of one game held against what was predicted. Raises Cancelled."""
    return [held(some) for some in versions(sessions)]


LOOK, OTHERWISE, AS_PREDICTED = range(3)
"""How much something matters that is to be done next, the most first."""
Act = tuple[int, str]
"""How much it matters, and what is to be done."""


def acts(sessions: Sequence[Session], paces: Mapping[str, Pace], checks: Checks) -> list[Act]:
    """What a teacher does next with a game: what to look at, how long to plan for each group. Raises Cancelled."""
    newest = versions(sessions)[-1]
    groups = dict.fromkeys(one.group for one in newest if one.minutes)
    told = [(LOOK, _look_at(newest[0].played, [one for one in checks[-1] if one.count >= one.few]))]
    told += [_plan(newest[0], group, paces) for group in groups]
    return sorted((one for one in told if one[1]), key=lambda one: one[0])


def _plan(one: Session, group: str, paces: Mapping[str, Pace]) -> Act:
    """How long to plan, and whether that is what was predicted."""
    pace, predicted = paces.get(group), measured(one.game).readings.get("minutes")
    if pace is None or predicted is None or predicted.mean is None:
        return AS_PREDICTED, ""
    game = one.played
    at_its = measured(to_text(at_pace(game, pace))).readings.get("minutes")
    if at_its is None or at_its.mean is None:
        return AS_PREDICTED, ""
    first, then, who = _whole(predicted.mean), _whole(at_its.mean), capital(group or "the class")
    if first == then or abs(at_its.mean / predicted.mean - 1) < WORTH_PLANNING:
        words = f"{who} needs about as long for {game.name} as was predicted: plan {_minutes(first)}."
        return AS_PREDICTED, words
    how = "slower" if then > first else "quicker"
    return OTHERWISE, f"{who} is {how} at {game.name} than was predicted: plan {_minutes(then)}, not {first:g}."


def _whole(minutes: float) -> float:
    """Minutes as one plans them: in halves below three."""
    return max(round(2 * minutes) / 2, 0.5) if minutes < 3 else float(round(minutes))


def _minutes(count: float) -> str:
    return f"{count:g} minute{'' if count == 1 else 's'}"


def _look_at(game: Game, checks: Sequence[Held]) -> str:
    """What is no accident any more, and what to do about it; nothing where all is as luck has it."""
    found = [one for one in checks if one.p <= UNUSUAL]
    if not found:
        return ""
    what = listing_words([f"{one.what[:1].lower()}{one.what[1:]} is {one.short}" for one in found], "and")
    return f"Before {game.name} is played again, look at its pieces and its rules: {what}."


def game_lines(sessions: Sequence[Session], paces: Mapping[str, Pace], checks: Checks | None = None) -> list[str]:
    """What is said of a game: predicted and met, luck or rule, what the room wished, and what to try at its pace."""
    told: list[str] = []
    looked = 0
    by_version = versions(sessions)
    first = by_version[0][0].played
    for some, found in zip(by_version, checked(sessions) if checks is None else checks, strict=True):
        named = _version(first, some) if len(by_version) > 1 else ""
        told += [f"{named}{line}" for line in (*met(some), *(one.words for one in found))]
        looked += sum(one.count >= one.few for one in found)
    if looked > 1:
        told.append(by_luck_alone(looked))
    told += [f"{one.day}, {one.group or 'the class'}: {line}" for one in sessions for line in in_the_room(one)]
    wishes = Counter(one.change for one in sessions if one.change)
    told += [
        f"To change, as was noted{f' {count} times' if count > 1 else ''}: {wish}"
        for wish, count in wishes.most_common(MOST_CHANGES)
    ]
    told += next_time(sessions, paces)
    return [line for line in told if line]


def in_the_room(one: Session) -> list[str]:
    """What a class did with its boards: both goes held against each other, and hands that were up."""
    goes = goes_of(one)
    told = [] if goes is None else [" ".join(compared(one.played, *goes))]
    return told + [_shown(one, hands) for hands in one.hands]


def _shown(one: Session, hands: HandsUp) -> str:
    """A show of hands, with the go it was asked in where there were two."""
    told = f"{hands.asked} {counted_words(hands.up, hands.of)}"
    return told if one.first is None else f"{('First', 'Second')[hands.go - 1]} go: {told}"


def by_luck_alone(checks: int) -> str:
    """How often one of several checks is at least a little unusual, though nothing is wrong.

    About so often: checks of one series hang together, and where there are few counts each is less often unusual.
    """
    return (
        f"These were {number(checks)} checks: by luck alone one of so many, or more, is at least a little unusual in "
        f"about {percent(1 - (1 - LITTLE) ** checks)} of cases."
    )


def versions(sessions: Sequence[Session]) -> list[list[Session]]:
    """Sessions by the version of the game that was played, those first that were played first."""
    found: dict[Game, list[Session]] = {}
    of_text: dict[str, list[Session]] = {}  # thousands of sessions share a few texts
    for one in sorted(sessions, key=lambda one: one.day):
        if one.game not in of_text:
            of_text[one.game] = found.setdefault(one.played.as_played, [])
        of_text[one.game].append(one)
    return list(found.values())


def _version(first: Game, some: Sequence[Session]) -> str:
    """Which version is spoken of, by what changed from the first one."""
    if some[0].played.as_played == first.as_played:
        return "As it was first: "
    changed = changes_between(first, some[0].played)
    return f"From {some[0].day} ({'; '.join(changed) or 'changed in its rules'}): "


def met(sessions: Sequence[Session]) -> list[str]:
    """The minutes that were predicted for a version, and those that were noted, group by group."""
    minutes = measured(sessions[0].game).readings.get("minutes")
    by_group: dict[str, list[float]] = {}
    for one in sessions:
        by_group.setdefault(one.group, []).extend(float(minute) for minute in one.minutes)
    noted = {group: some for group, some in by_group.items() if some}
    if not noted or minutes is None:
        return []
    each = []
    for group, some in noted.items():
        named = f"{group or 'the class'}: " if len(by_group) > 1 else ""
        each.append(f"{named}{show('minutes', sum(some) / len(some))}")
    return [f"{_predicted(minutes)}; noted {', '.join(each)} on average."]


def _predicted(minutes: Reading) -> str:
    """What was predicted; of games that may never end what is known of those that do."""
    if minutes.mean is not None:
        return f"Predicted {_sure(minutes, minutes.mean)}"
    if minutes.p50 is not None:
        return f"Some games may never end; half were predicted to be over within {_sure(minutes, minutes.p50)}"
    return "No length could be predicted, since a game may never end"


def _sure(minutes: Reading, what: float) -> str:
    """So many minutes of a prediction, with how sure that is."""
    return f"{show('minutes', what)} ({certainty('minutes', minutes)})"


def next_time(sessions: Sequence[Session], paces: Mapping[str, Pace] | None = None) -> list[str]:
    """The changes worth trying first, by the group's own pace: those that bring the minutes into the brief's band."""
    if not sessions:
        return []
    newest = max(sessions, key=lambda one: one.day)
    pace = (learned(timed(sessions)) if paces is None else paces).get(newest.group)
    game = newest.played if pace is None else at_pace(newest.played, pace)
    band = game.brief.minutes
    found = measured(to_text(game)).readings.get("minutes")
    if band is None or found is None or found.mean is None:
        return []
    group = newest.group or "the class"
    told = f"{f'At the pace of {group} it takes' if pace else 'It takes'} {_sure(found, found.mean)}"
    if band.low <= found.mean <= band.high:
        return [f"{told}, as the brief wants."]
    changes = [*map(in_words, islice(_better(game, found.mean, (band.low + band.high) / 2), MOST_CHANGES))]
    tried = f"Try{' one of these' if len(changes) > 1 else ''}: {'; '.join(changes)}." if changes else ""
    return [f"{told}, outside what the brief wants. {tried}".strip()]


def _better(game: Game, mean: float, middle: float) -> Iterator[Effect]:
    """Changes that bring the minutes nearer to the middle of the band and keep the game itself, the nearest first."""
    off = [(abs((one.after.mean or 0.0) - middle), one) for one in other_lengths(game)]
    nearer = sorted((one for one in off if one[0] <= NEARER * abs(mean - middle)), key=lambda one: one[0])
    return offered(game, (one for _, one in nearer))


def history(sessions: Sequence[Session]) -> list[tuple[str, str, int, float | None, float | None]]:
    """Versions of a game as they were played: first day, name, sessions, minutes predicted and met."""
    found = []
    for some in versions(sessions):
        noted = [minute for one in some for minute in one.minutes]
        minutes = measured(some[0].game).readings.get("minutes")
        met_ = sum(noted) / len(noted) if noted else None
        found.append((some[0].day, some[0].played.name, len(some), None if minutes is None else minutes.mean, met_))
    return found

"""Typed cards: whether an answer is right where the question can be read as a sum, and cards from pasted text."""

from __future__ import annotations

import csv
import re
from fractions import Fraction
from functools import lru_cache

from bolometric.core.learner_work.facts import ANSWER, COMPARE, Fact, fact
from bolometric.core.number_making.rules import MakingRules
from bolometric.core.number_making.typed import value_of
from bolometric.core.pieces.expression import Letter, walk
from bolometric.core.pieces.formula import parse
from bolometric.core.question_cards.packs import MOST_CARDS, QuestionCard, QuestionPack
from bolometric.core.settings.amounts import FACE_LIMIT, FINEST_FACE, parsed, tidy
from bolometric.core.settings.errors import GameError
from bolometric.core.text.figures import minus, plural

PlainCard = dict[str, str]
ANY = MakingRules(division="fractions")


def worked_out(question: str) -> Fraction | None:
    """What a question comes to that is a sum, such as 7 + 5 = ? or 3 × 4; None if it is none.

    >>> worked_out("7 + 5 = ?"), worked_out("Who is next?")
    (Fraction(12, 1), None)
    """
    text = question.strip().rstrip("?").strip().rstrip("=").strip()
    if not any(sign in text for sign in "+-−×*÷/") or "=" in text:
        return None
    try:
        root = parse(text).root
        if any(isinstance(node, Letter) for node in walk(root)):
            return None
        return value_of(root, ANY)
    except (GameError, RecursionError):
        return None


def _number(text: str) -> Fraction | None:
    try:
        return parsed(text.replace("−", "-").strip(), FACE_LIMIT, FINEST_FACE)
    except ValueError:
        return None


def same_answer(typed: str, answer: str) -> bool:
    """Whether what was typed says the same as an answer: the same number, or the same words.

    >>> same_answer("0.50", "0.5"), same_answer("True", "true"), same_answer("7", "8")
    (True, True, False)
    """
    value = _number(typed)
    if value is not None:
        return value == _number(answer)
    return " ".join(typed.split()).casefold() == " ".join(answer.split()).casefold()


def wrong_keys(pack: QuestionPack) -> list[tuple[int, QuestionCard, str]]:
    """Typed cards whose answer is another number than their question comes to: number from 1, card, right answer.

    An answer in words, such as *3 remainder 1* or *twelve*, may be right.
    """
    found = []
    for number, card in enumerate(pack.cards if pack.family == "own" else (), 1):
        value, given = worked_out(card.question), _number(card.answer)
        if value is not None and given is not None and given != value:
            found.append((number, card, minus(tidy(value))))
    return found


def read_cards(text: str) -> tuple[list[PlainCard], str]:
    """Cards from text: a question and its answer a line, with a comma, a semicolon, a tab or an equals sign between.

    Returns:
        The cards that can be read, and a sentence that names the rows that can't; empty if all can.
    """
    cards: list[PlainCard] = []
    broken: list[int] = []
    for number, line in enumerate(text.splitlines(), 1):
        if not line.strip():
            continue
        parts = _parts(line)
        if len(parts) != 2 or not all(parts) or len(parts[0]) > 120 or len(parts[1]) > 60:
            broken.append(number)
        elif [part.lower() for part in parts] != ["question", "answer"]:
            cards.append({"question": parts[0], "answer": parts[1]})
    told = ""
    if broken:
        named = ", ".join(map(str, broken[:8])) + (" and more" if len(broken) > 8 else "")
        rows = "Row" if len(broken) == 1 else "Rows"
        told = f"{rows} {named} can't be read: write a question, a comma and its answer."
    if len(cards) > MOST_CARDS:
        many = f"There are {plural(len(cards), 'card')}, and {MOST_CARDS} are the most: the first are kept."
        told = f"{many} {told}".strip()
    return cards[:MOST_CARDS], told


def _parts(line: str) -> list[str]:
    for between in (";", "\t", ","):
        if between in line:
            try:
                (row,) = csv.reader([line], delimiter=between, strict=True, skipinitialspace=True)
            except (csv.Error, ValueError):
                return []
            return [part.strip() for part in row]
    question, sign, answer = line.rpartition("=")
    return [f"{question.strip()} = ?", answer.strip()] if sign else []


def typed_cards(cards: tuple[QuestionCard, ...]) -> str:
    """Cards as lines to type: a semicolon between question and answer, quoted where one of them holds one."""
    return "\n".join(f"{_quoted(card.question)}; {_quoted(card.answer)}" for card in cards)


def _quoted(text: str) -> str:
    return '"' + text.replace('"', '""') + '"' if ";" in text or '"' in text else text


@lru_cache(maxsize=1024)
def fact_of(question: str) -> Fact:
    """The fact that a card asks: the sum it can be read as, what it compares, or the answering of a card.

    A missing number is found by the sum that undoes it: ``7 + ? = 10`` is 10 − 7.

    >>> fact_of("7 + 5 = ?").words, fact_of("7 + ? = 10").words, fact_of("Which is more, 12 or 21?").words
    ('7 + 5', '10 − 7', '12 or 21')
    """
    text = question.strip().rstrip("?").strip().rstrip("=").strip()
    found = re.fullmatch(r"Which is more, (\S+) or (\S+)", text)
    if found:
        pair = [_number(part) for part in found.groups()]
        if pair[0] is not None and pair[1] is not None:
            return fact(COMPARE, pair[0], pair[1])
    plain = _operands(text.split(":")[0].rpartition("=")[0] if "true or false" in text else text)
    if plain is not None:
        return fact(*plain)
    left, equals, result = question.partition("=")
    missing = re.fullmatch(r"(\S+)\s*([+−-])\s*\?", left.strip()) or re.fullmatch(r"(\?)\s*([+])\s*(\S+)", left.strip())
    value = _number(result.strip()) if equals else None
    if missing is not None and value is not None:
        own = _number(missing[3] if missing[1] == "?" else missing[1])
        if own is not None:
            return fact("subtract", value, own) if missing[2] == "+" else fact("subtract", own, value)
    return Fact(ANSWER, 0, 0)


def _operands(text: str) -> tuple[str, Fraction, Fraction] | None:
    """The operation and the two numbers of a plain sum; None if it is none."""
    found = re.fullmatch(r"(\S+)\s*([+−\-×*÷/])\s*(\S+)", text.strip())
    if found is None:
        return None
    one, other = _number(found[1]), _number(found[3])
    does = {"+": "add", "−": "subtract", "-": "subtract", "×": "multiply", "*": "multiply"}.get(found[2], "divide")
    return None if one is None or other is None else (does, one, other)

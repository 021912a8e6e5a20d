"""Answering the questions of a document one by one; a fault in one leaves the others answered."""

from __future__ import annotations

import json
from collections.abc import Callable
from functools import partial
from typing import Any

from anchor_beam.documents.asks import KINDS
from anchor_beam.documents.asks.bar_figures import read_plain
from anchor_beam.documents.bounds import MOST_QUESTIONS
from anchor_beam.documents.json_text import FORMAT, parse_json, require_format
from anchor_beam.errors import DocumentError, InputError, NoSolution, Problem, placed
from anchor_beam.headless import progress
from anchor_beam.headless.answers.dispatch import answer

ANSWERED, UNREADABLE, PARTLY = 0, 2, 3  # exit codes of `anchor-beam solve`


def answer_text(text: str, told: Callable[[str], None] = lambda _: None) -> tuple[str, int]:
    """The answering document and the exit code; told: hears how far a long answer is.

    Raises:
        DocumentError: when the text is no document of questions at all.
    """
    data = require_format(parse_json(text, constants=True), "a document of questions")
    extra = set(data) - {"anchor_beam", "ask"}
    if extra:
        raise DocumentError(
            "The document has keys that are not known.",
            tuple(Problem(key, f"The key “{key}” is not known here.", "anchor_beam, ask") for key in sorted(extra)),
        )
    if not isinstance(data.get("ask"), list):
        raise DocumentError("The document asks nothing.", (Problem("ask", "This must be a list of questions."),))
    if len(data["ask"]) > MOST_QUESTIONS:
        raise DocumentError(
            f"The document asks {len(data['ask'])} questions; the most that is answered is {MOST_QUESTIONS}."
        )
    answers = []
    for i, ask in enumerate(data["ask"]):
        with progress.heard(partial(_tell, told, i)):
            answers.append(_answer(ask, i))
    code = PARTLY if any("error" in answer for answer in answers) else ANSWERED
    return json.dumps(
        {"anchor_beam": FORMAT, "answers": answers}, indent=1, ensure_ascii=False, allow_nan=False
    ), code


def _tell(told: Callable[[str], None], index: int, part: float) -> None:
    told(f"ask[{index}]: {part:.0%} done")


def _answer(ask: Any, index: int) -> dict[str, Any]:
    at = f"ask[{index}]"
    name = ask.get("id") if isinstance(ask, dict) and isinstance(ask.get("id"), str) else None
    try:
        result = _result(ask, at)
        json.dumps(result, allow_nan=False)  # whatever came of it, the answer is JSON
        return {"id": name, "result": result}
    except (ArithmeticError, ValueError, MemoryError):  # numbers that no check of a single one could refuse
        return {"id": name, "error": _error(at, "These numbers are too far apart to be worked out together.")}
    except DocumentError as problem:
        errors = [_error(_within(at, p.place), str(Problem("", p.message, p.accepts))) for p in problem.problems]
        error = errors[0] if errors else _error(at, problem.message)
        return {"id": name, "error": error | ({"all": errors} if len(errors) > 1 else {})}
    except (InputError, NoSolution) as problem:
        return {"id": name, "error": _error(problem.place, str(problem))}


def _within(at: str, place: str) -> str:
    """A place of a question in the whole document, where it is not told that way already."""
    return place if place.startswith(at) else f"{at}.{place}" if place else at


def _error(place: str, message: str) -> dict[str, Any]:
    return {"at": place, "message": message}


def _result(ask: Any, at: str) -> dict[str, Any]:
    if not isinstance(ask, dict):
        raise InputError(at, "A question must be a group in braces.")
    kind = ask.get("kind")
    if kind not in KINDS:
        raise InputError(f"{at}.kind", f"There is no question of kind {kind!r}.", accepts=", ".join(sorted(KINDS)))
    asked = read_plain(ask) if kind == "bar" else None
    if asked is None:
        asked = _validated(kind, ask, at)
    return placed(lambda: answer(kind, asked), lambda place: f"{at}.{place}" if place else at)


def _validated(kind: str, ask: dict[str, Any], at: str) -> Any:
    """The question by its model; imports what validates only now."""
    from anchor_beam.documents.asks import question
    from anchor_beam.documents.asks.bar import BarQuestion
    from anchor_beam.documents.reading import validate

    found = validate(question(kind), ask, prefix=at)
    return found.figures if isinstance(found, BarQuestion) else found

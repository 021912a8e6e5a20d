"""JSON text, read strictly, and the version that every document of ours carries."""

from __future__ import annotations

import json
from typing import Any

from anchor_beam.documents.bounds import MOST_DIGITS, require_shallow
from anchor_beam.errors import DocumentError, Problem

FORMAT = 1  # of "anchor_beam" in every document


def parse_json(text: str, *, constants: bool = False) -> Any:
    """Read JSON without NaN, Infinity or repeated keys; `constants` lets the first two pass, for whoever names their place.

    Raises:
        DocumentError: with line and column where the text stops being JSON.
    """
    try:
        data = json.loads(
            text.removeprefix("\ufeff"), parse_constant=float if constants else _no_constants,
            object_pairs_hook=_no_repeats, parse_int=_whole,
        )  # fmt: skip
        require_shallow(data)
        return data
    except json.JSONDecodeError as problem:
        rest = text[problem.pos :].strip()
        cut = problem.pos > 0 and not any(mark in rest for mark in ' ,:]}\n"')  # in the middle of a number or a word
        ends = not rest or cut or "Unterminated" in problem.msg
        what = "The file ends in the middle" if ends else "The file is not JSON from here on"
        raise DocumentError(f"{what}, line {problem.lineno}, column {problem.colno}.") from problem
    except RecursionError as problem:
        raise DocumentError("The file is nested too deeply to be one of ours.") from problem


def _whole(digits: str) -> int:
    if len(digits) > MOST_DIGITS:
        raise DocumentError(f"A number in the file has {len(digits)} digits; the most that is read is {MOST_DIGITS}.")
    return int(digits)


def _no_constants(name: str) -> float:
    raise DocumentError(f"The file holds {name}, which is not a number.")


def _no_repeats(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found: dict[str, Any] = {}
    for key, value in pairs:
        if key in found:
            raise DocumentError(f"The key “{key}” stands twice in one place of the file.")
        found[key] = value
    return found


def require_format(document: Any, what: str) -> dict[str, Any]:
    """Refuse what is not an Anchor Beam document, or one from a later version.

    Raises:
        DocumentError
    """
    if not isinstance(document, dict) or "anchor_beam" not in document:
        raise DocumentError(f"This is not {what} of Anchor Beam: the key “anchor_beam” is missing.")
    version = document["anchor_beam"]
    if isinstance(version, bool) or not isinstance(version, int) or version < 1:
        raise DocumentError(
            "The format version “anchor_beam” must be a whole number.",
            (Problem("anchor_beam", f"Got {version!r}.", f"1 to {FORMAT}"),),
        )
    if version > FORMAT:
        raise DocumentError(
            f"This file was written by a later version of Anchor Beam (format {version}; this one reads up to {FORMAT})."
        )
    return document

"""Reading JSON text strictly, and turning every complaint into a place, a sentence and what would be right."""

from __future__ import annotations

import difflib
import json
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from anchor_beam.documents.plain import FORMAT
from anchor_beam.errors import DocumentError, Problem

Document = TypeVar("Document", bound=BaseModel)


def parse_json(text: str) -> Any:
    """Read JSON without NaN, Infinity or repeated keys.

    Raises:
        DocumentError: with line and column where the text stops being JSON.
    """
    try:
        return json.loads(text, parse_constant=_no_constants, object_pairs_hook=_no_repeats)
    except json.JSONDecodeError as problem:
        ends = problem.pos >= len(text.rstrip()) or "Unterminated" in problem.msg
        what = "The file ends in the middle" if ends else "The file is not JSON from here on"
        raise DocumentError(f"{what}, line {problem.lineno}, column {problem.colno}.") from problem
    except RecursionError as problem:
        raise DocumentError("The file is nested too deeply to be one of ours.") from problem


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


def validate(model: type[Document], data: Any, *, prefix: str = "") -> Document:
    """Validate strictly and collect every problem.

    Raises:
        DocumentError: with one `Problem` for each fault.
    """
    try:
        return model.model_validate(data)
    except ValidationError as found:
        problems = tuple(_problem(model, error, prefix) for error in found.errors(include_url=False))
        count = f"{len(problems)} things are" if len(problems) > 1 else "One thing is"
        raise DocumentError(f"{count} wrong in this file; nothing was taken over.", problems) from found


def place_of(location: tuple[int | str, ...], prefix: str = "") -> str:
    """`('bars', 1, 'wall_mm')` as `bars[1].wall_mm`."""
    place = prefix
    for part in location:
        place += f"[{part}]" if isinstance(part, int) else f".{part}" if place else str(part)
    return place


_SENTENCES = {
    "missing": "This key is missing.",
    "finite_number": "This must be a finite number.",
    "float_type": "This must be a number.",
    "float_parsing": "This must be a number.",
    "int_type": "This must be a whole number.",
    "int_parsing": "This must be a whole number.",
    "int_from_float": "This must be a whole number.",
    "bool_type": "This must be true or false.",
    "bool_parsing": "This must be true or false.",
    "string_type": "This must be text.",
    "string_too_short": "This must not be empty.",
    "dict_type": "This must be a group in braces.",
    "model_type": "This must be a group in braces.",
    "tuple_type": "This must be a list.",
    "list_type": "This must be a list.",
    "too_short": "This list has too few items.",
    "too_long": "This list has too many items.",
}


def _problem(model: type[BaseModel], error: Any, prefix: str) -> Problem:
    location, kind, context = error["loc"], error["type"], error.get("ctx", {})
    place = place_of(location, prefix)
    got = error.get("input")
    if kind == "extra_forbidden":
        near = difflib.get_close_matches(str(location[-1]), _known_keys(model, location[:-1]), 1, 0.5)
        return Problem(place, f"The key “{location[-1]}” is not known here.", near[0] if near else "")
    if kind in ("greater_than", "greater_than_equal", "less_than", "less_than_equal"):
        bound = next(iter(context.values()))
        side = {"greater_than": "above", "greater_than_equal": "at least", "less_than": "below"}.get(kind, "at most")
        return Problem(place, f"Got {got!r}.", f"{side} {bound:g}")
    if kind == "enum":
        return Problem(
            place, f"Got {got!r}.", str(context.get("expected", "")).replace("'", "“", 1).replace("'", "”")
        )
    sentence = _SENTENCES.get(kind, str(error["msg"]))
    return Problem(place, sentence if kind == "missing" else f"{sentence} Got {_short(got)}.")


def _short(value: object) -> str:
    text = repr(value)
    return text if len(text) <= 40 else text[:37] + "..."


def _known_keys(model: type[BaseModel], location: tuple[int | str, ...]) -> list[str]:
    """Keys of the model at a location, found by walking its annotations."""
    current: type[BaseModel] = model
    for part in location:
        if isinstance(part, str) and part in current.model_fields:
            inner = _model_in(current.model_fields[part].annotation)
            if inner is None:
                return []
            current = inner
    return list(current.model_fields)


def _model_in(annotation: Any) -> type[BaseModel] | None:
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return annotation
    for argument in getattr(annotation, "__args__", ()):
        if (found := _model_in(argument)) is not None:
            return found
    return None

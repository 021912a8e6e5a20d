"""Validating documents, every complaint turned into a place, a sentence and what would be right."""

from __future__ import annotations

import difflib
import json
from typing import Any, TypeVar

from pydantic import BaseModel, Tag, ValidationError

from anchor_beam.errors import DocumentError, Problem

Document = TypeVar("Document", bound=BaseModel)


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
        if isinstance(part, str) and part.startswith("="):  # which of several models was tried, not a key
            continue
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
    "string_unicode": "This text holds characters that nobody can read.",
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
        return Problem(place, f"Got {_short(got)}.", f"{side} {bound:g}")
    if kind in ("enum", "literal_error"):
        expected = _alternatives(model, location) or str(context.get("expected", ""))
        return Problem(place, f"Got {_short(got)}.", expected.replace("'", "“", 1).replace("'", "”"))
    if kind == "value_error":  # of our own
        return Problem(place, str(context.get("error", "")))
    if kind == "string_too_long":
        return Problem(place, f"This text has {len(str(got))} characters.", f"at most {context['max_length']}")
    if kind in ("too_long", "too_short"):
        bound = f"at most {context['max_length']}" if kind == "too_long" else f"at least {context['min_length']}"
        return Problem(place, _SENTENCES[kind], bound)
    sentence = _SENTENCES.get(kind, "This is not what belongs here.")
    return Problem(place, sentence if kind == "missing" else f"{sentence} Got {_short(got)}.")


def _alternatives(model: type[BaseModel], location: tuple[int | str, ...]) -> str:
    """What a key may say that tells several models apart; empty where it stands in one model only."""
    if len(location) < 3 or not str(location[-2]).startswith("="):
        return ""
    owner: type[BaseModel] | None = model
    for i, part in enumerate(location[:-3]):
        if isinstance(part, str) and owner is not None and part in owner.model_fields:
            tag = str(location[i + 1]) if str(location[i + 1]).startswith("=") else ""
            field = owner.model_fields[part]
            owner = _model_in((field.annotation, *field.metadata), tag)
    if owner is None or location[-3] not in owner.model_fields:
        return ""
    field = owner.model_fields[str(location[-3])]
    return ", ".join(sorted(_literals((field.annotation, *field.metadata), str(location[-1]))))


def _literals(annotation: Any, key: str) -> set[str]:
    """Literal values of a key in every model inside an annotation."""
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        field = annotation.model_fields.get(key)
        return set() if field is None else {str(value) for value in getattr(field.annotation, "__args__", ())}
    inside = annotation if isinstance(annotation, tuple) else getattr(annotation, "__args__", ())
    return set().union(*(_literals(argument, key) for argument in inside)) if inside else set()


def _short(value: object) -> str:
    """A value of a document as the document writes it."""
    if value is None:
        return "nothing"
    text = f"“{value}”" if isinstance(value, str) else json.dumps(value, ensure_ascii=False, default=str)
    return text if len(text) <= 40 else f"{text[:37]}…"


def _known_keys(model: type[BaseModel], location: tuple[int | str, ...]) -> list[str]:
    """Keys of the model at a location, found by walking its annotations."""
    current: type[BaseModel] = model
    for i, part in enumerate(location):
        if isinstance(part, str) and part in current.model_fields:
            field = current.model_fields[part]
            tag = next((p for p in location[i + 1 : i + 2] if isinstance(p, str) and p.startswith("=")), "")
            inner = _model_in((field.annotation, *field.metadata), tag)
            if inner is None:
                return []
            current = inner
    return list(current.model_fields)


def _model_in(annotation: Any, tag: str) -> type[BaseModel] | None:
    """The model inside an annotation; where there are several, the one with the tag."""
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return annotation
    inside = annotation if isinstance(annotation, tuple) else getattr(annotation, "__args__", ())
    marks = [mark.tag for mark in getattr(annotation, "__metadata__", ()) if isinstance(mark, Tag)]
    if tag and marks and tag not in marks:
        return None
    for argument in inside:
        if (found := _model_in(argument, tag)) is not None:
            return found
    return None

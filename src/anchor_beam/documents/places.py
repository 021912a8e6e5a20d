"""Reading and replacing a value by its dotted place: `bench.rear.bar.holes[1]`."""

from __future__ import annotations

import re
from dataclasses import fields, is_dataclass, replace
from functools import lru_cache
from typing import Any, TypeVar

from anchor_beam.documents.records import AxleRecord, Figure, Provenance

_PART = re.compile(r"([a-z_]+)|\[(\d+)\]")

T = TypeVar("T")


@lru_cache(maxsize=1024)
def _parts(place: str) -> list[tuple[str, str]]:
    return _PART.findall(place)


def read(record: object, place: str) -> Any:
    """The value at a place.

    Raises:
        KeyError: no such place (a fault of the caller, not of the user).
    """
    value: Any = record
    for name, index in _parts(place):
        value = value[int(index)] if index else _member(value, name, place)
    return value


def put(record: T, place: str, value: object) -> T:
    """The same record with the value at a place replaced."""
    changed: T = _put(record, _parts(place), value, place)
    return changed


def _put(record: Any, parts: list[tuple[str, str]], value: object, place: str) -> Any:
    if not parts:
        return value
    (name, index), rest = parts[0], parts[1:]
    if index:
        at = int(index)
        return (*record[:at], _put(record[at], rest, value, place), *record[at + 1 :])
    return replace(record, **{name: _put(_member(record, name, place), rest, value, place)})


def _member(record: Any, name: str, place: str) -> Any:
    if name not in getattr(record, "__dataclass_fields__", ()):
        raise KeyError(place)
    return getattr(record, name)


def unmeasured(record: object) -> int:
    """How many figures of a record and its parts are typical or a guess, those that play no part left out."""
    if isinstance(record, Figure):
        return int(record.provenance in (Provenance.TYPICAL, Provenance.GUESS))
    if isinstance(record, tuple):
        return sum(unmeasured(item) for item in record)
    if not is_dataclass(record):
        return 0
    idle = record.idle if isinstance(record, AxleRecord) else frozenset()
    return sum(unmeasured(getattr(record, field.name)) for field in fields(record) if field.name not in idle)

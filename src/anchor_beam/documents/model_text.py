"""Words in documents from outside: what may stand in a name and in a note."""

from __future__ import annotations

import re
from typing import Annotated

from pydantic import AfterValidator, ConfigDict, Field, StringConstraints

STRICT = ConfigDict(extra="forbid", strict=False, frozen=True)
_UNREADABLE = re.compile(r"[\x00-\x08\x0b-\x1f\x7f\ud800-\udfff]")  # control characters, halves of characters


def _readable(text: str) -> str:
    if _UNREADABLE.search(text):
        raise ValueError("This text holds characters that nobody can read.")
    return text


def _named(text: str) -> str:
    if not text.strip():
        raise ValueError("A name cannot be blank.")
    if "\n" in text or "\t" in text:
        raise ValueError("A name stands on one line.")
    return _readable(text)


Name = Annotated[str, StringConstraints(min_length=1, max_length=80), AfterValidator(_named)]
Note = Annotated[str, StringConstraints(max_length=2000), AfterValidator(_readable)]
MOST_LISTED = 50  # of the platforms that a part fits, and so on
Notes = Annotated[tuple[Note, ...], Field(max_length=MOST_LISTED)]

"""How large a document may be, so that no file from outside can hang the program or eat its memory. See docs/formats.md."""

from __future__ import annotations

from pathlib import Path
from typing import Any, BinaryIO

from anchor_beam.errors import DocumentError

MEGABYTE = 1_000_000
CAR_FILE = 8 * MEGABYTE  # bytes of a car file, and of each document of a bundle
LIST_FILE = 40 * MEGABYTE  # bytes of the list of a bundle
PARTS_FILE = 16 * MEGABYTE  # bytes of a list of parts
QUESTIONS = 8 * MEGABYTE  # bytes of a document of questions
PHOTO = 50 * MEGABYTE  # bytes of a picture in a bundle
DEEPEST = 24  # groups and lists inside each other
LONGEST_TEXT = 4000  # characters of any text
MOST_DIGITS = 60  # of a number
MOST_HOLES = 12  # of an arm
MOST_SETTINGS, MOST_IN_RACK = 400, 1000  # of a car
MOST_DOCUMENTS = 200_000  # of a bundle
MOST_QUESTIONS = 2000  # of a document


def read_bytes(path: Path, most: int, what: str) -> bytes:
    """The bytes of a file, read no further than the bound: it may be a device that never ends.

    Raises:
        DocumentError: it is larger.
        OSError: it cannot be read.
    """
    with path.open("rb") as file:
        return read_from(file, most, what)


def read_from(file: BinaryIO, most: int, what: str) -> bytes:
    """The same from an open file, or from standard input.

    Raises:
        DocumentError, OSError
    """
    content = file.read(most + 1)
    require_size(len(content), most, what)
    return content


def require_size(size: int, most: int, what: str) -> None:
    """Refuse what is larger than the bound.

    Raises:
        DocumentError
    """
    if size > most:
        raise DocumentError(f"{what} is larger than {most // MEGABYTE} MB, the most that is read.")


def as_text(content: bytes, what: str) -> str:
    """The text in bytes from outside, with or without a byte-order mark.

    Raises:
        DocumentError: it is not UTF-8.
    """
    try:
        return content.decode("utf-8-sig")
    except UnicodeDecodeError as problem:
        raise DocumentError(f"{what} is not UTF-8 text, so it is none of ours.") from problem


def require_shallow(data: Any, level: int = 0) -> None:
    """Refuse what is nested deeper than any document of ours, and texts that are no names and no notes.

    Raises:
        DocumentError
    """
    if level > DEEPEST:
        raise DocumentError(f"The file is nested more than {DEEPEST} deep, which none of ours is.")
    if isinstance(data, dict):
        for key, value in data.items():
            require_shallow(key, level + 1)
            require_shallow(value, level + 1)
    elif isinstance(data, list):
        for value in data:
            require_shallow(value, level + 1)
    elif isinstance(data, str) and len(data) > LONGEST_TEXT:
        raise DocumentError(
            f"A text in the file has {len(data)} characters; the most that is read is {LONGEST_TEXT}."
        )

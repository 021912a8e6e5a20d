"""What SQLite and the disk complain of, in the user's words."""

from __future__ import annotations

import contextlib
import sqlite3
from collections.abc import Iterator

from anchor_beam.errors import GarageBusy, StoreError


@contextlib.contextmanager
def as_store_error(doing: str) -> Iterator[None]:
    """Turn SQLite's errors into a StoreError; doing: open, read or write."""
    try:
        yield
    except sqlite3.DatabaseError as problem:
        kind = GarageBusy if "locked" in str(problem) else StoreError
        raise kind("garage", _sentence(doing, problem), accepts=_remedy(problem)) from problem


def reason(problem: OSError) -> str:
    """Why the system refused, in lower case."""
    return (problem.strerror or str(problem)).lower()


def _sentence(doing: str, problem: sqlite3.DatabaseError) -> str:
    text = str(problem)
    if "full" in text:
        return "Not saved: the disk is full."
    if "disk I/O" in text:
        return {"write": "Not saved: the disk could not be written."}.get(doing, "The disk could not be read.")
    if "locked" in text:
        return "Not saved yet: another program holds the garage file."
    if "readonly" in text or "unable to open" in text:
        return "The garage may not be written to."
    if "not a database" in text or "malformed" in text:
        return "This file is not a garage, or it is damaged."
    return {"write": f"Not saved: {text}.", "open": f"The garage did not open: {text}."}.get(doing, f"{text}.")


def _remedy(problem: sqlite3.DatabaseError) -> str:
    text = str(problem)
    if "full" in text or "disk I/O" in text:
        return "free space on the disk, then save again; your edit is still on the bench"
    if "locked" in text:
        return "to wait; it is tried again every two seconds, and what you do is in hand"
    if "readonly" in text or "unable to open" in text:
        return "a folder and file that you may write to"
    return ""

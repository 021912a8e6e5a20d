"""Starting the demo over: its garage is set aside, and the next opening makes a new one."""

from __future__ import annotations

import contextlib
import sqlite3
from datetime import datetime
from pathlib import Path

from anchor_beam.errors import StoreError
from anchor_beam.store.faults import as_store_error, reason
from anchor_beam.store.header import read_header, require_ours
from anchor_beam.store.lock import lock

MARK, DEMO = "made for", "demo"  # the choice that tells a garage of the demo from a user's own


def set_aside(path: Path, *, known: bool = False) -> Path | None:
    """Move a garage of the demo to a name beside its own; where it is now, None where there was none.

    known: it is the demo's by its place, as garages are that were made before they had a mark.
    Raises:
        GarageLocked: it is open in another window.
        StoreError: it is not a garage of the demo, or cannot be moved; it was not touched.
    """
    header = read_header(path)
    if header is None:
        return None
    require_ours(path, header)
    with contextlib.closing(lock(path)):
        if not known and not _is_marked(path):
            raise StoreError(
                "garage", f"{path.name} is not a garage of the demo, so it is not started over. It was not touched.",
                accepts="a garage that the demo made, or a name that is free",
            )  # fmt: skip
        with as_store_error("write"), contextlib.closing(sqlite3.connect(path)) as whole:
            whole.execute("PRAGMA wal_checkpoint(TRUNCATE)")  # all of it is in one file then
        aside = free_name(path.with_name(f"{path.stem} until {datetime.now():%Y-%m-%d %H.%M.%S}{path.suffix}"))
        try:
            path.rename(aside)
        except OSError as problem:
            raise StoreError("garage", f"{path} could not be set aside: {reason(problem)}.") from problem
    return aside


def _is_marked(path: Path) -> bool:
    """Whether the demo made it. Without a log beside it nothing is written into its folder by looking."""
    how = "mode=ro" if path.with_name(f"{path.name}-wal").exists() else "mode=ro&immutable=1"
    with (
        as_store_error("read"),
        contextlib.closing(sqlite3.connect(f"{path.resolve().as_uri()}?{how}", uri=True)) as file,
    ):
        found = file.execute("SELECT value FROM choice WHERE name = ?", (MARK,)).fetchone()
    return found is not None and found[0] == DEMO


def free_name(path: Path) -> Path:
    """The name, with a number where it is taken."""
    tried, n = path, 1
    while tried.exists():
        n += 1
        tried = path.with_name(f"{path.stem} {n}{path.suffix}")
    return tried

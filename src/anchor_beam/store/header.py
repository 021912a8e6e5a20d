"""Whose file it is and of which format, from its bytes alone: nothing is opened as a database before that is known.

The first page of an SQLite file says so. A garage whose last window was killed keeps its newest pages in the file beside it
(the write-ahead log), the first page among them; so that one is read too.
"""

from __future__ import annotations

import struct
from pathlib import Path

from anchor_beam.errors import GarageNewer, StoreError
from anchor_beam.immutable import immutable
from anchor_beam.store.faults import reason
from anchor_beam.store.schema import APPLICATION_ID, SCHEMA_VERSION

MAGIC = b"SQLite format 3\0"
_PAGE = struct.Struct(">16s44xI4xI")  # magic, user version, application id
_LOG = struct.Struct(">IIII8sII")  # magic, format, page size, count of checkpoints, salts, check sums
_FRAME = struct.Struct(">II8sII")  # page number, size after a commit or 0, salts, check sums


@immutable
class Header:
    """Format and owner as the file says them."""

    version: int
    owner: int


def read_header(path: Path) -> Header | None:
    """What a file says of itself; None where there is nothing yet.

    Raises:
        StoreError: it cannot be read, or is no database at all.
    """
    try:
        with path.open("rb") as file:
            page = file.read(_PAGE.size)
        log = path.with_name(f"{path.name}-wal")
        newest = _first_page_in(log) if log.exists() else None
    except (FileNotFoundError, NotADirectoryError):
        return None
    except OSError as problem:
        raise StoreError("garage", f"{path} cannot be read: {reason(problem)}.") from problem
    page = newest or page
    if not page:
        return None
    if len(page) < _PAGE.size or not page.startswith(MAGIC):
        raise StoreError("garage", f"{path.name} is not a garage, or it is damaged. It was not touched.")
    _, version, owner = _PAGE.unpack(page)
    return Header(version, owner)


def require_ours(path: Path, header: Header) -> None:
    """Refuse what another program or a later version wrote.

    Raises:
        GarageNewer, StoreError
    """
    if header.owner != APPLICATION_ID:
        raise StoreError("garage", f"{path.name} is a database of another program, not a garage. It was not touched.")
    if header.version > SCHEMA_VERSION:
        raise GarageNewer(
            "garage", f"This garage was written by a later version of Anchor Beam (garage format {header.version}).",
            accepts=f"formats up to {SCHEMA_VERSION}; update Anchor Beam, the file was not touched",
        )  # fmt: skip


def _first_page_in(log: Path) -> bytes | None:
    """The first bytes of the newest first page that a write-ahead log holds for certain; None where it holds none."""
    with log.open("rb") as file:
        start = file.read(_LOG.size)
        if len(start) < _LOG.size:
            return None
        _, _, size, _, salts, *_ = _LOG.unpack(start)
        certain = waiting = None
        while len(frame := file.read(_FRAME.size)) == _FRAME.size:
            number, committed, of, *_ = _FRAME.unpack(frame)
            if of != salts:
                break  # left over from before
            page = file.read(size)
            if len(page) < size:
                break
            waiting = page[: _PAGE.size] if number == 1 else waiting
            certain = waiting if committed else certain
    return certain

"""One instance per garage, by an advisory lock on the file itself, which the kernel drops when the process ends, however it
ends.

The lock belongs to the file and not to a name: links lead to one lock, and no other file is made or touched for it. A second
descriptor of a file that this process has open must not even be closed, since that would drop SQLite's own locks on it; so
who asks twice is told before anything is opened.
"""

from __future__ import annotations

import fcntl
import os
from pathlib import Path

from anchor_beam.errors import GarageLocked

Identity = tuple[int, int]  # device and number of a file: the same for all of its names
_held: set[Identity] = set()


def identity(found: os.stat_result) -> Identity:
    """Which file it is, whatever it is called."""
    return found.st_dev, found.st_ino


class Lock:
    """A garage file that is taken; made by `lock`, given back by `close`."""

    def __init__(self, handle: int) -> None:
        self._handle: int | None = handle
        self.identity = identity(os.fstat(handle))
        _held.add(self.identity)

    def close(self) -> None:
        """Give it back; only after everything else has closed the file."""
        if self._handle is not None:
            os.close(self._handle)
            self._handle = None
            _held.discard(self.identity)


def lock(path: Path) -> Lock:
    """Take a garage file; one that is not there is made, empty.

    Raises:
        GarageLocked: another window holds it.
        OSError: it can neither be opened nor made.
    """
    if path.exists() and identity(path.stat()) in _held:
        raise _taken(str(os.getpid()))
    try:
        handle = os.open(path, os.O_RDWR | os.O_CREAT, 0o644)
    except PermissionError:
        handle = os.open(path, os.O_RDONLY)  # may be read only: what is opened says so where it writes
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError as problem:
        owner = _owner(identity(os.fstat(handle)))
        os.close(handle)
        raise _taken(owner) from problem
    return Lock(handle)


def _taken(owner: str) -> GarageLocked:
    who = f" (process {owner})" if owner else ""
    return GarageLocked(
        "garage", f"This garage is open in another Anchor Beam window{who}.",
        accepts="to close that window first, then try again",
    )  # fmt: skip


def _owner(of: Identity) -> str:
    """The process that holds a file, as the kernel lists it; empty where it does not."""
    device, number = of
    wanted = f"{os.major(device):02x}:{os.minor(device):02x}:{number}"
    try:
        lines = Path("/proc/locks").read_text(encoding="ascii").splitlines()
    except OSError:
        return ""
    for fields in (line.split() for line in lines):
        if len(fields) > 5 and fields[1] == "FLOCK" and fields[5] == wanted:
            return fields[4]
    return ""

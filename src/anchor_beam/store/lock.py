"""One instance per garage, by an advisory lock that the kernel drops when the process ends, however it ends."""

from __future__ import annotations

import fcntl
import os
from pathlib import Path
from typing import IO

from anchor_beam.errors import GarageLocked


def lock(path: Path) -> IO[str]:
    """Take the lock beside the garage file; closing the returned file gives it back.

    Raises:
        GarageLocked: another process holds it.
        OSError: the lock file cannot be made.
    """
    handle = path.open("a+", encoding="utf-8")
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError as problem:
        handle.seek(0)
        owner = handle.read(40).strip()
        handle.close()
        who = f" (process {owner})" if owner else ""
        raise GarageLocked(
            "garage", f"This garage is open in another Anchor Beam window{who}.",
            accepts="to close that window first, then try again",
        ) from problem  # fmt: skip
    handle.seek(0)
    handle.truncate()
    handle.write(str(os.getpid()))
    handle.flush()
    return handle

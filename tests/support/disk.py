"""A disk on which no file may grow; the limit is the process's own, so every user can set it."""

from __future__ import annotations

import resource
import signal
from collections.abc import Iterator
from contextlib import contextmanager


@contextmanager
def full_disk() -> Iterator[None]:
    signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
    before = resource.getrlimit(resource.RLIMIT_FSIZE)
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, before[1]))
    try:
        yield
    finally:
        resource.setrlimit(resource.RLIMIT_FSIZE, before)

"""A disk on which no file may grow; the limit is the process's own, so every user can set it."""

from __future__ import annotations

import resource
import signal
from collections.abc import Callable, Iterator

import pytest


@pytest.fixture
def small_disk() -> Iterator[Callable[[bool], None]]:
    """Call with True for a full disk, with False for the disk as it is."""
    signal.signal(signal.SIGXFSZ, signal.SIG_IGN)
    before = resource.getrlimit(resource.RLIMIT_FSIZE)

    def fill(full: bool) -> None:
        resource.setrlimit(resource.RLIMIT_FSIZE, (0 if full else before[0], before[1]))

    yield fill
    resource.setrlimit(resource.RLIMIT_FSIZE, before)

"""How far a long answer is: whoever works it out says so, whoever asked may listen."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

QUIET = 2.0  # s before anything is said, and between two reports

_listening: ContextVar[Callable[[float], None] | None] = ContextVar("listening", default=None)


@contextmanager
def heard(listener: Callable[[float], None]) -> Iterator[None]:
    """While it lasts, `listener` hears the part done, 0 to 1, no more often than every QUIET seconds."""
    last = time.monotonic()

    def patient(part: float) -> None:
        nonlocal last
        if time.monotonic() - last >= QUIET:
            last = time.monotonic()
            listener(part)

    token = _listening.set(patient)
    try:
        yield
    finally:
        _listening.reset(token)


def report(part: float) -> None:
    """Say how much of the answer is done, 0 to 1."""
    listener = _listening.get()
    if listener is not None:
        listener(part)

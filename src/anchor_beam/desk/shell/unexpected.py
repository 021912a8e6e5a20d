"""The outermost place of the window: an error that nobody foresaw is said, kept in a log, and ends nothing."""

from __future__ import annotations

import logging
import sys
import traceback
from collections.abc import Iterator
from contextlib import contextmanager
from logging.handlers import RotatingFileHandler
from pathlib import Path
from types import TracebackType

from anchor_beam import __version__
from anchor_beam.desk.bridge import Bridge

LARGEST, KEPT = 200_000, 3  # bytes of a log, and how many older ones stay


def log_path() -> Path:
    """Where errors are kept."""
    from platformdirs import user_log_path

    return user_log_path("anchor-beam", appauthor=False) / "errors.log"


@contextmanager
def caught(bridge: Bridge) -> Iterator[None]:
    """While it lasts, what no slot has foreseen goes to the consequence line and to the log."""
    before = sys.excepthook

    def hook(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        if issubclass(kind, KeyboardInterrupt):
            before(kind, error, trace)
            return
        text = "".join(traceback.format_exception(kind, error, trace))
        bridge.fault(f"Anchor Beam {__version__}, Python {sys.version.split()[0]}\n{text}")
        write_log(text)

    sys.excepthook = hook
    try:
        yield
    finally:
        sys.excepthook = before


def write_log(text: str) -> None:
    """Add to the log; where it cannot be written, the text goes to standard error."""
    try:
        path = log_path()
        path.parent.mkdir(parents=True, exist_ok=True)
        handler = RotatingFileHandler(path, maxBytes=LARGEST, backupCount=KEPT, encoding="utf-8")
    except OSError:
        sys.stderr.write(text)
        return
    handler.setFormatter(logging.Formatter("%(asctime)s %(message)s"))
    handler.handle(logging.LogRecord("anchor_beam", logging.ERROR, "", 0, text, None, None))
    handler.close()

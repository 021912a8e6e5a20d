"""Jobs that take as long as a test wants."""

from __future__ import annotations

import os
import time
from dataclasses import dataclass

from anchor_beam.errors import NoSolution
from anchor_beam.jobs.request import Report


@dataclass(frozen=True)
class Sleep:
    """Works for some seconds in small steps of plain Python and tells how far it is."""

    seconds: float
    mark: int = 0

    def run(self, report: Report) -> int:
        end, told = time.monotonic() + self.seconds, time.monotonic()
        while (now := time.monotonic()) < end:
            sum(i * i for i in range(2000))
            if now - told > 0.05:
                told = now
                report(self.mark, 1.0 - (end - now) / self.seconds)
        return self.mark


@dataclass(frozen=True)
class Fail:
    """Has no answer, or breaks."""

    broken: bool

    def run(self, report: Report) -> None:
        del report
        if self.broken:
            raise RuntimeError("a fault of ours")
        raise NoSolution("here", "There is none.", accepts="something else")


@dataclass(frozen=True)
class Die:
    """Takes the worker with it."""

    def run(self, report: Report) -> None:
        del report
        os._exit(1)


@dataclass(frozen=True)
class Whoami:
    """The worker's process number."""

    again: int = 0

    def run(self, report: Report) -> int:
        del report
        return os.getpid()

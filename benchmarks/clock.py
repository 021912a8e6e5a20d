"""Time on a virtual machine: on the wall, and how much of it the window itself computed.

The clock of a thread runs on while the host serves others; what the host says it took away is taken off. A host also slows a
machine down without saying so, when its cores serve others as well: a fixed piece of work shows the pace of the moment.
"""

from __future__ import annotations

import os
import time
from typing import NamedTuple

TICKS = os.sysconf("SC_CLK_TCK")  # of the machine's clock in a second


class Moment(NamedTuple):
    """On the wall, of this thread, and taken away by the host since the machine started [s]."""

    wall: float
    thread: float
    stolen: float

    def until(self, later: Moment) -> tuple[float, float]:
        """What has passed on the wall, and what of it this thread computed [s]."""
        wall, thread, taken = (end - begin for begin, end in zip(self, later, strict=True))
        return wall, max(thread - taken, 0.0)


def now() -> Moment:
    """This moment."""
    with open("/proc/stat", "rb", buffering=0) as file:  # noqa: PTH123  # at every beat
        fields = file.read(200).split(b"\n", 1)[0].split()
    return Moment(time.perf_counter(), time.thread_time(), int(fields[8]) / TICKS)


def piece_of_work() -> float:
    """How long always the same takes just now [s]: the least of three."""
    taken = []
    for _ in range(3):
        begin = time.perf_counter()
        sum(i * i for i in range(4000))
        taken.append(time.perf_counter() - begin)
    return min(taken)

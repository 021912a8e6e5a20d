"""Sends requests to a worker and takes its answers. Whoever asks is called back from `deliver`, never from elsewhere.

A slot is one asker's place: a new request in a slot stops the one before it. The worker starts with the first request and
ends with `close`. Results are kept by their requests, so that going back and forth between two settings asks once.
"""

from __future__ import annotations

import contextlib
import os
import socket
import subprocess
import sys
import time
from collections.abc import Callable
from dataclasses import dataclass
from multiprocessing.connection import Connection
from typing import Any

from anchor_beam.errors import NoSolution
from anchor_beam.jobs.request import Answer, Done, Failed, Partial, Ready, Reply, Request, Start, Stop
from anchor_beam.jobs.worker import INTERRUPT

MOST_KEPT = 128  # results


@dataclass
class _Job:
    slot: str
    request: Request
    then: Callable[[Answer], None]


class Jobs:
    """One worker process and what is asked of it. on_wire is told the file number to watch when a worker starts, and None
    when it is gone; what can be read there is taken by `deliver`."""

    def __init__(self) -> None:
        self.on_wire: Callable[[int | None], None] = lambda _wire: None
        self._process: subprocess.Popen[bytes] | None = None
        self._wire: Connection | None = None
        self._ready = False
        self._jobs: dict[int, _Job] = {}
        self._kept: dict[Request, Any] = {}
        self._count = 0

    def ask(self, slot: str, request: Request, then: Callable[[Answer], None]) -> None:
        """Have something worked out; `then` gets partial answers and a last one, unless the slot is asked again before."""
        running = next((job for job in self._jobs.values() if job.slot == slot), None)
        if running is not None and running.request == request:
            running.then = then
            return
        self.stop(slot)
        if request in self._kept:
            then(Done(self._kept[request]))
            return
        self._count += 1
        self._jobs[self._count] = _Job(slot, request, then)
        self._start()
        self._send(Start(self._count, request))

    def stop(self, slot: str) -> None:
        """Nobody waits at this slot any more."""
        for number in [number for number, job in self._jobs.items() if job.slot == slot]:
            del self._jobs[number]
            self._send(Stop(number))
            if self._ready and self._process is not None:
                with contextlib.suppress(ProcessLookupError):
                    os.kill(self._process.pid, INTERRUPT)

    def awaits(self, slot: str) -> bool:
        """Whether an answer to this slot is still to come."""
        return any(job.slot == slot for job in self._jobs.values())

    @property
    def wire(self) -> int | None:
        """The file number to watch, None while there is no worker."""
        return None if self._wire is None else self._wire.fileno()

    @property
    def busy(self) -> bool:
        """Whether an answer is still to come."""
        return bool(self._jobs)

    @property
    def worker(self) -> int | None:
        """The process number of the worker, None while there is none."""
        return None if self._process is None else self._process.pid

    def deliver(self) -> None:
        """Take what the worker has sent and call back who asked."""
        while self._wire is not None:
            try:
                if not self._wire.poll():
                    return
                message = self._wire.recv()
            except (EOFError, OSError):
                self._lost()
                return
            if isinstance(message, Ready):
                self._ready = True
            elif isinstance(message, Reply):
                self._answered(message)

    def wait(self, seconds: float) -> bool:
        """Deliver until nothing is left to come; False if that takes longer. For whoever has no event loop."""
        end = time.monotonic() + seconds
        while self._jobs and time.monotonic() < end:
            if self._wire is not None:
                self._wire.poll(0.02)
            self.deliver()
        return not self._jobs

    def close(self) -> None:
        """End the worker. What is still asked is not answered."""
        self._jobs.clear()
        self._end()

    def _answered(self, reply: Reply) -> None:
        job = self._jobs.get(reply.number)
        if job is None or reply.answer is None:
            self._jobs.pop(reply.number, None)
            return
        if not isinstance(reply.answer, Partial):
            del self._jobs[reply.number]
            if isinstance(reply.answer, Done):
                if len(self._kept) >= MOST_KEPT:
                    del self._kept[next(iter(self._kept))]
                self._kept[job.request] = reply.answer.value
        job.then(reply.answer)

    def _start(self) -> None:
        if self._process is not None and self._process.poll() is None:
            return
        self._end()
        ours, theirs = socket.socketpair()
        command = [sys.executable, "-m", "anchor_beam.jobs.worker", str(theirs.fileno())]
        self._process = subprocess.Popen(command, pass_fds=(theirs.fileno(),), stdin=subprocess.DEVNULL)
        theirs.close()
        self._wire = Connection(ours.detach())
        self.on_wire(self._wire.fileno())

    def _send(self, message: Start | Stop) -> None:
        if self._wire is None:
            return
        try:
            self._wire.send(message)
        except OSError:
            self._lost()

    def _lost(self) -> None:
        """The worker is gone: whoever waits is told, and the next request starts another."""
        self._end()
        jobs, self._jobs = list(self._jobs.values()), {}
        for job in jobs:
            job.then(
                Failed(
                    NoSolution(
                        "job", "The process that works this out has ended.", accepts="any edit, which starts it again"
                    )
                )
            )

    def _end(self) -> None:
        self._ready = False
        if self._wire is not None:
            self.on_wire(None)
            self._wire.close()
            self._wire = None
        if self._process is not None:
            self._process.kill()
            self._process.wait()
            self._process = None

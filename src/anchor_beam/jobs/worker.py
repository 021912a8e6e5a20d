"""The process that works things out: reads requests from a socket, sends answers back, stops at a signal.

Run as `python -m anchor_beam.jobs.worker FD` by `office`. It ends when the other end of the socket is closed. A signal says
that a message waits which cannot wait: if it stops the job in hand, the handler raises through whatever that job is doing.
"""

from __future__ import annotations

import os
import signal
import sys
import traceback
from collections import deque
from multiprocessing.connection import Connection

from anchor_beam.errors import AnchorBeamError, NoSolution
from anchor_beam.jobs.request import Answer, Done, Failed, Partial, Ready, Reply, Start, Stop

INTERRUPT = signal.SIGUSR1


class _Stopped(BaseException):
    """Raised by the signal handler through the job in hand."""


class Worker:
    """One job after another."""

    def __init__(self, connection: Connection) -> None:
        self._connection = connection
        self._waiting: deque[Start] = deque()
        self._running: int | None = None
        self._talking = False
        self._called = False  # by a signal while a message was on its way

    def serve(self) -> None:
        """Until the other end goes away."""
        signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl+C in the terminal is the window's to answer
        signal.signal(INTERRUPT, lambda *_: self._interrupt())
        self._send(Ready())
        while True:
            if not self._waiting:
                self._take(self._connection.recv())
                continue
            self._drain()
            if self._waiting:
                self._work(self._waiting.popleft())

    def _work(self, start: Start) -> None:
        try:
            answer = self._answer(start)
        except _Stopped:
            answer = None
        self._send(Reply(start.number, answer))

    def _answer(self, start: Start) -> Answer:
        """Run a job; raises _Stopped, at any place, until it is no longer the one that runs."""
        try:
            self._running = start.number
            self._drain()  # a message that came before could not interrupt it
            return Done(
                start.request.run(lambda so_far, done: self._send(Reply(start.number, Partial(so_far, done))))
            )
        except AnchorBeamError as problem:
            return Failed(problem)
        except Exception:  # noqa: BLE001  # the outermost place of this process: the window reports it
            return Failed(NoSolution("job", f"Something went wrong in it:\n{traceback.format_exc()}"))
        finally:
            self._running = None

    def _interrupt(self) -> None:
        """The signal handler. It never reads in the middle of a message; who is idle reads by itself."""
        if self._talking:
            self._called = True
        elif self._running is not None:
            self._drain()

    def _drain(self) -> None:
        """Take all messages that wait; raises _Stopped if one stops the job in hand."""
        while True:
            self._called, self._talking = False, True
            message = self._connection.recv() if self._connection.poll() else None
            self._talking = False
            if message is not None:
                self._take(message)
            elif not self._called:
                return

    def _take(self, message: object) -> None:
        if isinstance(message, Start):
            self._waiting.append(message)
        elif isinstance(message, Stop):
            self._waiting = deque(start for start in self._waiting if start.number != message.number)
            if message.number == self._running:
                self._running = None
                raise _Stopped

    def _send(self, message: Ready | Reply) -> None:
        self._talking = True
        self._connection.send(message)
        self._talking = False
        if self._running is not None:
            self._drain()


def main() -> None:
    """Serve the socket whose number is the first argument."""
    from anchor_beam.jobs.tasks import load

    load()
    try:
        Worker(Connection(int(sys.argv[1]))).serve()
    except (EOFError, OSError):  # the window has gone, also in the middle of a message
        os._exit(0)


if __name__ == "__main__":
    main()

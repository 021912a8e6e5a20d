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
        self._sending = False

    def serve(self) -> None:
        """Until the other end goes away."""
        signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl+C in the terminal is the window's to answer
        signal.signal(INTERRUPT, lambda *_: self._interrupt())
        self._send(Ready())
        while True:
            if not self._waiting:
                self._read()
                continue
            self._drain()
            if self._waiting:
                self._work(self._waiting.popleft())

    def _work(self, start: Start) -> None:
        answer: Answer | None
        try:
            self._running = start.number
            value = start.request.run(lambda so_far, done: self._send(Reply(start.number, Partial(so_far, done))))
            self._running, answer = None, Done(value)
        except _Stopped:
            answer = None
        except AnchorBeamError as problem:
            answer = Failed(problem)
        except Exception:  # noqa: BLE001  # the outermost place of this process: the window reports it
            answer = Failed(NoSolution("job", f"Something went wrong in it:\n{traceback.format_exc()}"))
        self._running = None
        self._send(Reply(start.number, answer))

    def _interrupt(self) -> None:
        """The signal handler. Whoever is sending or idle reads its messages by itself."""
        if self._running is not None and not self._sending:
            self._drain()

    def _drain(self) -> None:
        while self._connection.poll():
            self._read()

    def _read(self) -> None:
        """Take one message; raises _Stopped if it stops the job in hand."""
        message = self._connection.recv()
        if isinstance(message, Start):
            self._waiting.append(message)
        elif isinstance(message, Stop):
            self._waiting = deque(start for start in self._waiting if start.number != message.number)
            if message.number == self._running:
                self._running = None
                raise _Stopped

    def _send(self, message: Ready | Reply) -> None:
        self._sending = True
        self._connection.send(message)
        self._sending = False
        if self._running is not None:
            self._drain()


def main() -> None:
    """Serve the socket whose number is the first argument."""
    import anchor_beam.jobs.tasks  # noqa: F401  # all that tasks need is loaded before one can be interrupted

    try:
        Worker(Connection(int(sys.argv[1]))).serve()
    except (EOFError, ConnectionError):
        os._exit(0)


if __name__ == "__main__":
    main()

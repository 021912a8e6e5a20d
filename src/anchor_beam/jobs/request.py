"""What is asked of a job, and what comes back."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Protocol

from anchor_beam.errors import AnchorBeamError
from anchor_beam.immutable import immutable

Report = Callable[[Any, float], None]  # a result so far, and how much of the work is done, 0 to 1


class Request(Protocol):
    """Frozen values and how to work something out from them. Equal requests have equal answers."""

    def run(self, report: Report) -> Any:
        """The result. May be stopped between any two steps, so it changes nothing but what it returns.

        Raises:
            AnchorBeamError: there is no result, and why.
        """

    def __hash__(self) -> int:
        """Requests are kept with their results."""


@immutable
class Partial:
    """A result so far, and how much of the work is done."""

    value: Any
    done: float


@immutable
class Done:
    """The result."""

    value: Any


@immutable
class Failed:
    """There is none, and why."""

    problem: AnchorBeamError


Answer = Partial | Done | Failed


@immutable
class Start:
    """To the worker: work this out."""

    number: int
    request: Request


@immutable
class Stop:
    """To the worker: nobody wants this any more."""

    number: int


@immutable
class Ready:
    """From the worker: it can be interrupted from now on."""


@immutable
class Reply:
    """From the worker; answer is None where it was stopped."""

    number: int
    answer: Answer | None

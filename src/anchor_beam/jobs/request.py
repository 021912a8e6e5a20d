"""What is asked of a job, and what comes back."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Protocol

from anchor_beam.errors import AnchorBeamError

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


@dataclass(frozen=True)
class Partial:
    """A result so far, and how much of the work is done."""

    value: Any
    done: float


@dataclass(frozen=True)
class Done:
    """The result."""

    value: Any


@dataclass(frozen=True)
class Failed:
    """There is none, and why."""

    problem: AnchorBeamError


Answer = Partial | Done | Failed


@dataclass(frozen=True)
class Start:
    """To the worker: work this out."""

    number: int
    request: Request


@dataclass(frozen=True)
class Stop:
    """To the worker: nobody wants this any more."""

    number: int


@dataclass(frozen=True)
class Ready:
    """From the worker: it can be interrupted from now on."""


@dataclass(frozen=True)
class Reply:
    """From the worker; answer is None where it was stopped."""

    number: int
    answer: Answer | None

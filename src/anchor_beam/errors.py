"""The error family. Every error carries where it is, what is wrong, what was got and what would be accepted.

AnchorBeamError
 |- InputError       a value that the user can mend, at a named place
 |   |- OutOfRange   ... because it is outside what is legal; knows the range, so that `words` can put it in units
 |- DocumentError    a file that cannot be taken over; holds every problem found in it
 |- NoSolution       the values are fine one by one, but together they have no answer
 |- StoreError       the garage file could not be opened, read or written
     |- GarageLocked    another instance holds it
     |- GarageNewer     it was written by a later version
     |- GarageBusy      another program holds it for a moment
     |- GarageGone      another program replaced it, removed it or cut it short while it was open
"""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from anchor_beam.immutable import immutable

T = TypeVar("T")


class AnchorBeamError(Exception):
    """Anything that Anchor Beam says to its user instead of a result.

    Args:
        place: dotted path of the value, as the raising room names it (`wall`); callers add their prefix.
        message: one sentence in the user's words.
        got: what was found there, if there is something to show.
        accepts: what would be right, without a full stop.
    """

    def __init__(self, place: str, message: str, *, got: object = None, accepts: str = "") -> None:
        super().__init__(place, message, got, accepts)
        self.place = place
        self.message = message
        self.got = got
        self.accepts = accepts

    def __str__(self) -> str:
        text = self.message
        if self.accepts:
            text += f" Accepted: {self.accepts}."
        return text

    def __reduce__(self) -> tuple[object, ...]:
        return (_rebuild, (type(self), self.place, self.message, self.got, self.accepts))

    def within(self, prefix: str) -> AnchorBeamError:
        """The same error seen from one level further out (`within("bar")` makes `wall` into `bar.wall`)."""
        return self.at(f"{prefix}.{self.place}" if self.place else prefix)

    def at(self, place: str) -> AnchorBeamError:
        """The same error at another place."""
        return type(self)(place, self.message, got=self.got, accepts=self.accepts)


def _rebuild(kind: type[AnchorBeamError], place: str, message: str, got: object, accepts: str) -> AnchorBeamError:
    return kind(place, message, got=got, accepts=accepts)


class InputError(AnchorBeamError):
    """A value that the user can mend."""


class OutOfRange(InputError):
    """A figure outside its legal range. low, high and got are SI, kind is the kind of quantity."""

    def __init__(self, place: str, label: str, *, got: float, low: float, high: float, kind: str) -> None:
        super().__init__(place, f"{label} cannot be that.", got=got)
        self.label, self.low, self.high, self.kind = label, low, high, kind

    def __reduce__(self) -> tuple[object, ...]:
        return (_rebuild_range, (self.place, self.label, self.got, self.low, self.high, self.kind))

    def at(self, place: str) -> OutOfRange:
        """The same at another place."""
        got = float(str(self.got))
        return OutOfRange(place, self.label, got=got, low=self.low, high=self.high, kind=self.kind)


def _rebuild_range(place: str, label: str, got: float, low: float, high: float, kind: str) -> OutOfRange:
    return OutOfRange(place, label, got=got, low=low, high=high, kind=kind)


class NoSolution(AnchorBeamError):
    """Legal values that together have no answer, such as a link too short to reach."""


class StoreError(AnchorBeamError):
    """The garage could not be opened, read or written."""


class GarageLocked(StoreError):
    """Another instance has this garage open."""


class GarageNewer(StoreError):
    """The garage was written by a later version of Anchor Beam."""


class GarageBusy(StoreError):
    """Another program holds the file; it is worth trying again."""


class GarageGone(StoreError):
    """The name no longer leads to the garage that was opened, or the file is no longer whole."""


@immutable
class Problem:
    """One thing wrong in a document: its place there (`bars[1].wall_mm`), the sentence, what would be right."""

    place: str
    message: str
    accepts: str = ""

    def __str__(self) -> str:
        start = f"{self.place}: " if self.place else ""
        return f"{start}{self.message}" + (f" Accepted: {self.accepts}." if self.accepts else "")


class DocumentError(AnchorBeamError):
    """A document that is not taken over, with every problem found in it."""

    def __init__(self, message: str, problems: tuple[Problem, ...] = ()) -> None:
        super().__init__(problems[0].place if problems else "", message)
        self.problems = problems

    def __str__(self) -> str:
        return "\n".join([self.message, *(f"  {problem}" for problem in self.problems)])

    def at(self, place: str) -> DocumentError:
        """Its problems carry their own places."""
        del place
        return self

    def __reduce__(self) -> tuple[object, ...]:
        return (DocumentError, (self.message, self.problems))


def placed(work: Callable[[], T], outer: Callable[[str], str]) -> T:
    """Run `work` and give its error the place in the whole document."""
    try:
        return work()
    except AnchorBeamError as problem:
        raise problem.at(outer(problem.place)) from problem


def at_place(place: str) -> Callable[[str], str]:
    """For `placed`, where every error belongs to one place."""
    return lambda _: place

"""Why a figure is missing: in a word or two that stand in its place, and as a sentence."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.core.sides import Axle
from anchor_beam.errors import AnchorBeamError
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words import endings, faults

if TYPE_CHECKING:
    from anchor_beam.core.grip.outcome import Ending


@immutable
class Missing:
    """brief stands where the figure would; sentence says it whole."""

    brief: str
    sentence: str


def balance(problem: AnchorBeamError | None, units: System) -> Missing:
    """Nothing follows, because of a problem with links or springs."""
    if problem is None:
        return Missing("cannot tell", "This cannot be worked out now.")
    return Missing("cannot tell", faults.sentence(problem, units))


def no_margin(ending: Ending, units: System) -> Missing:
    """The limits do not make a margin."""
    return Missing(endings.brief(ending), f"There is no margin: {endings.sentence(ending, units)}.")


def slides_first(axle: Axle, at: float, lift: float, units: System) -> Missing:
    """No inside wheel lifts before an axle slides."""
    slides, lifts = (show(value, Kind.ACCELERATION, units) for value in (at, lift))
    return Missing("slides first", f"The {axle} slides at {slides}, before an inside wheel would lift at {lifts}.")


def disconnected(axle: Axle) -> Missing:
    """A bar that is unhooked."""
    return Missing("disconnected", f"The {axle} bar is disconnected.")


def no_bar(axle: Axle) -> Missing:
    """There is none."""
    return Missing("no bar", f"There is no {axle} bar.")


def no_links(axle: Axle, ends: str) -> Missing:
    """A bar whose ends are fixed."""
    return Missing("no links", f"The {axle} bar is fixed straight to the {ends}, without links.")


def both_disconnected() -> Missing:
    """No bar is hooked up."""
    return Missing("no bar works", "No bar hangs on its links.")


def not_settled() -> Missing:
    """The car has no equilibrium at 1 g."""
    return Missing("tips before", "The car tips over before it reaches 1 g, so nothing can be said of 1 g.")


def no_lift() -> Missing:
    """All wheels stay down."""
    return Missing("stays down", "No inside wheel lifts up to 3 g, far beyond what the tyres hold.")


def staggered() -> Missing:
    """Different holes left and right."""
    return Missing(
        "staggered", "The links hang in different holes left and right, so there is no single rate at the bar's end."
    )


def plates() -> Missing:
    """Separate arms."""
    return Missing("not covered", "The plates of separate arms are not covered.")


def peak(reason: str) -> Missing:
    """A bend or a corner for which no stress can be given."""
    return Missing("cannot tell", reason)

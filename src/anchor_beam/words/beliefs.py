"""Common beliefs, answered on the car in hand: what is believed, and a sentence with its figure."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind
from anchor_beam.words.remark import Remark

LITTLE = 0.1  # % of the limit, that nobody drives out


@immutable
class Belief:
    """What is believed, and the answer."""

    said: str
    answer: Remark


def steel(axle: Axle, percent: float) -> Belief:
    """percent: by which steels differ in stiffness."""
    return Belief("Better steel is stiffer.", Remark(
        f"No: steels differ in strength. Another one changes the {axle} bar's rate by at most {{}}.",
        ((percent, Kind.PERCENT),),
    ))  # fmt: skip


def longer_link(axle: Axle, more: float, percent: float | None) -> Belief:
    """What links longer by so much change at the wheel; None where they do not reach."""
    if percent is None:
        answer = Remark(f"{axle.capitalize()} links longer by {{}} do not reach here, so nothing can be said.",
                        ((more, Kind.FINE_LENGTH),))  # fmt: skip
    else:
        answer = Remark(
            f"Hardly: {axle} links longer by {{}} change the rate at the wheel by {{}}. Length sets where the arm stands.",
            ((more, Kind.FINE_LENGTH), (percent, Kind.PERCENT)),
        )
    return Belief("The longer link is softer.", answer)


def thicker(axle: Axle, od: float, more: float, percent: float) -> Belief:
    """What a bar thicker by so much does."""
    said = f"Sixteen times: it goes with the fourth power. Here {{}} more on the {axle} bar's {{}} add {{}} at the wheel."
    values = ((more, Kind.DIAMETER), (od, Kind.DIAMETER), (percent, Kind.PERCENT))
    return Belief("Twice the diameter is twice the bar.", Remark(said, values))


def planted(change: tuple[float, float], sigma: tuple[float, float]) -> Belief:
    """What a fifth more rear bar does to the limits of front and rear in the middle of the corner, with bands [%]."""
    front, rear = change
    word = "The other way round" if rear < 0.0 else "On this car, yes, it leans so far"
    if not abs(rear) > sigma[1]:
        word = "It cannot be told"
    said = f"{word}: a fifth more rear bar moves the limit of the rear by {{}} and that of the front by {{}}."
    ends = ((rear, Kind.PERCENT), (front, Kind.PERCENT))
    return Belief("A rear bar plants the rear.", Remark(said, ends, signed=True, bands=sigma[::-1]))


def stiffer_is_faster(change: float, roll: float, bands: tuple[float, float]) -> Belief:
    """What a fifth more of both bars does to the first limit [%] and to roll [rad/(m/s^2)], with the band of each."""
    sigma = bands[0]
    if abs(change) < LITTLE and sigma < LITTLE:
        word = "It hardly matters here"
    elif not abs(change) > sigma:
        word = "It cannot be told"
    else:
        word = "Not here" if change < 0.0 else "Here it is"
    said = (
        f"{word}: both bars a fifth stiffer move the limit by {{}} and the roll by {{}}. Over bumps that is slower."
    )
    figures = ((change, Kind.PERCENT), (roll, Kind.ROLL_GRADIENT))
    return Belief("Stiffer is always faster.", Remark(said, figures, signed=True, bands=bands))

"""The figures that stand beside the Beam and on the sheet, each with its reference and its band."""

from __future__ import annotations

from dataclasses import dataclass

from anchor_beam.core.sides import Axle, Side
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.results import Results
from anchor_beam.units.kinds import Kind


@dataclass(frozen=True)
class Headline:
    """A figure [SI] with what it is in the reference setting and one standard deviation, None where unknown."""

    label: str
    kind: Kind
    value: float | None
    before: float | None
    sigma: float | None = None


def headlines(shown: Picture) -> tuple[Headline, Headline, Headline, Headline]:
    """Roll gradient, rear share of roll stiffness, first inside wheel to lift, most loaded link."""
    now, ref, bands = shown.now, shown.reference, shown.bands
    lift, load = now.first_lift, heaviest_link(now)
    lift_before = ref.first_lift if ref else None
    load_before = heaviest_link(ref) if ref else None
    return (
        Headline("roll gradient", Kind.ROLL_GRADIENT, now.roll_gradient, ref.roll_gradient if ref else None,
                 bands.roll_gradient if bands else None),
        Headline("rear share of roll stiffness", Kind.PERCENT, now.rear_share, ref.rear_share if ref else None,
                 bands.rear_share if bands else None),
        Headline(f"inside {lift[0]} wheel lifts at" if lift else "inside wheel lifts at", Kind.ACCELERATION,
                 lift[1] if lift else None, lift_before[1] if lift_before else None),
        Headline(f"{load[0]} {load[1]} link at 1 g" if load else "link load at 1 g", Kind.FORCE,
                 load[2] if load else None, load_before[2] if load_before else None),
    )  # fmt: skip


def heaviest_link(now: Results) -> tuple[Axle, Side, float] | None:
    """Axle, side and force [N] of the most loaded link at 1 g."""
    loads = [(axle, *load) for axle in Axle if (load := now.link_load(axle)) is not None]
    return max(loads, key=lambda load: load[2], default=None)

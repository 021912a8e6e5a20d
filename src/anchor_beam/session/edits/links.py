"""Links."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.bounds import MOST_HOLES
from anchor_beam.documents.core_inputs import pickup
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.figures.ends import end_result, why_no_links
from anchor_beam.immutable import immutable
from anchor_beam.session.edits.figures import links_set
from anchor_beam.words import acts


@immutable(eq=False)
class SetLinks:
    """Make both links as long as something proposes [m]; attitude: what they are made to do, in words."""

    axle: Axle
    lengths: tuple[float, float]
    attitude: str

    def apply(self, file: CarFile) -> CarFile:
        from anchor_beam.figures.lengths import with_lengths  # the first picture does without

        if not all(map(math.isfinite, self.lengths)):
            raise InputError(f"bench.{self.axle}.link_left", "No link of any length does that.")
        for side, length in zip(Side, self.lengths, strict=True):
            place = f"bench.{self.axle}.link_{side}"
            field_at(place).check(length, place)
        return links_set(put(file, f"bench.{self.axle}", with_lengths(file.bench.end(self.axle), self.lengths)))

    @property
    def said(self) -> str:
        return acts.links_set(self.axle, self.attitude)


@immutable(eq=False)
class MovePickup:
    """Move the far end of one side's link: along the car from the bar, which both sides share, and up [m]."""

    axle: Axle
    side: Side
    ahead: float
    up: float

    def apply(self, file: CarFile) -> CarFile:
        hole, axle = file.bench.end(self.axle).pickup, file.car.axle(self.axle)
        first, used = pickup(axle, self.side), pickup(axle, self.side, hole)
        for name, value in (
            ("pickup_ahead", self.ahead - used.ahead + first.ahead),
            (f"pickup_height_{self.side}", self.up - used.height + first.height),
        ):
            place = f"car.{self.axle}.{name}"
            field_at(place).check(value, place)
            before: Figure = read(file, place)
            file = put(file, place, Figure(round(value, 5), before.provenance))
        return file

    @property
    def said(self) -> str:
        return acts.pickup_moved(self.axle, self.side)


@immutable(eq=False)
class PlaceMount:
    """Put the far ends of the links at a point [m] and make links that put the arms level there, on one side or mirrored on
    both. Along the car both sides share the place."""

    axle: Axle
    sides: tuple[Side, ...]
    ahead: float
    up: float

    def apply(self, file: CarFile) -> CarFile:
        for side in self.sides:
            file = MovePickup(self.axle, side, self.ahead, self.up).apply(file)
        from anchor_beam.figures.lengths import level_lengths, with_lengths

        end = file.bench.end(self.axle)
        level = level_lengths(file.car.axle(self.axle), end)
        return links_set(put(file, f"bench.{self.axle}", with_lengths(end, level)))

    @property
    def said(self) -> str:
        return acts.mount_placed(self.axle, self.sides)


@immutable(eq=False)
class DrillHole:
    """One more hole in both arms, from their ends [m]; the links hang there and put the arms level."""

    axle: Axle
    from_end: float

    def apply(self, file: CarFile) -> CarFile:
        from anchor_beam.figures.lengths import level_lengths, with_lengths

        end = file.bench.end(self.axle)
        hole = Figure(round(self.from_end, 4), Provenance.DERIVED)
        holes = sorted((*end.bar.holes, hole), key=lambda each: each.value)
        if len(holes) > MOST_HOLES:
            raise InputError(
                f"bench.{self.axle}.bar.holes",
                f"{MOST_HOLES} holes are as many as fit.",
                accepts=f"1 to {MOST_HOLES}",
            )
        at, names = holes.index(hole), end.bar.hole_names
        named = (*names[:at], "", *names[at:]) if names else ()
        drilled = replace(
            end, bar=replace(end.bar, holes=tuple(holes), hole_names=named), hole_left=at, hole_right=at
        )
        level = level_lengths(file.car.axle(self.axle), drilled)
        return links_set(put(file, f"bench.{self.axle}", with_lengths(drilled, level)))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}, a hole drilled"


@immutable(eq=False)
class TakeJoints:
    """Take the joints of a control arm from a table: coordinates [m] by the names of their figures. The link then hangs on
    that arm."""

    axle: Axle
    joints: Mapping[str, float]

    def apply(self, file: CarFile) -> CarFile:
        for name, value in self.joints.items():
            file = put(file, f"car.{self.axle}.{name}", Figure(value, Provenance.MEASURED))
        return put(file, f"car.{self.axle}.link_on", LinkMount.ARM)

    @property
    def said(self) -> str:
        return acts.joints_taken(self.axle)


@immutable(eq=False)
class LevelLink:
    """Set links to the length that levels their arm, on one side or on both."""

    axle: Axle
    sides: tuple[Side, ...]

    def apply(self, file: CarFile) -> CarFile:
        if why := why_no_links(file.bench.end(self.axle), self.axle):
            raise InputError(f"bench.{self.axle}.state", why)
        sides = end_result(file.car.axle(self.axle), file.bench.end(self.axle), self.axle).sides
        if sides is None:
            raise InputError(
                f"bench.{self.axle}.link_left", "The link does not reach, so nothing can be levelled yet."
            )
        for side in self.sides:
            level = Figure(round(sides[side.position].level, 6), Provenance.DERIVED)
            file = put(file, f"bench.{self.axle}.link_{side}", level)
        return links_set(file)

    @property
    def said(self) -> str:
        return acts.levelled(self.axle, self.sides)

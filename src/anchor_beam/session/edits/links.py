"""Links."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.places import put
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.figures.ends import end_result
from anchor_beam.session.edits.figures import links_set
from anchor_beam.words import acts


@dataclass(frozen=True, eq=False)
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


@dataclass(frozen=True, eq=False)
class LevelLink:
    """Set links to the length that levels their arm, on one side or on both."""

    axle: Axle
    sides: tuple[Side, ...]

    def apply(self, file: CarFile) -> CarFile:
        if not file.bench.end(self.axle).fitted:
            raise InputError(f"bench.{self.axle}.state", f"There is no {self.axle} bar, so nothing hangs on it.")
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

"""Links."""

from __future__ import annotations

from dataclasses import dataclass

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.places import put
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.figures.ends import end_result
from anchor_beam.session.edits.figures import links_set
from anchor_beam.words import acts


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

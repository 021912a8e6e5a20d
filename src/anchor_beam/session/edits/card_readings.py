"""What was read on a job card, written to the car and to the setting on its bench."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.alignment import Alignment
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.places import put
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.fitting.for_car import Both, ForCar
from anchor_beam.immutable import immutable
from anchor_beam.session.edits.figures import links_set
from anchor_beam.session.edits.readings import SetReading

HEIGHTS, HUB = "ride-heights", "hub"


@immutable(eq=False)
class TakeFromCard:
    """Ride heights become readings of their aid, link lengths and camber figures of the car, toe and camber stay with the
    setting. read: date."""

    axle: Axle
    found: ForCar
    read: str

    def apply(self, file: CarFile) -> CarFile:
        if not self.found.words:
            raise InputError(
                "card", "Nothing is written down on this card that the car asks for.", accepts="a reading first"
            )
        file = self._heights(file)
        if self.found.links is not None:
            for side in Side:
                file = _measured(file, f"bench.{self.axle}.link_{side}", self.found.links[side.position])
            file = links_set(file)
        if self.found.camber is not None:
            file = _measured(file, f"car.{self.axle}.camber", 0.5 * sum(self.found.camber))
        return self._aligned(file, self.found.toe, self.found.camber)

    def _heights(self, file: CarFile) -> CarFile:
        if self.found.heights is None:
            return file
        first = 0 if self.axle is Axle.FRONT else 2
        for side in Side:
            reading = Reading(self.found.heights[side.position])
            file = SetReading(HEIGHTS, None, HUB, reading, row=first + side.position).apply(file)
        return file

    def _aligned(self, file: CarFile, toe: Both | None, camber: Both | None) -> CarFile:
        if toe is None and camber is None:
            return file
        end = replace(file.bench.end(self.axle), alignment=Alignment(self.read, toe, camber))
        return replace(file, bench=file.bench.with_end(self.axle, end))

    @property
    def said(self) -> str:
        return f"{self.axle.capitalize()}, from the job card: {', '.join(self.found.words)}"


def _measured(file: CarFile, place: str, value: float) -> CarFile:
    field_at(place).check(value, place)
    return put(file, place, Figure(value, Provenance.MEASURED))

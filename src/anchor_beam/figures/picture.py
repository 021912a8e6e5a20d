"""One consistent picture of a car in hand, for views to paint: what follows from its setting, and from the reference."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING

from anchor_beam.core.grip.driving import Phase
from anchor_beam.documents.records import CarFile, Setting
from anchor_beam.figures.results import Results, is_kept, kept, results
from anchor_beam.immutable import immutable

if TYPE_CHECKING:
    from anchor_beam.figures.bands import Bands


@immutable(eq=False)
class Picture:
    """now: of the setting on the bench. bands: None until they are worked out, and where they cannot be; bands_missing says
    why. near_reference: where the search for the reference begins, if not at `now`."""

    file: CarFile
    now: Results
    near_reference: Results | None = None
    bands: Bands | None = None
    bands_missing: str = ""

    @cached_property
    def reference(self) -> Results | None:
        """Of the setting it is compared with, worked out when first asked for; None where there is none."""
        against = self.file.reference_setting
        return None if against is None else results(self.file.car, against, self.near_reference or self.now)

    @property
    def compared(self) -> bool:
        """Whether the reference is there already."""
        against = self.file.reference_setting
        return against is None or is_kept(self.file.car, (against,))

    def window(self, phase: Phase) -> tuple[float, float]:
        """The wanted balance margin in a phase [%]."""
        return self.file.car.window(phase)


def shown_settings(file: CarFile) -> tuple[Setting, ...]:
    """What a picture of this car shows: the setting on the bench and the reference, if there is one."""
    against = file.reference_setting
    return (file.bench,) if against is None or against == file.bench else (file.bench, against)


def picture(file: CarFile, before: Picture | None = None) -> Picture:
    """What follows from a car in hand; before: of the same car a moment ago, for the search to begin at.

    Raises:
        InputError: at a figure that cannot be right, by its place in the `CarFile`.
    """
    if before is None:
        return Picture(file, results(file.car, file.bench))
    against = before.file.reference_setting
    near_reference = None if against is None else kept.get(before.file.car, against)
    return Picture(file, results(file.car, file.bench, before.now), near_reference)

"""What a car weighs in a state that has a name: empty, with its driver, with half a tank, or once it is built."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import Any

from anchor_beam.core.car.measured import Weights, weights
from anchor_beam.documents.fields import CAR_FIELDS
from anchor_beam.documents.inputs import Figure
from anchor_beam.documents.records import CarRecord
from anchor_beam.immutable import immutable

NAMES = ("corner_fl", "corner_fr", "corner_rl", "corner_rr", "cg_height")
STATE_FIELDS = tuple(field for name in NAMES for field in CAR_FIELDS if field.name == name)


@immutable
class LoadState:
    """figures: of `NAMES`, in their order."""

    name: str
    figures: tuple[Figure, ...]

    def figure(self, name: str) -> Figure:
        """One of them.

        Raises:
            ValueError: a load state has no such figure.
        """
        return self.figures[NAMES.index(name)]

    @property
    def weights(self) -> Weights:
        """What its corners add up to."""
        fl, fr, rl, rr = (figure.value for figure in self.figures[:4])
        return weights(fl, fr, rl, rr)

    def loaded(self, car: CarRecord) -> CarRecord:
        """The car in this state."""
        figures: dict[str, Any] = dict(zip(NAMES, self.figures, strict=True))
        return replace(car, load_state=self.name, **figures)


def state_of(car: CarRecord, name: str) -> LoadState:
    """How a car stands now, under a name."""
    return LoadState(name, tuple(getattr(car, key) for key in NAMES))


def state_from(name: str, figures: Mapping[str, Figure]) -> LoadState:
    """From figures by name."""
    return LoadState(name, tuple(figures[key] for key in NAMES))


def twice(names: Iterable[str]) -> str | None:
    """The first name that is there twice, None where each is there once; capitals do not tell two apart."""
    seen: set[str] = set()
    for name in names:
        if name.strip().casefold() in seen:
            return name
        seen.add(name.strip().casefold())
    return None

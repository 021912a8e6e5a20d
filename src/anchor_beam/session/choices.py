"""What the user chose for a garage and no car knows of: units, the part of the corner looked at, the car last in hand."""

from __future__ import annotations

from anchor_beam.core.grip.driving import FIVE, Phase
from anchor_beam.documents.records import Provenance
from anchor_beam.errors import StoreError
from anchor_beam.store.garage import Garage
from anchor_beam.units.kinds import SYSTEMS, Kind, System


class Choices:
    """Each choice counts at once; whether it could be kept for the next start is what choosing it returns."""

    def __init__(self, garage: Garage) -> None:
        self._garage = garage
        units, apart, phase, source = (garage.choice(name) for name in ("units", "units apart", "phase", "source"))
        self.units = _units(units, apart)
        phase = Phase.BRAKES.value if phase == "entry" else phase  # as it was called when there were four
        self.phase = Phase(phase) if phase in set(FIVE) else Phase.MIDDLE
        self.source = Provenance(source) if source in set(Provenance) else Provenance.GUESS

    def move_to(self, garage: Garage) -> None:
        """Keep later choices in another garage."""
        self._garage = garage

    def choose_units(self, units: System) -> StoreError | None:
        """Metric or US customary, and the quantities that stand apart."""
        self.units = units
        apart = ";".join(sorted(f"{kind}={name}" for kind, name in units.pinned))
        return self._keep("units", units.name) or self._keep("units apart", apart)

    def choose_phase(self, phase: Phase) -> StoreError | None:
        """The part of the corner that the Beam shows."""
        self.phase = phase
        return self._keep("phase", phase.value)

    def choose_source(self, source: Provenance) -> StoreError | None:
        """Where the next figure that is typed comes from."""
        self.source = source
        return self._keep("source", source.value)

    @property
    def knows_five_phases(self) -> bool:
        """Whether it was said that the corner has five phases now."""
        return self._garage.choice("five phases") is not None

    def told_of_five_phases(self) -> StoreError | None:
        """It was said, and need not be said again."""
        return self._keep("five phases", "told")

    @property
    def hints_told(self) -> frozenset[str]:
        """Stages whose first hint was read."""
        return frozenset((self._garage.choice("hints told") or "").split(","))

    def tell_hint(self, stage: str) -> StoreError | None:
        """It was read, and need not be shown again."""
        return self._keep("hints told", ",".join(sorted(self.hints_told | {stage})))

    @property
    def car(self) -> int | None:
        """The car last in hand."""
        kept = self._garage.choice("car")
        return int(kept) if kept and kept.isdigit() else None

    def choose_car(self, car: int) -> StoreError | None:
        """The car that the next start takes in hand."""
        return self._keep("car", str(car))

    @property
    def window(self) -> tuple[int, int, int, int] | None:
        """Where the window stood: left, top, width, height [px]; None where that is not known."""
        kept = (self._garage.choice("window") or "").split(",")
        try:
            left, top, width, height = map(int, kept)
        except ValueError:
            return None
        return left, top, width, height

    def keep_window(self, place: tuple[int, int, int, int]) -> StoreError | None:
        """Where the next start puts the window."""
        return self._keep("window", ",".join(map(str, place)))

    def _keep(self, name: str, value: str) -> StoreError | None:
        try:
            self._garage.choose(name, value)
        except StoreError as problem:
            return problem
        return None


def _units(name: str | None, apart: str | None) -> System:
    """As they were kept; what is not known here is left out."""
    names = {system.name for system in SYSTEMS}
    pairs = [entry.partition("=") for entry in (apart or "").split(";")]
    pinned = frozenset((Kind(kind), said) for kind, _, said in pairs if kind in set(Kind) and said in names)
    return System(name if name in names else System.METRIC.name, pinned)

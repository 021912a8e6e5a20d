"""Figures, where they come from, and choices."""

from __future__ import annotations

import math

from anchor_beam.core.grip.tyre import PRESETS, TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.fields import CAR_FIELDS, field_at
from anchor_beam.documents.joints import with_typical_joints
from anchor_beam.documents.later import CAR_TEXTS, around_of, later_figures
from anchor_beam.documents.mounting import NOT_LIVE, LinkMount
from anchor_beam.documents.offers import offers, taken
from anchor_beam.documents.places import put, read
from anchor_beam.documents.records import CarFile, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.words import acts


def links_set(file: CarFile) -> CarFile:
    """With the load state in which the links on the bench were set just now."""
    return file if file.bench.state == file.car.load_state else put(file, "bench.state", file.car.load_state)


@immutable(eq=False)
class SetValue:
    """Type or step a figure. source: where it comes from, None to leave that as it is; spread: one standard deviation that
    was given with it [SI], None for the one that follows from the source."""

    place: str
    value: float
    text: str = ""
    source: Provenance | None = None
    spread: float | None = None

    def apply(self, file: CarFile) -> CarFile:
        field_at(self.place).check(self.value, self.place)
        before: Figure = read(file, self.place)
        if self.place.endswith(".pickup_holes"):
            _require_holes(file, self.place, self.value)
        source = before.provenance if self.source is None else self.source
        file = put(file, self.place, Figure(self.value, source, self.text, self.spread))
        return links_set(file) if ".link_" in self.place else file

    @property
    def said(self) -> str:
        return figure_name(self.place)


def _require_holes(file: CarFile, place: str, count: float) -> None:
    """Refuse parts of a hole, and fewer pick-up holes than settings use."""
    if count != round(count):
        raise InputError(place, "Holes are counted.", got=count, accepts="a whole number")
    axle = Axle(place.split(".")[1])
    used = max((setting.end(axle).pickup + 1, setting.name) for setting in (file.bench, *file.settings))
    if count < used[0]:
        raise InputError(place, acts.pickup_used(*used), got=count, accepts=f"{used[0]} or more")


@immutable(eq=False)
class RestoreFigure:
    """Put back a figure as it was once, with its source and spread."""

    place: str
    figure: Figure

    def apply(self, file: CarFile) -> CarFile:
        field_at(self.place).check(self.figure.value, self.place)
        if self.place.endswith(".pickup_holes"):
            _require_holes(file, self.place, self.figure.value)
        return put(file, self.place, self.figure)

    @property
    def said(self) -> str:
        return f"{figure_name(self.place)}: as it was"


@immutable(eq=False)
class SetProvenance:
    """Say where a figure comes from."""

    place: str
    provenance: Provenance

    def apply(self, file: CarFile) -> CarFile:
        return put(file, f"{self.place}.provenance", self.provenance)

    @property
    def said(self) -> str:
        return f"{figure_name(self.place)}: {self.provenance}"


@immutable(eq=False)
class TakeTypical:
    """Take the typical values that have become better."""

    said = "Better typical values"

    def apply(self, file: CarFile) -> CarFile:
        return taken(file, offers(file.car))


@immutable(eq=False)
class Choose:
    """Pick one of several: a switch, a kind, a name."""

    place: str
    value: object

    def apply(self, file: CarFile) -> CarFile:
        if (
            isinstance(self.value, str)
            and not self.value.strip()
            and self.place.removeprefix("car.") not in CAR_TEXTS
        ):
            raise InputError(self.place, "A name needs at least one letter.", got=self.value, accepts="any text")
        changed = put(file, self.place, self.value)
        if self.place == "car.tyre":
            changed = _with_preset(changed, TyreKind(str(self.value)))
        if self.place.endswith((".kind", ".link_on")):
            changed = self._with_what_links_hang_on(changed)
        if self.value is LinkMount.ARM:
            axle = self.place.rpartition(".")[0]
            changed = put(changed, axle, with_typical_joints(read(changed, axle)))
        return _with_proposals(file, changed)

    def _with_what_links_hang_on(self, file: CarFile) -> CarFile:
        """What hangs on a live axle needs one; where it becomes another kind of axle, the measured ratio counts again."""
        place = self.place.rpartition(".")[0]
        axle = read(file, place)
        if axle.link_on is not LinkMount.LIVE_AXLE or axle.kind is AxleKind.LIVE:
            return file
        if self.value is LinkMount.LIVE_AXLE:
            raise InputError(self.place, NOT_LIVE, got=str(self.value), accepts="what else it may hang on")
        return put(file, f"{place}.link_on", LinkMount.MEASURED)

    @property
    def said(self) -> str:
        return f"{figure_name(self.place)}: {acts.chosen(self.value)}"


def figure_name(place: str) -> str:
    """What acts on a figure or a choice are called: `Rear bar, outer diameter`."""
    try:
        return acts.figure(place, field_at(place).label)
    except KeyError:  # a choice, not a figure
        return acts.choice_at(place)


def _with_proposals(before: CarFile, after: CarFile) -> CarFile:
    """Windows, speed and build-up follow a new use, drive or rear axle as far as they stood where they had been proposed."""
    old, new = (later_figures(CAR_FIELDS, around_of(file.car)) for file in (before, after))
    if old == new:
        return after
    for field in CAR_FIELDS:
        figure = getattr(after.car, field.name)
        proposed, now = old.get(field.key), new.get(field.key)
        if proposed is None or now is None or proposed == now or figure.typed:
            continue
        if math.isclose(figure.value, proposed * field.scale, abs_tol=1e-9):
            after = put(after, f"car.{field.name}", Figure(now * field.scale, figure.provenance))
    return after


def _with_preset(file: CarFile, tyre: TyreKind) -> CarFile:
    preset = PRESETS[tyre].tyre
    for name, value in (("grip", preset.mu0), ("load_sensitivity", preset.load_sensitivity),
                        ("camber_best", preset.camber_best), ("camber_loss", preset.camber_loss)):  # fmt: skip
        file = put(file, f"car.{name}", Figure(value, Provenance.TYPICAL))
    return file

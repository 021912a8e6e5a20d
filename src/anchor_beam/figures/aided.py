"""What follows from the readings at a measuring aid: figures for the car with their error, and readings that do not fit."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import lru_cache

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.measure.aids import Measured, motion_ratio, tilts
from anchor_beam.core.measure.corners import settled
from anchor_beam.core.measure.floor import cross_load, floor
from anchor_beam.core.measure.photo import FEWEST, MARKS, FlatBar, Laid, bar_in_picture, lay_flat
from anchor_beam.core.measure.rates import Ends, Pressed, Wire, pressed, spring_behind_wheel, spring_by_wire
from anchor_beam.core.measure.roll_centre import of_lateral_rod, of_strut, of_wishbones
from anchor_beam.core.measure.wheels import Brakes, brake_share, tyre_size
from anchor_beam.core.sides import CORNERS, Axle
from anchor_beam.core.working import Term, Working
from anchor_beam.documents.aids import PHOTO, Entry
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.places import read
from anchor_beam.documents.readings import Readings
from anchor_beam.documents.records import CarFile, Figure
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.results import results
from anchor_beam.units.kinds import Kind
from anchor_beam.words import aids as words
from anchor_beam.words.remark import Remark

SCALES = 1.0  # kg, one standard deviation of both front pads together


@dataclass(frozen=True)
class Given:
    """A figure that an aid gives to the car: place, value and one standard deviation [SI]."""

    place: str
    value: float
    spread: float


@dataclass(frozen=True)
class Beside:
    """How far each row of a table lies beside what was fitted [SI], of a kind, and what is said of those that do not fit.
    Rows are numbered as they were typed."""

    off: Mapping[int, float] = field(default_factory=dict)
    kind: Kind = Kind.COUNT
    said: Mapping[int, str] = field(default_factory=dict)


@dataclass(frozen=True)
class Aided:
    """What readings give. notes: what else is to be said. missing: labels of what is still to be read. problem: why nothing
    follows."""

    given: tuple[Given, ...] = ()
    beside: Beside = Beside()
    notes: tuple[Remark, ...] = ()
    missing: tuple[str, ...] = ()
    problem: AnchorBeamError | None = None


def entry_figure(entry: Entry, readings: Readings, file: CarFile) -> tuple[float, bool] | None:
    """Value [SI] of an entry and whether it was read here; else the car's figure or the usual one; None where none is."""
    here = readings.entries.get(entry.name)
    if here is not None:
        return here.value, True
    if isinstance(entry.typical, str):
        figure: Figure = read(file, entry.typical.format(axle=readings.axle))
        return figure.value, False
    return None if entry.typical is None else (entry.typical * entry.scale, False)


def aided(readings: Readings, file: CarFile) -> Aided:
    """Work out an aid from what was read so far."""
    table = readings.table
    entries = {entry.name: entry_figure(entry, readings, file) for entry in table.entries}
    missing = [entry.label for entry in table.entries if entries[entry.name] is None]
    full = [i for i, row in enumerate(readings.rows) if all(cell is not None for cell in row)]
    least = LEAST_ROWS.get(table.key, 3 if table.columns else 0)
    if len(full) < least:
        missing.append(words.more_readings(least - len(full)))
    if missing:
        return Aided(missing=tuple(missing))
    at = {name: found[0] for name, found in entries.items() if found is not None}
    rows = np.array([[cell.value for cell in readings.rows[i] if cell is not None] for i in full])
    try:
        return _WORK[table.key](_Asked(readings, file, at, rows, full))
    except AnchorBeamError as problem:
        return Aided(problem=_in_rows(problem, full))


def working(given: Given, readings: Readings, file: CarFile) -> Working:
    """How a figure came about at an aid."""
    table, kind = readings.table, field_at(given.place).kind
    terms = [
        Term("", entry.label.lower(), found[0], entry.kind)
        for entry in table.entries if (found := entry_figure(entry, readings, file)) is not None
    ]  # fmt: skip
    count = sum(all(cell is not None for cell in row) for row in readings.rows)
    if count:
        terms.append(Term("n", "readings", count, Kind.COUNT))
    terms.append(Term(r"\sigma", "one standard deviation of the figure", given.spread, kind))
    label = field_at(given.place).label
    return Working(
        readings.title(),
        table.formula,
        tuple(terms),
        Term("", label.lower(), given.value, kind),
        table.source,
        table.how,
    )


LEAST_ROWS = {"corner-weights": 1, PHOTO: MARKS + FEWEST, "tilt": 2, "spring-ratio": 4, "pickup-ratio": 4}


@dataclass(frozen=True, eq=False)
class _Asked:
    """Readings laid out: entries [SI] by name, the table (n, columns) [SI], and which typed row each of its rows is."""

    readings: Readings
    file: CarFile
    at: dict[str, float]
    rows: FloatArray
    numbers: list[int]

    @property
    def axle(self) -> Axle:
        assert self.readings.axle is not None  # asked of aids about one axle only
        return self.readings.axle

    def figure(self, name: str) -> Figure:
        """A figure of the axle in the car."""
        found: Figure = getattr(self.file.car.axle(self.axle), name)
        return found

    def known(self, name: str) -> Measured:
        """The same with its spread."""
        figure = self.figure(name)
        return Measured(figure.value, field_at(f"car.{self.axle}.{name}").spread(figure))

    def gives(self, *found: Measured) -> tuple[Given, ...]:
        """Figures in the order in which the aid names them."""
        places = self.readings.table.places(self.readings.axle)
        return tuple(Given(place, one.value, one.error) for place, one in zip(places, found, strict=True))

    def beside(self, off: FloatArray, stands_out: np.ndarray, kind: Kind) -> Beside:
        """Of each row."""
        by_row = {i: float(one) for i, one in zip(self.numbers, off, strict=True)}
        odd = {i: words.DOES_NOT_FIT for i, out in zip(self.numbers, stands_out, strict=True) if out}
        return Beside(by_row, kind, odd)


def _in_rows(problem: AnchorBeamError, full: Sequence[int]) -> AnchorBeamError:
    """With the number of the row as it was typed."""
    head, bracket, rest = problem.place.partition("[")
    if head == "readings" and bracket:
        number, _, tail = rest.partition("]")
        return problem.at(f"readings[{full[int(number)]}]{tail}")
    return problem


def _ratio(asked: _Asked) -> Aided:
    found = motion_ratio(asked.rows[:, 0], asked.rows[:, 1])
    ratio = Measured(abs(found.ratio.value), found.ratio.error)
    return Aided(asked.gives(ratio), asked.beside(found.residuals, found.stands_out, Kind.FINE_LENGTH))


def _floor(asked: _Asked) -> Aided:
    """Gives the car nothing: says what the floor does to other readings, and what to put under the pads."""
    car = asked.file.car
    tracks = car.front.track.value, car.rear.track.value
    found = floor(np.array([asked.at[f"floor_{key}"] for key in CORNERS]), tracks, car.wheelbase.value)
    notes = [words.shims(found.shims.tolist()), words.lean(found.roll, found.pitch)]
    now = results(car, asked.file.bench)
    if now.axle_stiffness is not None:
        stiff = float(now.axle_stiffness[0]), float(now.axle_stiffness[1])
        moved = cross_load(found, tracks, stiff, car.chassis_torsion.value) / GRAVITY
        total = sum(getattr(car, f"corner_{key}").value for key in CORNERS)
        notes.append(words.floor_twists(found.twist, moved, 100.0 * moved / total))
    return Aided(notes=tuple(notes))


def photo_path(readings: Readings, file: CarFile) -> tuple[Laid, FlatBar]:
    """The picture laid flat by its marks, and the bar's path.

    Raises:
        InputError, NoSolution: at "marks" or "points".
    """
    at = {entry.name: found[0] for entry in readings.table.entries if (found := entry_figure(entry, readings, file))}
    places = tuple((row[0].value, row[1].value) for row in readings.rows if row[0] is not None and row[1] is not None)
    return _photo_path(at["width"], at["depth"], places)


@lru_cache(maxsize=8)
def _photo_path(width: float, depth: float, places: tuple[tuple[float, float], ...]) -> tuple[Laid, FlatBar]:
    pixels = np.array(places).reshape(-1, 2)
    laid = lay_flat(pixels[:MARKS], np.array([[0.0, depth], [width, depth], [width, 0.0], [0.0, 0.0]]))
    return laid, bar_in_picture(laid, pixels[MARKS:])


def _photo(asked: _Asked) -> Aided:
    """The mean of both arms, as bars are mirror-symmetric here; where they differ it says so."""
    _, bar = photo_path(asked.readings, asked.file)
    mean = [
        Measured(0.5 * (a.value + b.value), 0.5 * math.hypot(a.error, b.error))
        for a, b in (bar.arms, bar.splays, bar.radii)
    ]
    notes = words.arms(*(arm.value for arm in bar.arms), error=math.hypot(*(arm.error for arm in bar.arms)))
    return Aided(asked.gives(bar.centre_length, *mean), notes=(notes,))


def _tilt(asked: _Asked) -> Aided:
    car = asked.file.car
    total = GRAVITY * (car.corner_fl.value + car.corner_fr.value + car.corner_rl.value + car.corner_rr.value)
    found = tilts(
        asked.rows[:, 0], GRAVITY * asked.rows[:, 1], total=total, wheelbase=asked.at["wheelbase"],
        wheel_radius=asked.at["wheel_radius"], scale_error=SCALES * GRAVITY,
    )  # fmt: skip
    beside = asked.beside(found.off / GRAVITY, found.stands_out, Kind.MASS)
    return Aided(asked.gives(found.height), beside, (words.total_of_car(total / GRAVITY),))


def _line(asked: _Asked, found: Pressed, *given: Measured) -> Aided:
    notes = () if found.from_to is None else (words.grows_stiffer(*found.from_to),)
    return Aided(asked.gives(*given), asked.beside(found.off, found.stands_out, Kind.FORCE), notes)


def _press(asked: _Asked) -> Aided:
    found = pressed(asked.rows[:, 0], asked.rows[:, 1])
    return _line(asked, found, found.rate)


def _tyre(asked: _Asked) -> Aided:
    found = pressed(-asked.rows[:, 0], asked.rows[:, 1])
    return _line(asked, found, found.rate)


def _wheel(asked: _Asked) -> Aided:
    found = pressed(asked.rows[:, 0], asked.rows[:, 1])
    known = asked.known("spring_ratio")
    ratio = Measured(asked.at["ratio"], known.error)
    made = _line(asked, found, spring_behind_wheel(found.rate, ratio))
    return replace(made, notes=(words.wheel_rate(found.rate.value), *made.notes))


def _wire(asked: _Asked) -> Aided:
    ends = (Ends.OPEN, Ends.ONE, Ends.BOTH)[round(asked.at["closed"])]
    spring = Wire(asked.at["wire"], asked.at["outer"], asked.at["coils"], ends)
    return Aided(asked.gives(spring_by_wire(spring)), notes=(words.working_coils(spring.working),))


def _size(asked: _Asked) -> Aided:
    car, front = asked.file.car, asked.axle is Axle.FRONT
    left, right = (car.corner_fl, car.corner_fr) if front else (car.corner_rl, car.corner_rr)
    rate = asked.known("tyre_rate")
    found = tyre_size(
        asked.at["width"], asked.at["height"], asked.at["rim"], load=0.5 * GRAVITY * (left.value + right.value),
        rate=rate.value, rate_error=rate.error,
    )  # fmt: skip
    return Aided(asked.gives(found.standing), notes=(words.radii(found.free.value, found.rolling.value),))


def _joints(asked: _Asked, *names: str) -> list[tuple[float, float]]:
    return [(asked.at[f"{name}_y"], asked.at[f"{name}_z"]) for name in names]


def _arms(asked: _Asked) -> Aided:
    a, b, c, d = _joints(asked, "upper_inner", "upper_outer", "lower_inner", "lower_outer")
    return Aided(asked.gives(of_wishbones((a, b), (c, d), asked.figure("track").value)))


def _strut(asked: _Asked) -> Aided:
    top, foot, c, d = _joints(asked, "top", "foot", "lower_inner", "lower_outer")
    return Aided(asked.gives(of_strut(top, foot, (c, d), asked.figure("track").value)))


def _rod(asked: _Asked) -> Aided:
    frame, axle = _joints(asked, "frame", "axle")
    return Aided(asked.gives(of_lateral_rod(frame, axle)))


def _brakes(asked: _Asked) -> Aided:
    def of(axle: Axle) -> Brakes:
        return Brakes(
            round(asked.at[f"{axle}_pistons"]), asked.at[f"{axle}_piston"], asked.at[f"{axle}_disc"],
            asked.at[f"{axle}_friction"], asked.file.car.axle(axle).wheel_centre_height.value,
        )  # fmt: skip

    share = brake_share(of(Axle.FRONT), of(Axle.REAR))
    return Aided(asked.gives(Measured(100.0 * share.value, 100.0 * share.error)))


def _corners(asked: _Asked) -> Aided:
    found = settled(asked.rows)
    odd = {
        i: words.settle_off(pair) for i, out, pair in zip(asked.numbers, found.stands_out, found.swapped, strict=True)
        if out
    }  # fmt: skip
    worst = {i: float(row[np.abs(row).argmax()]) for i, row in zip(asked.numbers, found.off, strict=True)}
    notes = words.corners(*(corner.value for corner in found.corners))
    return Aided(asked.gives(*found.corners), Beside(worst, Kind.MASS, odd), notes)


_WORK: dict[str, Callable[[_Asked], Aided]] = {
    "corner-weights": _corners, "floor": _floor, PHOTO: _photo, "tilt": _tilt, "spring-ratio": _ratio, "pickup-ratio": _ratio,
    "spring-press": _press,
    "spring-wire": _wire, "wheel-rate": _wheel, "tyre-rate": _tyre, "tyre-size": _size, "roll-arms": _arms,
    "roll-strut": _strut, "roll-rod": _rod, "brakes": _brakes,
}  # fmt: skip

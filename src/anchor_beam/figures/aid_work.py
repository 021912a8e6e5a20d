"""What each measuring aid makes of its readings: one function an aid, on the functions of the core."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import field, replace
from functools import lru_cache, partial

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray
from anchor_beam.core.measure.aids import Measured, motion_ratio, tilts
from anchor_beam.core.measure.corners import settled
from anchor_beam.core.measure.differential import Plates, locking
from anchor_beam.core.measure.floor import cross_load, floor
from anchor_beam.core.measure.heights import AGREE, UNMEASURED_FLOOR, on_level, ride_heights
from anchor_beam.core.measure.links import centre_distance, level_height
from anchor_beam.core.measure.photo import MARKS, FlatBar, Laid, bar_in_picture, lay_flat
from anchor_beam.core.measure.rates import (
    Ends,
    Pressed,
    Wire,
    damping_ratio,
    pressed,
    spring_behind_wheel,
    spring_by_wire,
)
from anchor_beam.core.measure.roll_centre import of_lateral_rod, of_strut, of_wishbones
from anchor_beam.core.measure.wheels import Brakes, brake_share, loads_by_width, tyre_size
from anchor_beam.core.sides import CORNERS, Axle, Side
from anchor_beam.documents.aid import Entry
from anchor_beam.documents.aids import PHOTO
from anchor_beam.documents.core_inputs import measured_car
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.places import read
from anchor_beam.documents.readings import Readings
from anchor_beam.documents.records import CarFile, Figure
from anchor_beam.errors import AnchorBeamError, at_place, placed
from anchor_beam.figures.arches import rims
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.results import results
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind
from anchor_beam.words import aids as words
from anchor_beam.words.remark import Remark

SCALES = 1.0  # kg, one standard deviation of both front pads together


@immutable
class Given:
    """A figure that an aid gives to the car: place, value and one standard deviation [SI]."""

    place: str
    value: float
    spread: float


@immutable
class Beside:
    """How far each row of a table lies beside what was fitted [SI], of a kind, and what is said of those that do not fit.
    Rows are numbered as they were typed."""

    off: Mapping[int, float] = field(default_factory=dict)
    kind: Kind = Kind.COUNT
    said: Mapping[int, str] = field(default_factory=dict)


@immutable
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


@immutable(eq=False)
class Asked:
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


def _ratio(asked: Asked) -> Aided:
    found = motion_ratio(asked.rows[:, 0], asked.rows[:, 1])
    ratio = Measured(abs(found.ratio.value), found.ratio.error)
    return Aided(asked.gives(ratio), asked.beside(found.residuals, found.stands_out, Kind.FINE_LENGTH))


def _floor(asked: Asked) -> Aided:
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


def _photo(asked: Asked) -> Aided:
    """The mean of both arms, as bars are mirror-symmetric here; where they differ it says so."""
    _, bar = photo_path(asked.readings, asked.file)
    mean = [
        Measured(0.5 * (a.value + b.value), 0.5 * math.hypot(a.error, b.error))
        for a, b in (bar.arms, bar.splays, bar.radii)
    ]
    notes = words.arms(*(arm.value for arm in bar.arms), error=math.hypot(*(arm.error for arm in bar.arms)))
    return Aided(asked.gives(bar.centre_length, *mean), notes=(notes,))


def _tilt(asked: Asked) -> Aided:
    car = asked.file.car
    total = GRAVITY * (car.corner_fl.value + car.corner_fr.value + car.corner_rl.value + car.corner_rr.value)
    found = tilts(
        asked.rows[:, 0], GRAVITY * asked.rows[:, 1], total=total, wheelbase=asked.at["wheelbase"],
        wheel_radius=asked.at["wheel_radius"], scale_error=SCALES * GRAVITY,
    )  # fmt: skip
    beside = asked.beside(found.off / GRAVITY, found.stands_out, Kind.MASS)
    return Aided(asked.gives(found.height), beside, (words.total_of_car(total / GRAVITY),))


def _line(asked: Asked, found: Pressed, *given: Measured) -> Aided:
    notes = () if found.from_to is None else (words.grows_stiffer(*found.from_to),)
    return Aided(asked.gives(*given), asked.beside(found.off, found.stands_out, Kind.FORCE), notes)


def _press(asked: Asked) -> Aided:
    found = pressed(asked.rows[:, 0], asked.rows[:, 1])
    return _line(asked, found, found.rate)


def _tyre(asked: Asked) -> Aided:
    found = pressed(-asked.rows[:, 0], asked.rows[:, 1])
    return _line(asked, found, found.rate)


def _wheel(asked: Asked) -> Aided:
    found = pressed(asked.rows[:, 0], asked.rows[:, 1])
    known = asked.known("spring_ratio")
    ratio = Measured(asked.at["ratio"], known.error)
    made = _line(asked, found, spring_behind_wheel(found.rate, ratio))
    return replace(made, notes=(words.wheel_rate(found.rate.value), *made.notes))


def _wire(asked: Asked) -> Aided:
    ends = (Ends.OPEN, Ends.ONE, Ends.BOTH)[round(asked.at["closed"])]
    spring = Wire(asked.at["wire"], asked.at["outer"], asked.at["coils"], ends)
    return Aided(asked.gives(spring_by_wire(spring)), notes=(words.working_coils(spring.working),))


def _size(asked: Asked) -> Aided:
    car, front = asked.file.car, asked.axle is Axle.FRONT
    left, right = (car.corner_fl, car.corner_fr) if front else (car.corner_rl, car.corner_rr)
    rate = asked.known("tyre_rate")
    found = tyre_size(
        asked.at["width"], asked.at["height"], asked.at["rim"], load=0.5 * GRAVITY * (left.value + right.value),
        rate=rate.value, rate_error=rate.error,
    )  # fmt: skip
    return Aided(asked.gives(found.standing), notes=(words.radii(found.free.value, found.rolling.value),))


def _joints(asked: Asked, *names: str) -> list[tuple[float, float]]:
    return [(asked.at[f"{name}_y"], asked.at[f"{name}_z"]) for name in names]


def _arms(asked: Asked) -> Aided:
    a, b, c, d = _joints(asked, "upper_inner", "upper_outer", "lower_inner", "lower_outer")
    return Aided(asked.gives(of_wishbones((a, b), (c, d), asked.figure("track").value)))


def _strut(asked: Asked) -> Aided:
    top, foot, c, d = _joints(asked, "top", "foot", "lower_inner", "lower_outer")
    return Aided(asked.gives(of_strut(top, foot, (c, d), asked.figure("track").value)))


def _rod(asked: Asked) -> Aided:
    frame, axle = _joints(asked, "frame", "axle")
    return Aided(asked.gives(of_lateral_rod(frame, axle)))


def _brakes(asked: Asked) -> Aided:
    def of(axle: Axle) -> Brakes:
        return Brakes(
            round(asked.at[f"{axle}_pistons"]), asked.at[f"{axle}_piston"], asked.at[f"{axle}_disc"],
            asked.at[f"{axle}_friction"], asked.file.car.axle(axle).wheel_centre_height.value,
        )  # fmt: skip

    share = brake_share(of(Axle.FRONT), of(Axle.REAR))
    return Aided(asked.gives(Measured(100.0 * share.value, 100.0 * share.error)))


def _damper(asked: Asked) -> Aided:
    car = measured_car(asked.file.car)
    i = asked.axle.position
    sprung = float(car.on_axle[0, i] - car.axle_unsprung_mass[0, i]) / 2.0
    ratio, at = Measured(asked.at["ratio"], asked.known("spring_ratio").error), asked.at
    found = damping_ratio(
        at["bump"], at["rebound"], at["speed"], ratio=ratio, wheel_rate=float(car.wheel_rate[0, i]), sprung=sprung
    )
    at_wheel = 0.5 * (at["bump"] + at["rebound"]) / at["speed"] * ratio.value**2
    return Aided(asked.gives(found), notes=(words.at_the_wheel(at_wheel),))


def _ramps(asked: Asked) -> Aided:
    at = asked.at
    plates = Plates(round(at["faces"]), at["plate"], at["shaft"], at["friction"])
    found = [placed(partial(locking, at[name], plates), at_place(name)) for name in ("drive", "coast")]
    notes = (words.locking(*(100.0 * one.share.value for one in found)),)
    return Aided(asked.gives(*(one.bias for one in found)), notes=notes)


def _eyes(asked: Asked) -> Aided:
    at = asked.at
    found = [
        placed(
            partial(centre_distance, at[f"{side}_over"], at[f"{side}_between"]),
            f"{side}_".__add__,
        )
        for side in Side
    ]
    return Aided(asked.gives(*found), notes=(words.links(*(one.value for one in found)),))


def _level(asked: Asked) -> Aided:
    """From the holes in use on the bench; the link hangs the way the car's figure says that it does."""
    axle, end = asked.file.car.axle(asked.axle), asked.file.bench.end(asked.axle)
    mesh = end_result(axle, end, asked.axle).bar.mesh
    heights = {Side.LEFT: axle.pickup_height_left, Side.RIGHT: axle.pickup_height_right}
    found = []
    for side in Side:
        hole = mesh.nodes[mesh.holes[side.position, end.hole(side)]]
        known = field_at(f"bench.{asked.axle}.link_{side}").spread(end.link(side))
        found.append(placed(
            partial(
                level_height, Measured(asked.at[str(side)], known), lever=math.hypot(hole[0], hole[2]),
                ahead=asked.at["ahead"], aside=axle.pickup_spacing.value / 2.0 - abs(hole[1]),
                below=heights[side].value < 0.0,
            ),
            at_place(str(side)),
        ))  # fmt: skip
    return Aided(asked.gives(*found))


def _by_wheel(asked: Asked) -> FloatArray:
    """(4, columns) [SI], NaN where nothing was read."""
    found = np.full((len(CORNERS), asked.rows.shape[1]), np.nan)
    found[asked.numbers] = asked.rows
    return found


def _tyres(asked: Asked) -> Aided:
    car, read = asked.file.car, _by_wheel(asked)
    kinds = (car.front.tyre.kind(car.tyre), car.rear.tyre.kind(car.tyre))
    notes = (*words.tyre_kinds(read, kinds), *words.tyres_beside(read), *words.tyres_of_axles(read, car.match))
    widths = read[:, 0]
    if np.isnan(widths).any():
        return Aided(notes=notes, missing=("the width at each wheel",))
    loads = loads_by_width(float(widths[:2].mean()), float(widths[2:].mean()))
    return Aided(asked.gives(*loads), notes=notes)


def _heights(asked: Asked) -> Aided:
    """Gives the car nothing: says how it stands, and what does not agree."""
    car, read = asked.file.car, _by_wheel(asked)
    tracks, centres = (
        tuple(getattr(car.axle(axle), name).value for axle in Axle) for name in ("track", "wheel_centre_height")
    )
    found = ride_heights(read[:, :3], np.repeat(centres, 2), rims(asked.file))
    heights, floor_known = found.hub_to_arch, asked.file.read_at("floor", None)
    spots = [floor_known.entries.get(f"floor_{key}") for key in CORNERS]
    now = results(car, asked.file.bench)
    measured = [spot.value for spot in spots if spot is not None]
    if len(measured) == len(CORNERS) and now.axle_stiffness is not None:
        below = floor(np.array(measured), (tracks[0], tracks[1]), car.wheelbase.value)
        stiff = float(now.axle_stiffness[0]), float(now.axle_stiffness[1])
        level = on_level(heights, below, (tracks[0], tracks[1]), stiff, car.chassis_torsion.value)
        notes = [words.on_this_floor(float(np.nanmax(np.abs(level - heights))))]
        heights, error = level, float(found.error.max())
    else:
        notes, error = [words.floor_unknown()], UNMEASURED_FLOOR
    odd = {i: words.datums_differ(float(gap)) for i, gap in enumerate(found.apart) if gap > AGREE}
    notes = [words.hub_to_arch(heights), *words.stands(heights, read[:, 3], read[:, 4], error), *notes]
    return Aided(beside=Beside({i: float(gap) for i, gap in enumerate(found.apart) if gap == gap}, Kind.FINE_LENGTH, odd),
                 notes=tuple(notes))  # fmt: skip


def _corners(asked: Asked) -> Aided:
    found = settled(asked.rows)
    odd = {
        i: words.settle_off(pair) for i, out, pair in zip(asked.numbers, found.stands_out, found.swapped, strict=True)
        if out
    }  # fmt: skip
    worst = {i: float(row[np.abs(row).argmax()]) for i, row in zip(asked.numbers, found.off, strict=True)}
    notes = words.corners(*(corner.value for corner in found.corners))
    return Aided(asked.gives(*found.corners), Beside(worst, Kind.MASS, odd), notes)


WORK: dict[str, Callable[[Asked], Aided]] = {
    "corner-weights": _corners, "floor": _floor, PHOTO: _photo, "tilt": _tilt, "spring-ratio": _ratio, "pickup-ratio": _ratio,
    "spring-press": _press,
    "spring-wire": _wire, "wheel-rate": _wheel, "tyre-rate": _tyre, "tyre-size": _size, "roll-arms": _arms,
    "roll-strut": _strut, "roll-rod": _rod, "brakes": _brakes, "damper": _damper, "ramps": _ramps, "link-eyes": _eyes,
    "level-arm": _level, "tyres": _tyres, "ride-heights": _heights,
}  # fmt: skip

"""What a link is made of, for both sides of an axle: lengths to cut and turns to make, with what must be watched."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from anchor_beam.core.linkage.link_build import Grommet, GrommetLink, ThreadedLink, TubeLink, spline_step
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.builds import BUILD, FIXED, GROMMETS, SPLINE, THREADED, TUBE
from anchor_beam.documents.core_inputs import length_per_turn
from anchor_beam.documents.records import Adjuster, CarFile
from anchor_beam.errors import AnchorBeamError, NoSolution
from anchor_beam.figures.aid_work import entry_figure
from anchor_beam.figures.ends import end_result, why_no_links
from anchor_beam.figures.lengths import with_lengths
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind
from anchor_beam.words import build_sheet as words

Values = dict[str, float]  # by entry [SI]


@immutable
class Line:
    """One line of a sheet: what it is, of the left and of the right link, with its kind; one of both where they are alike."""

    label: str
    left: float
    right: float
    kind: Kind
    decimals: int | None = None

    @property
    def alike(self) -> bool:
        """Whether one number says it for both."""
        return self.left == self.right


@immutable
class Sheet:
    """lines: what to make. warnings: what is wrong with it. notes: what must be known. problem: why nothing follows. sizes:
    what the drawing needs [m]."""

    kind: str
    lines: tuple[Line, ...] = ()
    warnings: tuple[str, ...] = ()
    notes: tuple[str, ...] = ()
    problem: AnchorBeamError | None = None
    sizes: tuple[tuple[str, float], ...] = ()


def build_sheet(file: CarFile, axle: Axle, kind: str) -> Sheet:
    """The sheet of a kind of link with what was entered for this axle."""
    readings = file.read_at(kind, axle)
    found = {entry.name: entry_figure(entry, readings, file) for entry in BUILD[kind].entries}
    values = {name: figure[0] for name, figure in found.items() if figure is not None}
    try:
        made = _MADE[kind](file, axle, values)
        return made if kind == SPLINE else replace(made, notes=(*made.notes, _studs(file, axle)))
    except AnchorBeamError as problem:
        return Sheet(kind, problem=problem)


def _studs(file: CarFile, axle: Axle) -> str:
    record = file.car.axle(axle)
    return words.studs(record.stud_at_arm, record.stud_at_pickup)


def _pair(values: Values, made: Callable[[float], float]) -> tuple[float, float]:
    left, right = (made(values[side]) for side in Side)
    return left, right


def _grommets(_file: CarFile, _axle: Axle, v: Values) -> Sheet:
    grommet = Grommet(v["height"], v["outer"], v["bore"], v["hardness"], v["squeeze"] / 100.0)
    link = GrommetLink(grommet, (v["arm"], v["bracket"]), v["cup"], v["nut"], v["pitch"])
    lines = (
        Line(words.SLEEVE, *_pair(v, link.sleeve), Kind.FINE_LENGTH),
        Line(words.BOLT, *_pair(v, link.bolt), Kind.FINE_LENGTH),
        Line(words.SQUEEZED, grommet.squeezed, grommet.squeezed, Kind.FINE_LENGTH),
        Line(words.BULGE, grommet.bulge, grommet.bulge, Kind.FINE_LENGTH),
        Line(words.FORCE, grommet.force, grommet.force, Kind.FORCE),
        Line(words.RATE, link.stiffness, link.stiffness, Kind.RATE),
        Line(words.FREE_FROM, link.free_from, link.free_from, Kind.FORCE),
    )  # fmt: skip
    sizes = {name: v[name] for name in ("arm", "bracket", "cup", "outer", "bore", "left", "nut")}
    sizes |= {"sleeve": link.sleeve(v["left"]), "squeezed": grommet.squeezed, "bulge": grommet.bulge}
    return Sheet(GROMMETS, lines, (), words.GROMMET_NOTES, sizes=tuple(sizes.items()))


def _threaded(file: CarFile, axle: Axle, v: Values) -> Sheet:
    record = file.car.axle(axle)
    per_turn = length_per_turn(record)
    both = record.adjuster is Adjuster.OPPOSITE
    link = ThreadedLink(v["bought"], v["engaged"], v["least"], per_turn or v["pitch"], both)
    left, right = _pair(v, link.left)
    lines = (
        Line(words.WANTED, v["left"], v["right"], Kind.FINE_LENGTH),
        Line(words.TURNS, *_pair(v, link.turns), Kind.COUNT, 1),
        Line(words.REACHED, *_pair(v, link.reached), Kind.FINE_LENGTH),
        Line(words.LEFT_IN, left, right, Kind.FINE_LENGTH),
        Line(words.LONGEST, link.longest, link.longest, Kind.FINE_LENGTH),
    )  # fmt: skip
    short = [side for side, rest in zip(Side, (left, right), strict=True) if rest < v["least"] - 1e-9]
    warnings = tuple(words.too_little_thread(side) for side in short)
    fixed = (words.FIXED,) if record.adjuster is Adjuster.FIXED else ()
    notes = (*fixed, words.OPPOSITE if both else words.HALF_TURNS, words.SQUARE, words.JAM)
    return Sheet(THREADED, lines, warnings, notes, sizes=(("length", v["left"]), ("left_in", max(left, 0.0))))


def _tube(_file: CarFile, _axle: Axle, v: Values) -> Sheet:
    link = TubeLink(v["shank"], v["engaged"], v["least"], v["flange"], v["depth"])
    lines = (
        Line(words.WANTED, v["left"], v["right"], Kind.FINE_LENGTH),
        Line(words.CUT, *_pair(v, link.cut), Kind.FINE_LENGTH),
        Line(words.RESERVE, link.longer, link.longer, Kind.FINE_LENGTH),
    )  # fmt: skip
    warnings = () if link.engaged >= link.least else (words.NO_RESERVE,)
    sizes = (("length", v["left"]), ("left_in", v["engaged"]), ("cut", link.cut(v["left"])))
    return Sheet(TUBE, lines, warnings, words.TUBE_NOTES, sizes=sizes)


def _fixed(file: CarFile, axle: Axle, v: Values) -> Sheet:
    """What links of one length do on both sides: how far they are from level, and what stays in the bar."""
    end, length = file.bench.end(axle), v["bought"]
    worn = with_lengths(end, (length, length))
    now, then = (end_result(file.car.axle(axle), each, axle) for each in (end, worn))
    if now.sides is None or then.sides is None:
        why = why_no_links(end, axle) or "A link of this length does not reach."
        raise then.problem or NoSolution("bought", why, got=length, accepts="another length")
    left, right = then.sides
    lines = (
        Line(words.LEVEL, left.level, right.level, Kind.FINE_LENGTH),
        Line(words.OFF_BY, left.off_level, right.off_level, Kind.FINE_LENGTH),
        Line(words.ARM, left.slope, right.slope, Kind.ANGLE),
        Line(words.IN_THE_BAR, *(2 * (then.K_theta * (then.rest_twist or 0.0),)), Kind.TORQUE),
    )  # fmt: skip
    far = tuple(words.far_off(side) for side, each in zip(Side, then.sides, strict=True) if abs(each.off_level) > FAR)
    return Sheet(FIXED, lines, far, words.FIXED_NOTES, sizes=(("length", length),))


FAR = 0.006  # m off level, above which a fixed link is the wrong one


def _spline(file: CarFile, axle: Axle, v: Values) -> Sheet:
    bar = file.bench.end(axle).bar
    lever = bar.arm_length.value - bar.holes[file.bench.end(axle).hole_left].value
    step, moved = spline_step(round(v["teeth"]), lever)
    lines = (
        Line(words.STEP, step, step, Kind.ANGLE),
        Line(words.MOVED, moved, moved, Kind.FINE_LENGTH),
        Line(words.HALF_STEP, 0.5 * moved, 0.5 * moved, Kind.FINE_LENGTH),
    )  # fmt: skip
    return Sheet(SPLINE, lines, (), words.SPLINE_NOTES, sizes=(("lever", lever), ("step", step)))


_MADE: dict[str, Callable[[CarFile, Axle, Values], Sheet]] = {
    GROMMETS: _grommets, THREADED: _threaded, TUBE: _tube, FIXED: _fixed, SPLINE: _spline,
}  # fmt: skip

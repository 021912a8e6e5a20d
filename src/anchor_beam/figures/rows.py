"""Figures as rows: each is declared once, and header, panels, sheet and tables show it from here.

A row knows its label, its kind of quantity, how to take its value from the results of a setting, its band and its working,
and why there is none where there is none. `readings` puts the reference beside it.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import TYPE_CHECKING

from anchor_beam.core.sides import Axle, Side
from anchor_beam.core.working import Working
from anchor_beam.documents.records import EndSetting
from anchor_beam.figures import workings
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.results import Results
from anchor_beam.figures.shown_car import car_weights
from anchor_beam.figures.workings.maker import Maker
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import Shown, delta, show
from anchor_beam.words import missing

if TYPE_CHECKING:
    from anchor_beam.figures.bands import Spreads


@immutable(eq=False)
class Row:
    """key: its name for code and tests. label: what it is called, where it depends on the results a function of them.

    value: of one setting [SI], None where it does not exist; why: then in a few words and as a sentence. sigma: one
    standard deviation from the bands. how: its working. of_car: whether the setting does not matter to it.
    """

    key: str
    label: str | Callable[[Results], str]
    kind: Kind
    value: Callable[[Results], float | None]
    how: Maker
    why: Callable[[Results, System], missing.Missing]
    sigma: Callable[[Spreads], float] | None = None
    of_car: bool = False


@immutable
class Reading:
    """A row as it stands now: label, value, difference, what it differs from, and band as texts.

    why: why there is no value, empty where there is one. clear: whether the difference is more than its band.
    """

    label: str
    value: Shown
    delta: str = ""
    against: str = ""
    band: str = ""
    why: str = ""
    clear: bool = True

    @property
    def spoken(self) -> str:
        """For screen readers."""
        change = f", {self.delta} against {self.against}" if self.delta else ""
        return f"{self.label}: {self.value} {self.band}".rstrip() + change + (f". {self.why}" if self.why else "")


def read_row(row: Row, shown: Picture, units: System) -> Reading:
    """A row of the setting on the bench, against the reference."""
    now = shown.now
    label = row.label if isinstance(row.label, str) else row.label(now)
    value = row.value(now)
    if value is None:
        lack = row.why(now, units)
        return Reading(label, Shown("", lack.brief), why=lack.sentence)
    before = None if shown.reference is None or row.of_car else row.value(shown.reference)
    band = ""
    if row.sigma is not None and shown.bands is not None:
        band = f"± {show(row.sigma(shown.bands), row.kind, units).number}"
    change, clear = delta(value, before, row.kind, units), True
    if (
        change
        and before is not None
        and row.sigma is not None
        and shown.bands is not None
        and shown.bands.change is not None
    ):
        sigma = row.sigma(shown.bands.change)
        change, clear = f"{change} ± {show(sigma, row.kind, units).number}", abs(value - before) > sigma
    return Reading(label, show(value, row.kind, units), change, f"“{shown.file.reference}”", band, clear=clear)


def _no_balance(now: Results, units: System) -> missing.Missing:
    return missing.balance(now.problem, units)


def _carried(axle: Axle) -> Callable[[Results, System], missing.Missing]:
    """Why a bar carries nothing that could be said."""

    def why(now: Results, units: System) -> missing.Missing:
        end = now.end(axle)
        if not end.end.connected:
            return _off(end.end, axle)
        return missing.balance(now.problem, units) if now.corner is None else missing.not_settled()

    return why


def _off(end: EndSetting, axle: Axle) -> missing.Missing:
    if not end.fitted:
        return missing.no_bar(axle)
    return missing.no_links(axle, end.bar.facts.ends) if end.fixed else missing.disconnected(axle)


def _links(axle: Axle) -> Callable[[Results, System], missing.Missing]:
    """Why links have no figure."""

    def why(now: Results, units: System) -> missing.Missing:
        end = now.end(axle)
        return _off(end.end, axle) if end.problem is None else missing.balance(end.problem, units)

    return why


def _hung(axle: Axle) -> Callable[[Results, System], missing.Missing]:
    """Why a link carries nothing that could be said."""
    return lambda now, units: _off(now.end(axle).end, axle) if now.end(axle).end.fixed else _carried(axle)(now, units)


def _why_no_lift(now: Results, units: System) -> missing.Missing:
    """Why no inside wheel is said to lift."""
    if now.corner is None:
        return _no_balance(now, units)
    slides, lift = now.slides_before_lift, now.first_lift
    return missing.no_lift() if slides is None or lift is None else missing.slides_first(*slides, lift[1], units)


ROLL_GRADIENT = Row(
    "roll gradient", "roll gradient", Kind.ROLL_GRADIENT, lambda now: now.roll_gradient, workings.roll_gradient, _no_balance,
    lambda bands: bands.roll_gradient,
)  # fmt: skip
REAR_SHARE = Row(
    "rear share", "rear share of roll stiffness", Kind.PERCENT, lambda now: now.rear_share, workings.rear_share, _no_balance,
    lambda bands: bands.rear_share,
)  # fmt: skip
FIRST_LIFT = Row(
    "first lift",
    lambda now: f"inside {now.first_lift[0]} wheel lifts at" if now.first_lift else "inside wheel lifts at",
    Kind.ACCELERATION, lambda now: now.first_lift[1] if now.first_lift and not now.slides_before_lift else None,
    workings.first_lift, _why_no_lift,
)  # fmt: skip


def heaviest_link(now: Results) -> tuple[Axle, Side, float] | None:
    """Axle, side and force [N] of the most loaded link at 1 g."""
    loads = [(axle, *load) for axle in Axle if (load := now.link_load(axle)) is not None]
    return max(loads, key=lambda load: load[2], default=None)


def _heaviest_label(now: Results) -> str:
    load = heaviest_link(now)
    return f"{load[0]} {load[1]} link at 1 g" if load else "link load at 1 g"


def _heaviest_working(shown: Picture) -> Working | None:
    load = heaviest_link(shown.now)
    return None if load is None else workings.link_load(load[0])(shown)


def _heaviest_missing(now: Results, units: System) -> missing.Missing:
    if now.corner is None:
        return _no_balance(now, units)
    connected = [axle for axle in Axle if now.end(axle).end.connected]
    if connected and all(now.end(axle).end.fixed for axle in connected):
        return missing.no_links(connected[0], now.end(connected[0]).end.bar.facts.ends)
    return missing.not_settled() if connected else missing.both_disconnected()


HEAVIEST_LINK = Row(
    "heaviest link", _heaviest_label, Kind.FORCE, lambda now: load[2] if (load := heaviest_link(now)) else None,
    _heaviest_working, _heaviest_missing,
)  # fmt: skip
HEADLINES = (ROLL_GRADIENT, REAR_SHARE, FIRST_LIFT, HEAVIEST_LINK)

CROSS_WEIGHT = Row(
    "cross weight", "cross weight", Kind.PERCENT, lambda now: now.cross_weight, workings.cross_weight, _no_balance
)


def _never(_now: Results, _units: System) -> missing.Missing:
    raise AssertionError("this row always has a value")


WEIGHTS = (
    Row("total", "weight, driver seated", Kind.MASS, lambda now: car_weights(now.car).total, workings.total_weight, _never,
        of_car=True),
    Row("front", "on the front axle", Kind.PERCENT, lambda now: car_weights(now.car).front_percent, workings.front_weight,
        _never, of_car=True),
    Row("cross", "cross weight, FR + RL", Kind.PERCENT, lambda now: car_weights(now.car).cross_percent,
        workings.scale_cross_weight, _never, of_car=True),
)  # fmt: skip


def wheel_rate(axle: Axle) -> Row:
    """Rate of a bar at the wheels."""
    return Row(
        "wheel rate", "rate at the wheel, roll", Kind.RATE,
        lambda now: now.end(axle).wheel_rate if now.end(axle).end.connected else None, workings.wheel_rate(axle),
        _links(axle),
    )  # fmt: skip


def link_load(axle: Axle) -> Row:
    """Force in the more loaded link."""
    return Row(
        "link load", "link load at 1 g", Kind.FORCE, lambda now: load[1] if (load := now.link_load(axle)) else None,
        workings.link_load(axle), _hung(axle),
    )  # fmt: skip


def peak_stress(axle: Axle) -> Row:
    """Stress of a bar with its bends counted; it takes longer than the others, so a job works it out first."""
    return Row(
        "peak stress", "peak stress at 1 g", Kind.STRESS, lambda now: now.peak_stress(axle), workings.peak_stress(axle),
        lambda now, units: missing.peak(now.end(axle).peak.reason) if now.bar_torque(axle) else _carried(axle)(now, units),
    )  # fmt: skip


def bar_rows(axle: Axle) -> tuple[Row, ...]:
    """What follows from a bar."""
    return (
        Row("twist stiffness", "twist stiffness", Kind.TWIST_STIFFNESS, lambda now: now.end(axle).K_theta,
            workings.twist_stiffness(axle), _never),
        Row("end rate", "rate at the bar's end", Kind.RATE, lambda now: now.end(axle).end_rate, workings.end_rate(axle),
            lambda now, _units: _off(now.end(axle).end, axle) if now.end(axle).direct else missing.staggered()),
        wheel_rate(axle),
        link_load(axle),
        Row("nominal stress", "nominal stress at 1 g", Kind.STRESS, lambda now: now.stress(axle), workings.stress(axle),
            lambda now, units: missing.plates() if now.bar_torque(axle) is not None else _carried(axle)(now, units)),
        peak_stress(axle),
        Row("mass", "mass", Kind.MASS, lambda now: now.end(axle).bar.mass, workings.bar_mass(axle), _never),
    )  # fmt: skip


def link_rows(axle: Axle) -> tuple[Row, ...]:
    """What follows from the links of an axle."""

    def length(what: str, side: Side, of: Callable[[Results], float | None], how: Maker) -> Row:
        label = f"{what} length, {side}"
        return Row(label, label, Kind.FINE_LENGTH, of, how, _links(axle))

    def level(now: Results, side: Side) -> float | None:
        sides = now.end(axle).sides
        return None if sides is None else sides[side.position].level

    def turn(now: Results, side: Side) -> float | None:
        sides = now.end(axle).sides
        return None if sides is None else sides[side.position].motion_ratio

    def drop_in(now: Results, side: Side) -> float | None:
        return now.end(axle).drop_in(side)

    levels = [length("level", side, partial(level, side=side), workings.level_length(axle, side)) for side in Side]
    drops = [
        length("drop-in", side, partial(drop_in, side=side), workings.drop_in_length(axle, side)) for side in Side
    ]
    turns = [
        Row(f"arm turns, {side}", f"arm turns, {side}", Kind.TURN_PER_TRAVEL, partial(turn, side=side),
            workings.arm_turn(axle, side), _links(axle))
        for side in Side
    ]  # fmt: skip
    rest = Row(
        "bar at rest",
        "bar at rest",
        Kind.TORQUE,
        lambda now: now.rest_torque(axle),
        workings.rest_torque(axle),
        _hung(axle),
    )
    return (*levels, *drops, *turns, wheel_rate(axle), link_load(axle), rest, CROSS_WEIGHT)

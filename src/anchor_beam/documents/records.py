"""The car, its bars and its settings, as frozen values in SI."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from enum import StrEnum
from typing import TypeVar

from anchor_beam.core.grip.model import Differential
from anchor_beam.core.grip.tyre import Road, TyreKind
from anchor_beam.core.sides import Axle, AxleKind, Side

T = TypeVar("T")


def hashed_once(cls: type[T]) -> type[T]:
    """For big frozen records that are keys of caches: each works out its hash the first time only."""
    whole: Callable[[T], int] = cls.__hash__

    def once(self: T) -> int:
        kept = vars(self)
        if HASH not in kept:
            kept[HASH] = whole(self)
        return int(kept[HASH])

    def without(self: T) -> dict[str, object]:  # another process hashes text differently
        return {name: value for name, value in vars(self).items() if name != HASH}

    cls.__hash__, cls.__getstate__ = once, without  # type: ignore[method-assign, assignment]
    return cls


HASH = "_hash"


class Provenance(StrEnum):
    """Where a value comes from; a spread follows from it."""

    MEASURED = "measured"
    MAKER = "maker's figure"
    TYPICAL = "typical"
    GUESS = "guess"


@dataclass(frozen=True, slots=True)
class Figure:
    """A value [SI] with its provenance, the text it was typed as, and its own spread if the user gave one."""

    value: float
    provenance: Provenance = Provenance.TYPICAL
    typed: str = ""
    spread: float | None = None


class Drive(StrEnum):
    FRONT = "front-wheel drive"
    REAR = "rear-wheel drive"
    ALL = "all-wheel drive"


class ArmDirection(StrEnum):
    FORWARD = "forward"
    REARWARD = "rearward"


class Adjuster(StrEnum):
    """How a link changes its length."""

    OPPOSITE = "opposite threads"
    ONE_END = "one threaded end"
    FIXED = "fixed length"


@hashed_once
@dataclass(frozen=True)
class AxleRecord:
    """One axle as measured. unsprung_mass: per wheel, of the whole axle when it is live."""

    kind: AxleKind
    arms: ArmDirection
    adjuster: Adjuster
    differential: Differential
    track: Figure
    wheel_centre_height: Figure
    roll_centre_height: Figure
    unsprung_mass: Figure
    spring_rate: Figure
    spring_ratio: Figure
    spring_base: Figure
    tyre_rate: Figure
    camber: Figure
    roll_camber: Figure
    compliance_steer: Figure
    roll_steer: Figure
    pickup_ahead: Figure
    pickup_height_left: Figure
    pickup_height_right: Figure
    pickup_spacing: Figure
    pickup_ratio: Figure
    thread_pitch: Figure


@hashed_once
@dataclass(frozen=True)
class CarRecord:
    """A car without its bars."""

    name: str
    description: str
    drive: Drive
    tyre: TyreKind
    road: Road
    wheelbase: Figure
    corner_fl: Figure
    corner_fr: Figure
    corner_rl: Figure
    corner_rr: Figure
    cg_height: Figure
    grip: Figure
    load_sensitivity: Figure
    camber_best: Figure
    camber_loss: Figure
    brake_front: Figure
    chassis_torsion: Figure
    window_low: Figure
    window_high: Figure
    front: AxleRecord
    rear: AxleRecord

    def axle(self, axle: Axle) -> AxleRecord:
        return self.front if axle is Axle.FRONT else self.rear


@hashed_once
@dataclass(frozen=True)
class BarRecord:
    """A mirror-symmetric bar; `wall` counts unless solid, the arm's section only with plate arms."""

    name: str
    maker: str
    solid: bool
    plate_arms: bool
    rigid_bushings: bool
    od: Figure
    wall: Figure
    centre_length: Figure
    pivot_spacing: Figure
    arm_length: Figure
    splay: Figure
    drop: Figure
    bend_radius: Figure
    arm_width: Figure
    arm_thickness: Figure
    bushing_radial: Figure
    holes: tuple[Figure, ...]


@hashed_once
@dataclass(frozen=True)
class EndSetting:
    """What is on one axle: the bar, whether it is connected, the hole on each side and the length of each link.

    worn: the revision of the part that this bar is, in the garage it is kept in; None until it is kept.
    """

    bar: BarRecord
    connected: bool
    hole_left: int
    hole_right: int
    link_left: Figure
    link_right: Figure
    worn: int | None = field(default=None, compare=False)

    def hole(self, side: Side) -> int:
        return self.hole_left if side is Side.LEFT else self.hole_right

    def link(self, side: Side) -> Figure:
        return self.link_left if side is Side.LEFT else self.link_right


@hashed_once
@dataclass(frozen=True)
class Setting:
    """A named setting, complete in itself: later changes to a bar in the rack do not reach back into it."""

    name: str
    front: EndSetting
    rear: EndSetting

    def end(self, axle: Axle) -> EndSetting:
        return self.front if axle is Axle.FRONT else self.rear

    def with_end(self, axle: Axle, end: EndSetting) -> Setting:
        return replace(self, front=end) if axle is Axle.FRONT else replace(self, rear=end)


@dataclass(frozen=True)
class RackBar:
    """A bar that the team owns and the axle it fits. part: its document in the garage, None until it is kept."""

    axle: Axle
    bar: BarRecord
    part: int | None = field(default=None, compare=False)


@dataclass(frozen=True)
class CarFile:
    """Everything about one car: its data, the rack, the saved settings, the setting on the bench, the reference."""

    car: CarRecord
    rack: tuple[RackBar, ...]
    settings: tuple[Setting, ...]
    bench: Setting
    reference: str

    def saved(self, name: str) -> Setting | None:
        return next((setting for setting in self.settings if setting.name == name), None)

    @property
    def reference_setting(self) -> Setting | None:
        return self.saved(self.reference)

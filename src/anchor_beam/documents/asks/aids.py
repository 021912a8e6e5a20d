"""Questions of the aids by press, wire, tape and scales: "spring-press" and others; see docs/headless.md."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.measure.photo import CLICK
from anchor_beam.core.measure.rates import GAUGE, Ends
from anchor_beam.documents.asks.common import STRICT, Flag, Number, Pair, Positive
from anchor_beam.documents.asks.measure import Loads, Readings


class Pressing(BaseModel):
    """Loads beside the travel at which each was read."""

    model_config = STRICT
    travel_mm: Readings
    load_N: Readings
    gauge_percent: Annotated[Number, Field(ge=0.0, le=20.0)] = 100.0 * GAUGE


class SpringPressQuestion(Pressing):
    """A spring in a press."""

    id: str
    kind: Literal["spring-press"]


class WheelRateQuestion(Pressing):
    """A wheel pressed on a scale, bar unhooked; through_tyre: the travel was read from the floor."""

    id: str
    kind: Literal["wheel-rate"]
    motion_ratio: Positive
    motion_ratio_error: Annotated[Number, Field(ge=0.0)] = 0.01
    through_tyre: Flag = False
    tyre_rate_N_per_mm: Positive | None = None
    tyre_rate_error_percent: Annotated[Number, Field(ge=0.0)] = 5.0


class TyreRateQuestion(BaseModel):
    """Heights of an axle at several loads on one tyre."""

    model_config = STRICT
    id: str
    kind: Literal["tyre-rate"]
    height_mm: Readings
    load_N: Readings
    gauge_percent: Annotated[Number, Field(ge=0.0, le=20.0)] = 100.0 * GAUGE


class SpringWireQuestion(BaseModel):
    """A coil spring by caliper."""

    model_config = STRICT
    id: str
    kind: Literal["spring-wire"]
    wire_mm: Positive
    outer_mm: Positive
    coils: Positive
    ends: Ends = Ends.BOTH


Joint = Pair
Arm = tuple[Joint, Joint]


class RollCentreQuestion(BaseModel):
    """Points across and up of the right-hand side; which ones goes with the suspension."""

    model_config = STRICT
    id: str
    kind: Literal["roll-centre"]
    suspension: Literal["wishbones", "strut", "lateral-rod"]
    track_mm: Positive | None = None
    upper_mm: Arm | None = None
    lower_mm: Arm | None = None
    top_mm: Joint | None = None
    foot_mm: Joint | None = None
    frame_mm: Joint | None = None
    axle_mm: Joint | None = None
    tape_mm: Positive = 2.0


class BrakesAsk(BaseModel):
    """One axle's discs: pistons on one side of a caliper, effective radius of the disc."""

    model_config = STRICT
    pistons: Annotated[int, Field(ge=1, le=12)] = 1
    piston_mm: Positive
    disc_mm: Positive
    friction: Positive = 0.4
    rolling_mm: Positive
    pressure: Positive = 1.0


class BrakeShareQuestion(BaseModel):
    """Both axles' brakes."""

    model_config = STRICT
    id: str
    kind: Literal["brake-share"]
    front: BrakesAsk
    rear: BrakesAsk


class TyreSizeQuestion(BaseModel):
    """The letters on the sidewall, the load on the tyre and its rate."""

    model_config = STRICT
    id: str
    kind: Literal["tyre-size"]
    width_mm: Positive
    height_percent: Positive
    rim_in: Positive
    load_kg: Annotated[Number, Field(ge=0.0)]
    rate_N_per_mm: Positive
    rate_error_percent: Annotated[Number, Field(ge=0.0)] = 12.0


class CornerWeightsQuestion(BaseModel):
    """Settles of the car on its scales: front left, front right, rear left, rear right."""

    model_config = STRICT
    id: str
    kind: Literal["corner-weights"]
    settles_kg: Annotated[tuple[Loads, ...], Field(min_length=1, max_length=50)]


class FloorQuestion(BaseModel):
    """Heights of the floor at the four wheels; with stiffness also what its twist does to the scales."""

    model_config = STRICT
    id: str
    kind: Literal["floor"]
    heights_mm: Loads
    track_mm: Pair
    wheelbase_mm: Positive
    roll_stiffness_Nm_per_deg: Pair | None = None
    chassis_torsion_Nm_per_deg: Positive | None = None


class DamperQuestion(BaseModel):
    """Forces of one damper at one speed of its shaft, and the wheel it damps."""

    model_config = STRICT
    id: str
    kind: Literal["damper"]
    speed_mm_per_s: Positive = 50.0
    bump_N: Positive
    rebound_N: Positive
    motion_ratio: Positive
    motion_ratio_error: Annotated[Number, Field(ge=0.0)] = 0.01
    wheel_rate_N_per_mm: Positive
    sprung_kg: Positive


class DifferentialQuestion(BaseModel):
    """Ramps to the axle, driven and on the overrun, and the plates of one pack."""

    model_config = STRICT
    id: str
    kind: Literal["differential"]
    drive_ramp_deg: Positive
    coast_ramp_deg: Positive
    faces: Annotated[int, Field(ge=1, le=40)]
    plate_radius_mm: Positive
    ramp_radius_mm: Positive
    friction: Positive = 0.1


class LinkEyesQuestion(BaseModel):
    """A link by caliper: over both eyes, and between them."""

    model_config = STRICT
    id: str
    kind: Literal["link-eyes"]
    over_mm: Positive
    between_mm: Annotated[Number, Field(ge=0.0)]


class LevelArmQuestion(BaseModel):
    """A level arm and its link: how high the pick-up is above the bar's pivot axis."""

    model_config = STRICT
    id: str
    kind: Literal["level-arm"]
    link_mm: Positive
    link_error_mm: Annotated[Number, Field(ge=0.0)] = 0.5
    lever_mm: Positive
    ahead_mm: Positive
    aside_mm: Number = 0.0
    below: Flag = False


class TyreLoadsQuestion(BaseModel):
    """Widths of the tyres of both axles."""

    model_config = STRICT
    id: str
    kind: Literal["tyre-loads"]
    front_width_mm: Positive
    rear_width_mm: Positive


Corners = Annotated[tuple[Number | None, ...], Field(min_length=4, max_length=4)]
NOT_READ = (None, None, None, None)


class RideHeightsQuestion(BaseModel):
    """Heights at front left, front right, rear left, rear right, null where not read; with the floor also on the level."""

    model_config = STRICT
    id: str
    kind: Literal["ride-heights"]
    hub_to_arch_mm: Corners = NOT_READ
    ground_to_arch_mm: Corners = NOT_READ
    rim_to_arch_mm: Corners = NOT_READ
    wheel_centre_mm: Pair
    rim_mm: Corners = NOT_READ
    floor_mm: Loads | None = None
    track_mm: Pair | None = None
    wheelbase_mm: Positive | None = None
    roll_stiffness_Nm_per_deg: Pair | None = None
    chassis_torsion_Nm_per_deg: Positive | None = None


Marks = Annotated[tuple[Pair, ...], Field(min_length=4, max_length=4)]


class BarPhotoQuestion(BaseModel):
    """Four marks in the picture and on the plane, and points along the bar's middle from one end to the other."""

    model_config = STRICT
    id: str
    kind: Literal["bar-photo"]
    marks_px: Marks
    marks_mm: Marks
    points_px: Annotated[tuple[Pair, ...], Field(min_length=1, max_length=500)]
    click_px: Positive = CLICK


class TiltTableQuestion(BaseModel):
    """Front loads at several heights of the rear axle, the level one included."""

    model_config = STRICT
    id: str
    kind: Literal["tilt-table"]
    rise_mm: Readings
    front_kg: Readings
    total_kg: Positive
    wheelbase_mm: Positive
    wheel_radius_mm: Positive
    scale_error_kg: Positive = 1.0

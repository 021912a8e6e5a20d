"""Questions of the kinds "lateral-rod" and "launch"."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.live_axle.launch import LaunchCar
from anchor_beam.core.live_axle.rod import Rod
from anchor_beam.documents.asks.common import MM, STRICT, Flag, Number, Point3
from anchor_beam.documents.asks.limits import MOST_CASES
from anchor_beam.units.kinds import DEG


class LateralRodQuestion(BaseModel):
    """A lateral rod at ride height: x forward, y left of the centre line, z above ground."""

    model_config = STRICT
    id: str
    kind: Literal["lateral-rod"]
    frame_mm: Point3
    axle_mm: Point3
    travel_mm: Annotated[
        tuple[Number, ...],
        Field(max_length=MOST_CASES, description="May be empty: then ride height alone is worked out."),
    ] = ()
    roll_deg: Number = 0.0
    lowered_mm: Number = 0.0
    pitches_mm: Number | None = None
    sprung_on_axle_kg: Number | None = None
    ay_g: Number = 0.0

    @property
    def rod(self) -> Rod:
        """The core's rod.

        Raises:
            InputError: at "rod" or "rod.axle".
        """
        x, y, z = (value * MM for value in self.frame_mm)
        a, b, c = (value * MM for value in self.axle_mm)
        return Rod((x, y, z), (a, b, c))


class LaunchBarAsk(BaseModel):
    """The bar that is to hold a preload, and the adjuster of its one link."""

    model_config = STRICT
    K_theta_Nm_per_rad: Number
    motion_ratio_rad_per_m: Number
    lever_mm: Number
    pitches_mm: Number


class LaunchQuestion(BaseModel):
    """A straight launch of a live-axle car."""

    model_config = STRICT
    id: str
    kind: Literal["launch"]
    mass_kg: Number
    wheelbase_mm: Number
    track_front_mm: Number
    track_rear_mm: Number
    front_load_N: Number
    rear_load_N: Number
    mass_moment_kg_m: Number
    wheel_radius_mm: Number
    final_drive: Number
    rotation: Literal[-1, 0, 1] = -1
    front_stiffness_Nm_per_deg: Number
    rear_stiffness_Nm_per_deg: Number
    rear_tyres_Nm_per_deg: Number
    ax_g: Annotated[tuple[Number, ...], Field(min_length=1, max_length=MOST_CASES)]
    preload_Nm: Number = 0.0
    grip: Number | None = None
    locked: Flag = False
    bias: Number = 1.0
    bar: LaunchBarAsk | None = None

    @property
    def car(self) -> LaunchCar:
        """The core's car.

        Raises:
            InputError: at a figure of the car.
        """
        return LaunchCar(
            mass=self.mass_kg, wheelbase=self.wheelbase_mm * MM, track_front=self.track_front_mm * MM,
            track_rear=self.track_rear_mm * MM, front_load=self.front_load_N, rear_load=self.rear_load_N,
            weight_moment=self.mass_moment_kg_m, wheel_radius=self.wheel_radius_mm * MM, final_drive=self.final_drive,
            rotation=self.rotation, front_stiffness=self.front_stiffness_Nm_per_deg / DEG,
            rear_stiffness=self.rear_stiffness_Nm_per_deg / DEG, rear_tyres=self.rear_tyres_Nm_per_deg / DEG,
        )  # fmt: skip


ROD_KEYS = {"rod": "frame_mm", "rod.axle": "axle_mm", "travel": "travel_mm", "pitch": "pitches_mm"}
LAUNCH_KEYS = {
    "mass": "mass_kg", "wheelbase": "wheelbase_mm", "track_front": "track_front_mm", "track_rear": "track_rear_mm",
    "front_load": "front_load_N", "rear_load": "rear_load_N", "weight_moment": "mass_moment_kg_m",
    "wheel_radius": "wheel_radius_mm", "front_stiffness": "front_stiffness_Nm_per_deg",
    "rear_stiffness": "rear_stiffness_Nm_per_deg", "rear_tyres": "rear_tyres_Nm_per_deg", "acceleration": "ax_g",
    "K_theta": "bar.K_theta_Nm_per_rad", "pitch": "bar.pitches_mm", "lever": "bar.lever_mm",
    "motion_ratio": "bar.motion_ratio_rad_per_m",
}  # fmt: skip

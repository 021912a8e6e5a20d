"""How well each figure of a car is known once somebody has measured it, and what with.

One standard deviation of the usual method done with care, not the best that a laboratory can do. Where several methods are
usual the least good of them stands here. The arguments: docs/theory/uncertainty.md, "What a measurement is worth".
"""

from __future__ import annotations

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import DEG


@immutable
class Method:
    """What a figure is measured with, one standard deviation: absolute [SI] plus a part of the value, and about how many
    minutes of work it takes once the tools are there."""

    how: str
    absolute: float
    relative: float = 0.0
    minutes: int = 15

    def spread(self, value: float) -> float:
        """One standard deviation [SI] of a measured value."""
        return self.absolute + self.relative * abs(value)


MM = 1e-3
TAPE = Method("tape", 1.5 * MM)
LONG_TAPE = Method("tape", 2.5 * MM)
TAPE_AND_LEVEL = Method("tape and level", 2.0 * MM)
SCALES = Method("corner scales", 0.5, 0.004, 60)  # kg; of pads that are level within 2 mm, settled
PRESS = Method("press", 0.0, 0.02, 90)


def _of_joints() -> dict[str, Method]:
    """Heights take a level, the rest a tape alone."""
    joints = ("inner_front", "inner_rear", "outer")
    level = {f"{joint}_up": TAPE_AND_LEVEL for joint in joints}
    return level | {f"{joint}_{way}": TAPE for joint in joints for way in ("ahead", "out")}


METHODS: dict[str, Method] = {
    "wheelbase": LONG_TAPE, "track": LONG_TAPE, "wheel_centre_height": TAPE_AND_LEVEL, "spring_base": TAPE,
    "roll_centre_height": Method("pick-up points by tape", 10.0 * MM, minutes=60), "corner_fl": SCALES,
    "corner_fr": SCALES, "corner_rl": SCALES, "corner_rr": SCALES,
    "cg_height": Method("tilt test", 12.0 * MM, minutes=120), "unsprung_mass": Method("parts on a scale", 0.0, 0.04, 120),
    "spring_rate": PRESS, "spring_ratio": Method("jack and tape", 0.01, minutes=45),
    "tyre_rate": Method("press or pads", 0.0, 0.05, 45),
    "chassis_torsion": Method("scales and level, body twisted", 0.0, 0.10, 180), "camber": Method("gauge", 0.1 * DEG),
    "roll_camber": Method("gauge through the travel", 0.04, minutes=60),
    "compliance_steer": Method("plates and gauge", 0.015 * DEG / 1e3, minutes=90),
    "roll_steer": Method("gauge through the travel", 0.01, minutes=60), "grip": Method("circle", 0.02, minutes=60),
    "load_sensitivity": Method("circle at two loads", 0.025, minutes=120),
    "camber_best": Method("tyre temperatures or circle", 0.5 * DEG, minutes=60),
    "camber_loss": Method("circle", 0.0005 / DEG**2, minutes=120),
    "brake_front": Method("line pressures", 1.5, minutes=90), "yaw_index": Method("swung on a pivot", 0.03, minutes=240),
    "damping": Method("damper bench", 0.06, minutes=240), "bump_gap": Method("jack and tape", 2.0 * MM, minutes=30),
    "droop": Method("jack and tape", 2.0 * MM, minutes=20), "bump_rate": PRESS,
    "bias": Method("torque wrench on a lifted wheel", 0.2, minutes=30),
    "bias_coast": Method("torque wrench on a lifted wheel", 0.2, minutes=30),
    "preload": Method("torque wrench on a lifted wheel", 3.0, minutes=30), "speed": Method("log", 0.0, 0.02),
    "build_up": Method("log", 0.0, 0.10), "trail_braking": Method("log", 0.02 * GRAVITY),
    "lift_off": Method("log", 0.01 * GRAVITY), "exit_drive": Method("log", 0.01 * GRAVITY), "pickup_ahead": TAPE,
    **_of_joints(), "bar_height": TAPE_AND_LEVEL, "strut_in": Method("angle gauge", 0.5 * DEG),
    "rake": Method("tape and level", 0.1 * DEG),
    "strut_back": Method("angle gauge", 0.5 * DEG), "pickup_height_left": TAPE_AND_LEVEL,
    "pickup_height_right": TAPE_AND_LEVEL, "pickup_spacing": TAPE,
    "pickup_ratio": Method("jack and tape", 0.012, minutes=45), "od": Method("caliper", 0.05 * MM),
    "wall": Method("caliper at the end, or weight", 0.08 * MM), "centre_length": TAPE, "pivot_spacing": TAPE,
    "arm_length": Method("tape", 1.0 * MM), "drop": TAPE, "splay": Method("tape", 0.5 * DEG),
    "bend_radius": Method("gauge", 2.0 * MM), "arm_width": Method("caliper", 0.1 * MM),
    "arm_thickness": Method("caliper", 0.05 * MM), "bushing_radial": Method("press", 0.0, 0.08, 60),
    "holes": Method("caliper", 0.3 * MM), "link_left": Method("caliper, eye to eye", 0.5 * MM),
    "link_right": Method("caliper, eye to eye", 0.5 * MM),
}  # fmt: skip

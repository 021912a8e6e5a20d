"""Inputs of the car in words, for lists of what to measure next."""

from __future__ import annotations

_NAMES = {
    "cg_height": "centre of gravity height", "roll_centre_height": "roll centre height", "tyre_rate": "tyre rate",
    "spring_rate": "spring rate", "spring_ratio": "spring motion ratio", "unsprung_mass": "unsprung mass",
    "pickup_ratio": "pick-up travel ratio", "pickup_ahead": "pick-up from bar", "load_sensitivity": "load sensitivity",
    "grip": "grip of the tyre", "camber_best": "camber of most grip", "camber_loss": "grip lost to camber",
    "brake_front": "brake share", "build_up": "time of the build-up", "speed": "speed in the corner",
    "trail_braking": "trail braking", "lift_off": "engine braking", "exit_drive": "drive at the exit",
    "yaw_index": "yaw index", "damping": "damping", "chassis_torsion": "chassis torsion", "camber": "static camber",
    "roll_camber": "camber from roll", "od": "bar diameter", "wall": "bar wall", "wheel_centre_height": "wheel centre height",
    "pickup_height_left": "pick-up height left", "pickup_height_right": "pick-up height right",
    "pickup_spacing": "pick-up spacing", "bump_gap": "free bump travel", "bump_rate": "bump stop",
    "droop": "free droop travel", "bias": "torque bias, driven", "bias_coast": "torque bias on the overrun",
    "preload": "differential preload", "corner_fl": "front left weight", "corner_fr": "front right weight",
    "corner_rl": "rear left weight", "corner_rr": "rear right weight",
}  # fmt: skip


def input_name(place: str) -> str:
    """`rear roll centre height` for `car.rear.roll_centre_height`; sentences pass through."""
    if " " in place:
        return place
    key = place.rpartition(".")[2]
    axle = "rear " if ".rear." in place else "front " if ".front." in place else ""
    return axle + _NAMES.get(key, key.replace("_", " "))


def to_measure(count: int) -> str:
    """`3 values to measure`."""
    if count == 0:
        return "all values measured or from the maker"
    return f"{count} value{'s' if count > 1 else ''} to measure"

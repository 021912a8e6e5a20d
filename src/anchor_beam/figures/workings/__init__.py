"""How each shown figure came about, as `Working` records, made when somebody asks."""

from anchor_beam.figures.workings.balance import first_lift, margin_in, rear_share, roll_gradient
from anchor_beam.figures.workings.bars import bar_mass, end_rate, peak_stress, stress, twist_stiffness
from anchor_beam.figures.workings.links import (
    arm_turn,
    cross_weight,
    drop_in_length,
    level_length,
    link_load,
    rest_torque,
    wheel_rate,
)
from anchor_beam.figures.workings.maker import Maker
from anchor_beam.figures.workings.weights import front_weight, scale_cross_weight, total_weight

__all__ = [
    "Maker", "arm_turn", "bar_mass", "cross_weight", "drop_in_length", "end_rate", "first_lift", "front_weight",
    "level_length", "link_load", "margin_in", "peak_stress", "rear_share", "rest_torque", "roll_gradient",
    "scale_cross_weight", "stress", "total_weight", "twist_stiffness", "wheel_rate",
]  # fmt: skip

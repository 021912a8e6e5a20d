"""What sits between the bar and the wheel: links and brackets in series, friction in the bushings."""

from __future__ import annotations

import math

import numpy as np

from anchor_beam.core.arrays import FloatArray
from anchor_beam.errors import InputError

RIGID = math.inf


def with_links(
    K_theta: FloatArray, lever_left: FloatArray, lever_right: FloatArray, *, k_left: float, k_right: float
) -> FloatArray:
    """Put both links, with what they hang on, in series with the bar, for every hole pair at once.

    Args:
        K_theta: (n_left, n_right) stiffness of the bar alone [N m/rad].
        lever_left: (n_left,) signed lever of the link about the pivot axis [m].
        lever_right: (n_right,) the same on the right [m].
        k_left: left link with its bracket [N/m]; infinity means rigid.
        k_right: right link with its bracket [N/m].
    Returns:
        (n_left, n_right) stiffness [N m/rad], never above K_theta.
    Raises:
        InputError: at "link.k_left" or "link.k_right", unless above zero.
    Source: docs/theory/bar.md, "Links in series".
    """
    for place, k in (("link.k_left", k_left), ("link.k_right", k_right)):
        if not k > 0.0:  # also catches NaN
            raise InputError(place, "A link must have some stiffness.", got=k, accepts="more than zero")
    with np.errstate(divide="ignore"):
        give = 1.0 / K_theta + 1.0 / (k_left * lever_left[:, None] ** 2) + 1.0 / (k_right * lever_right**2)
        return np.asarray(1.0 / give, dtype=float)


def friction_band(K_theta: float, friction: float) -> tuple[float, float]:
    """Half width of the torque loop that both bushings' friction makes [N m], and the twist below which they stick [rad].

    Each bushing holds back its own arm, so at a given twist the torque lies within +-friction of K_theta x twist.
    Source: docs/theory/bar.md, "Friction in the bushings".
    """
    return friction, friction / K_theta

"""What the team measured around the bars of its cars: one thing of every shape, and one that is too near."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.documents.obstacles import Held, Obstacle, Shape, Thing

AROUND_SORREL = (
    Obstacle(
        "exhaust, left pipe",
        Axle.REAR,
        Thing.HOT,
        Held.BODY,
        Shape.ROD,
        (-0.28, 0.26, -0.070, 0.20, 0.24, -0.062, 0.026),
    ),
    Obstacle(
        "brake hose, left",
        Axle.REAR,
        Thing.BRAKE,
        Held.BODY,
        Shape.ROD,
        (-0.16, 0.47, 0.115, -0.24, 0.53, 0.070, 0.006),
    ),
    Obstacle(
        "damper, left", Axle.REAR, Thing.DAMPER, Held.LEFT, Shape.ROD, (-0.30, 0.50, 0.02, -0.27, 0.44, 0.36, 0.030)
    ),
    Obstacle("gearbox end", Axle.REAR, Thing.DIFFERENTIAL, Held.BODY, Shape.BALL, (-0.24, 0.03, 0.08, 0.110)),
    Obstacle("clamp of the bar, left", Axle.REAR, Thing.COLLAR, Held.BAR, Shape.BALL, (0.0, 0.30, 0.0, 0.018)),
    Obstacle(
        "front tyre, left", Axle.FRONT, Thing.TYRE, Held.LEFT, Shape.WHEEL, (0.20, 0.740, 0.03, 0.288, 0.195, 0.52)
    ),
    Obstacle(
        "steering rack", Axle.FRONT, Thing.FRAME, Held.BODY, Shape.ROD, (0.10, 0.30, 0.055, 0.10, -0.30, 0.055, 0.022)
    ),
)
AROUND_WICKEN = (
    Obstacle("floor", Axle.REAR, Thing.FRAME, Held.BODY, Shape.BLOCK, (-0.35, -0.45, 0.075, 0.35, 0.45, 0.110)),
    Obstacle(
        "exhaust", Axle.REAR, Thing.HOT, Held.BODY, Shape.ROD, (-0.40, -0.22, -0.075, 0.35, -0.22, -0.075, 0.030)
    ),
)
AROUND_HARROW = (
    Obstacle("axle cover", Axle.REAR, Thing.DIFFERENTIAL, Held.BODY, Shape.BALL, (-0.20, 0.05, 0.02, 0.120)),
    Obstacle(
        "brake pipe on the axle",
        Axle.REAR,
        Thing.BRAKE,
        Held.BODY,
        Shape.ROD,
        (0.06, 0.45, 0.03, 0.06, -0.45, 0.03, 0.003),
    ),
)

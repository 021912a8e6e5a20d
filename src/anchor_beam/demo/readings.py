"""What the invented team read at the measuring aids, with the slips that such sheets have."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.documents.aids import BY_KEY
from anchor_beam.documents.readings import Reading, Readings


def read_at(
    aid: str, axle: Axle | None = None, rows: tuple[tuple[float | None, ...], ...] = (), **entries: float
) -> Readings:
    """Readings in the units of documents, None where nothing was read."""
    table = BY_KEY[aid]
    return Readings(
        aid, axle, {name: Reading(value * table.entry(name).scale) for name, value in entries.items()},
        tuple(
            tuple(
                None if value is None else Reading(value * column.scale)
                for value, column in zip(row, table.columns, strict=True)
            )
            for row in rows
        ),
    )  # fmt: skip


SORREL = (
    read_at("corner-weights", rows=(
        (207.3, 204.8, 252.2, 249.7), (206.7, 205.2, 251.7, 250.4), (204.9, 207.1, 251.8, 250.1),
        (207.1, 205.0, 252.0, 249.9),
    )),  # in the third the two front pads were written down the wrong way round
    read_at("tyres", rows=(
        (205, 50, 381, 5.8, 2024, 1.85, 3), (205, 50, 381, 5.9, 2024, 1.85, 3), (205, 50, 381, 5.1, 2024, 1.9, 3),
        (205, 50, 381, 5.0, 2024, 1.75, 3),
    )),  # one rear tyre has lost air
    read_at("spring-press", Axle.REAR, ((0, 130), (10, 556), (20, 995), (30, 1421), (40, 1850), (50, 2280))),
)  # fmt: skip
WICKEN = (
    read_at("ride-heights", rows=(
        (362, 672, None, 178, None), (361, None, None, 179, None), (371, None, None, 203, None), (372, 683, None, 204, None),
    )),
    read_at("floor", floor_fl=0, floor_fr=6, floor_rl=3, floor_rr=5),
    read_at("spring-ratio", Axle.FRONT, ((-40, -38.2), (-20, -19.1), (0, 0), (20, 19.0), (40, 41.9), (60, 56.6))),
    read_at(
        "brakes", front_pistons=1, front_piston=54, front_disc=113, front_friction=0.38, rear_pistons=1, rear_piston=36,
        rear_disc=108, rear_friction=0.36,
    ),
)  # fmt: skip
HARROW = (
    read_at("roll-rod", Axle.REAR, frame_y=-430, frame_z=352, axle_y=470, axle_z=338),
    read_at("tyre-rate", Axle.REAR, ((352, 0), (347, 1210), (342, 2440), (337, 3640))),
)  # fmt: skip

"""What stands on templates."""

from __future__ import annotations


def near_wall(pilot: str, sleeve: str) -> str:
    """How the near wall is drilled."""
    return f"Near wall: pilot {pilot}, then open to {sleeve} for the sleeve, by step drill."


def far_wall(pilot: str, bolt: str) -> str:
    """How the far wall is drilled."""
    return f"Far wall: the same pilot {pilot}, then {bolt} for the bolt: the sleeve stops here."


def sleeve(length: str) -> str:
    """How long the crush sleeve is."""
    return f"Crush sleeve: {length} long, so that the washer clamps the wall; coat the bare edges."


def drilled(number: int, size: str) -> str:
    """`1: 10.5 mm`."""
    return f"{number}: {size}"


def tapped(number: int, size: str, pitch: str, drill: str, deep: str) -> str:
    """`2: tap 10.0 mm x 1.50, drill 8.5 mm, 10.0 mm of thread in steel`."""
    return f"{number}: tap {size} x {pitch}, drill {drill}, {deep} of thread or more in steel"


def spot_weld(number: int, size: str) -> str:
    """`3: spot weld, 8.0 mm, upper sheet only`."""
    return f"{number}: spot weld, {size}, upper sheet only"


def reserve(length: str) -> str:
    """By how much these links can be made longer."""
    return f"Each can be made {length} longer: thread in reserve."


def shortest_cut(length: str) -> str:
    """Below which both inserts meet."""
    return f"Shortest safe cut: {length}, where the inserts meet."


def to_cut(count: int, wanted: str, long: str) -> str:
    """`2 of 212.0 mm: cut 160.0 mm`."""
    return f"{count} of {wanted} centre to centre: cut {long}"

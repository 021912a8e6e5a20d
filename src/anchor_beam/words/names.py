"""What axles, sides, holes and groups are called."""

from __future__ import annotations

from anchor_beam.core.sides import Axle, Side

LETTER = {Axle.FRONT: "F", Axle.REAR: "R"}


def bar(axle: Axle) -> str:
    """`Rear bar`."""
    return f"{axle.capitalize()} bar"


def hole(index: int) -> str:
    """`hole 1` for the outermost."""
    return f"hole {index + 1}"


def sides(chosen: tuple[Side, ...]) -> str:
    """`left`, `right` or `both sides`."""
    return str(chosen[0]) if len(chosen) == 1 else "both sides"


def holes(left: int, right: int, pickup: int = 0) -> str:
    """`hole 2`, `holes 1 and 2` when staggered, `hole 2, pick-up hole 3` where the far end has a choice."""
    arms = hole(left) if left == right else f"holes {left + 1} and {right + 1}"
    return f"{arms}, pick-up hole {pickup + 1}" if pickup else arms


def maker_names(left: str, right: str) -> str:
    """What the maker calls the holes that are used, empty where he calls them nothing."""
    if not (left and right):
        return ""
    return (
        f"the maker calls this hole “{left}”"
        if left == right
        else f"the maker calls them left “{left}”, right “{right}”"
    )


def group_of(place: str) -> str:
    """Which part of the car a place belongs to: `Rear bar`, `Rear axle`, `Front links`, `Car`."""
    axle = "Rear" if ".rear." in f".{place}." else "Front" if ".front." in f".{place}." else ""
    if not axle:
        return "Car"
    if ".bar" in place:
        return f"{axle} bar"
    return f"{axle} links" if "link_" in place else f"{axle} bar" if place.startswith("bench") else f"{axle} axle"

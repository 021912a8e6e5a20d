"""What the user did, for the history, undo and the consequence line."""

from __future__ import annotations

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle, Side
from anchor_beam.words import names
from anchor_beam.words.aim import SENTENCES
from anchor_beam.words.names import bar
from anchor_beam.words.phases import NAMES
from anchor_beam.words.wanted import Wish, Work

__all__ = [
    "asked", "bar", "choice_at", "chosen", "figure", "hole", "levelled", "measured", "reading", "readings", "ruled_out",
    "supported", "taken_over",
    "window",
]  # fmt: skip

_CHOICES = {
    "solid": "solid or tube", "plate_arms": "arms", "rigid_bushings": "bushings", "name": "name",
    "kind": "kind of axle", "arms": "arms point", "adjuster": "link adjuster", "drive": "drive", "tyre": "tyre",
    "description": "description", "maker": "maker", "road": "road", "use": "use", "rear_brakes": "rear brakes",
    "tyre_match": "tyres front and rear", "differential": "differential", "travel_ends": "ends of travel",
    "seat": "driver sits", "link_on": "link hangs on", "ends_held": "ends of the bar",
    "stud_at_arm": "stud at the arm", "stud_at_pickup": "stud at the far end",
    "platform": "platform", "variant": "variant", "frame": "frame", "exhaust": "exhaust",
}  # fmt: skip


def figure(place: str, label: str) -> str:
    """`Rear bar, outer diameter`."""
    return f"{names.group_of(place)}, {label[0].lower()}{label[1:]}"


def choice_at(place: str) -> str:
    """`Rear bar, solid or tube`; `Rear bar` for whether there is one."""
    key = place.rpartition(".")[2]
    if key == "state":
        return names.group_of(place)
    return f"{names.group_of(place)}, {_CHOICES.get(key, key)}"


def chosen(value: object) -> str:
    """A chosen value in words."""
    return {True: "on", False: "off"}.get(value, str(value)) if isinstance(value, bool) else str(value)


def hole(axle: Axle, sides: tuple[Side, ...], index: int) -> str:
    """`Rear left, hole 2`."""
    where = f"{axle.capitalize()} {sides[0]}" if len(sides) == 1 else names.bar(axle)
    return f"{where}, {names.hole(index)}"


def pickup(axle: Axle, index: int) -> str:
    """`Rear links, pick-up hole 2`."""
    return f"{axle.capitalize()} links, pick-up {names.hole(index)}"


def mount_placed(axle: Axle, sides: tuple[Side, ...]) -> str:
    """`Rear mounts, both placed`."""
    return f"{axle.capitalize()} mounts, {names.sides(sides)} placed"


def pickup_moved(axle: Axle, side: Side) -> str:
    """`Rear left pick-up moved`."""
    return f"{axle.capitalize()} {side} pick-up moved"


def links_set(axle: Axle, attitude: str) -> str:
    """`Rear links, arms level with the ground`."""
    return f"{axle.capitalize()} links, {attitude}"


def obstacle(axle: Axle, name: str, done: str) -> str:
    """`Around the rear bar, exhaust: measured`."""
    return f"Around the {axle} bar, {name}: {done}"


def joints_taken(axle: Axle) -> str:
    """`Rear control arms, joints from a table`."""
    return f"{axle.capitalize()} control arms, joints from a table"


def pickup_used(hole: int, setting: str) -> str:
    """Why there cannot be fewer pick-up holes."""
    return f"The setting “{setting}” hangs in pick-up hole {hole}."


LEVELLED = "levelled"


def levelled(axle: Axle, sides: tuple[Side, ...]) -> str:
    """`Rear links, left levelled`."""
    return f"{axle.capitalize()} links, {names.sides(sides)} {LEVELLED}"


def reading(title: str, axle: Axle | None, label: str, row: str) -> str:
    """`Tilt, reading 2, rear lifted by`; row: its name, empty for an entry."""
    where = f", {row}" if row else ""
    return f"{_at(title, axle)}{where}, {label[0].lower()}{label[1:]}"


def supported(title: str, axle: Axle | None, support: str) -> str:
    """`Ride heights, stands under the frame`."""
    return f"{_at(title, axle)}, {support}"


def readings(title: str, axle: Axle | None, count: int) -> str:
    """`Tilt, 5 readings`, or that they were cleared."""
    return f"{_at(title, axle)}, {f'{count} readings' if count else 'readings cleared'}"


def taken_over(title: str, car: str) -> str:
    """`The floor under the wheels, as read for Wicken Estate`."""
    return f"{title}, as read for {car}"


WRITTEN = "written to the car"


def measured(title: str, axle: Axle | None) -> str:
    """`Tilt, written to the car`."""
    return f"{_at(title, axle)}, {WRITTEN}"


def _at(title: str, axle: Axle | None) -> str:
    return f"{title}, {axle}" if axle else title


def window(phase: Phase) -> str:
    """`Your window, middle`."""
    return f"Your window, {NAMES[phase]}"


def asked(wish: Wish, on: bool) -> str:
    """`What must hold, inside wheels: asked for`."""
    return f"{SENTENCES[wish][0]} …: {'asked for' if on else 'not asked for'}"


def ruled_out(work: Work, on: bool) -> str:
    """`Drill: out of the question`."""
    return f"{str(work).capitalize()}: {'out of the question' if on else 'possible'}"

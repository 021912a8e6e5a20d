"""What a bolt holds together, layer by layer, with the bolt's own length and how a tool reaches it."""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum
from typing import Any

from anchor_beam.core.fastener.grip import Into
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MOST_LAYERS = 12
LONGEST = 80  # characters of a name


class HeadTo(StrEnum):
    """Which way the head of a bolt points."""

    NOT_SAID = "not said"
    IN = "inward"
    OUT = "outward"
    UP = "up"
    DOWN = "down"
    AHEAD = "ahead"
    BACK = "back"


class Reach(StrEnum):
    """How a tool gets at a fastener."""

    WRENCH = "torque wrench"
    OFFSET = "wrench with an extension"
    NONE = "no wrench: by feel"


class OnThread(StrEnum):
    """What goes on the thread when it is put together."""

    DRY = "dry"
    LOCKER = "thread locker"
    ANTI_SEIZE = "anti-seize"


@immutable
class Layer:
    """Something that the bolt goes through. thick [m]; new: it comes with this job."""

    what: str
    thick: float
    new: bool = False


@immutable
class Stack:
    """Of one fastener. length: of the bolt, under its head [m]; depth: height of the nut or depth of the thread [m], None
    where nobody measured. layers: from the head on. reach, reach_after: before and after the new part is on."""

    length: float | None = None
    into: Into = Into.NUT
    depth: float | None = None
    layers: tuple[Layer, ...] = ()
    head: HeadTo = HeadTo.NOT_SAID
    on_thread: OnThread = OnThread.DRY
    reach: Reach = Reach.WRENCH
    reach_after: Reach = Reach.WRENCH

    def grip(self, *, with_new: bool = True) -> float:
        """Of all layers together [m]; with_new: those that come with the job too."""
        return sum(layer.thick for layer in self.layers if with_new or not layer.new)


def checked_layer(layer: Layer) -> Layer:
    """Without blanks around its name.

    Raises:
        InputError: at "layer", it has no name or one that is too long; at "thick", it is not above zero or thicker than a
            car is.
    """
    name = layer.what.strip()
    if not 0 < len(name) <= LONGEST:
        raise InputError("layer", "Say what this layer is.", got=len(name), accepts=f"1 to {LONGEST} letters")
    if not 0.0 < layer.thick <= 0.5:
        raise InputError("thick", "A layer has a thickness.", got=layer.thick, accepts="above 0, up to 500 mm")
    return Layer(name, layer.thick, layer.new)


def stack_plain(stack: Stack) -> dict[str, Any]:
    """For a document."""

    def mm(value: float | None) -> float | None:
        return None if value is None else round(value * 1e3, 6)

    return {
        "length_mm": mm(stack.length), "into": str(stack.into), "depth_mm": mm(stack.depth),
        "layers": [{"what": each.what, "thick_mm": mm(each.thick), "new": each.new} for each in stack.layers],
        "head": str(stack.head), "on_thread": str(stack.on_thread), "reach": str(stack.reach),
        "reach_after": str(stack.reach_after),
    }  # fmt: skip


def stack_from(data: Mapping[str, Any]) -> Stack:
    """What `stack_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """

    def metres(value: Any) -> float | None:
        return None if value is None else float(value) / 1e3

    layers = tuple(
        Layer(str(each["what"]), float(each["thick_mm"]) / 1e3, bool(each["new"])) for each in data["layers"]
    )
    return Stack(
        metres(data["length_mm"]), Into(data["into"]), metres(data["depth_mm"]), layers, HeadTo(data["head"]),
        OnThread(data["on_thread"]), Reach(data["reach"]), Reach(data["reach_after"]),
    )  # fmt: skip

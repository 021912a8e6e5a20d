"""Paper around a box section: where bend lines and holes lie on the flat sheet.

The paper is bent about its own neutral line, half its thickness outside the steel: a corner of radius r takes pi/2 (r +
t/2) of the sheet, t its thickness, whatever wall the steel has. The flats between the corners are width - 2 r and height -
2 r. Derived here: docs/theory/fitting.md, "Wrapped paper"."""

from __future__ import annotations

import math
from enum import StrEnum

from anchor_beam.core.arrays import require_positive
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

PAPER = 0.0001  # m thick, of 80 g/m^2


class Face(StrEnum):
    """A face of the section, in the order in which the paper meets them."""

    NEAR = "near side"
    BELOW = "underside"
    FAR = "far side"


@immutable
class Section:
    """A box: width across (near to far side), height, outer corner radius [m]."""

    width: float
    height: float
    corner: float

    def __post_init__(self) -> None:
        require_positive("width", self.width, "The width of the frame")
        require_positive("height", self.height, "The height of the frame")
        if not 0.0 <= self.corner < 0.5 * min(self.width, self.height):
            raise InputError(
                "corner", "The corner is rounder than the frame is wide.", got=self.corner,
                accepts=f"less than {500 * min(self.width, self.height):g} mm",
            )  # fmt: skip


@immutable
class Wrapped:
    """Along the sheet from its upper edge at the top of the near side [m]: both lines of each bend, and its whole length. The
    sheet ends at the top of the far side."""

    section: Section
    paper: float
    bends: tuple[tuple[float, float], tuple[float, float]]
    length: float

    def place(self, face: Face, from_edge: float) -> float:
        """Where a mark lies along the sheet. from_edge: on the near and far side down from the top of the frame, on the
        underside from the near side [m].

        Raises:
            InputError: at "from_edge", it lies in a corner or beside the face.
        """
        section, (first, second) = self.section, self.bends
        whole = section.width if face is Face.BELOW else section.height
        last = whole - section.corner
        least = section.corner if face is Face.BELOW else 0.0
        if not least <= from_edge <= last:
            raise InputError(
                "from_edge", f"This is not on the flat of the {face}.", got=from_edge,
                accepts=f"{1e3 * least:g} to {1e3 * last:g} mm",
            )  # fmt: skip
        if face is Face.NEAR:
            return from_edge
        if face is Face.BELOW:
            return first[1] + from_edge - section.corner
        return second[1] + (section.height - section.corner) - from_edge


def wrapped(section: Section, paper: float = PAPER) -> Wrapped:
    """The sheet for a section: down the near side, across below, up the far side."""
    bend = 0.5 * math.pi * (section.corner + 0.5 * paper)
    first = section.height - section.corner
    second = first + bend + section.width - 2.0 * section.corner
    return Wrapped(
        section,
        paper,
        ((first, first + bend), (second, second + bend)),
        second + bend + section.height - section.corner,
    )

"""Measuring aids that look at one part, drawn: damper, differential, links, and an arm that stands level."""

from __future__ import annotations

from anchor_beam.drawings.shapes import (
    Align,
    Circle,
    Dimension,
    Drawing,
    Item,
    Line,
    Pen,
    Ring,
    Size,
    Slot,
    Text,
    Tone,
    rectangle,
)


def _said(text: str, at: tuple[float, float], align: Align = Align.CENTRE) -> Text:
    return Text(at, text, Size.SMALL, Tone.SOFT, align, raise_by=1.2)


def damper(tone: Tone) -> Drawing:
    """A damper lying, its shaft to the right, and the forces that it answers with."""
    items: list[Item] = [
        Line(rectangle((-0.12, 0.0), 0.36, 0.11), tone, Pen.PART, closed=True, fill=Tone.PANEL),
        Line(((0.06, 0.0), (0.37, 0.0)), tone, Pen.HEAVY), Ring((-0.34, 0.0), tone), Ring((0.38, 0.0), tone),
        Line(((-0.33, 0.0), (-0.3, 0.0)), tone, Pen.HEAVY), Line(((0.02, -0.045), (0.02, 0.045)), tone, Pen.HEAVY),
        Line(((0.34, 0.09), (0.18, 0.09)), Tone.GRAB, Pen.PART), Line(((0.18, -0.09), (0.34, -0.09)), Tone.GRAB, Pen.PART),
        Line(((0.2, 0.1), (0.18, 0.09), (0.2, 0.08)), Tone.GRAB, Pen.PART),
        Line(((0.32, -0.08), (0.34, -0.09), (0.32, -0.1)), Tone.GRAB, Pen.PART),
    ]  # fmt: skip
    for name, text, x, y in (
        ("bump", "bump: pushed together", 0.32, 0.17), ("rebound", "rebound: drawn apart", 0.32, -0.2),
        ("speed", "shaft speed", -0.32, 0.17), ("ratio", "shaft over wheel travel", -0.32, -0.2),
    ):  # fmt: skip
        items += [Slot(name, (x, y)), _said(text, (x, y))]
    return Drawing(tuple(items), (-0.62, -0.27), (0.62, 0.3), "A damper and its forces")


def ramps(tone: Tone) -> Drawing:
    """Two pressure rings seen square to the axle, the pinion shaft in its notch between them, a pack on either side."""
    items: list[Item] = []
    for s in (-1.0, 1.0):
        x = s * 0.1
        notch = ((x, 0.22), (x, 0.07), (s * 0.03, 0.0), (x, -0.07), (x, -0.22), (s * 0.17, -0.22), (s * 0.17, 0.22))
        items.append(Line(notch, tone, Pen.PART, closed=True, fill=Tone.PANEL))
        items += [
            Line(((s * (0.2 + 0.022 * i), -0.2), (s * (0.2 + 0.022 * i), 0.2)), Tone.SOFT, Pen.PART) for i in range(5)
        ]
    items += [
        Circle((0.0, 0.0), 0.03, Tone.INK, fill=Tone.SHEET), Line(((-0.5, -0.3), (0.5, -0.3)), Tone.HAIRLINE, Pen.CENTRE),
        _said("axle", (-0.53, -0.34), Align.RIGHT), _said("plates", (0.245, 0.22)),
        _said("pinion shaft", (0.0, -0.27)),
    ]  # fmt: skip
    for name, text, x, y, align in (
        ("drive", "ramp, driven", -0.34, 0.3, Align.RIGHT), ("coast", "ramp, overrun", 0.34, 0.3, Align.LEFT),
        ("faces", "faces of one pack", 0.34, 0.08, Align.LEFT), ("friction", "friction", 0.34, -0.1, Align.LEFT),
        ("plate", "plates, mean radius", -0.34, 0.08, Align.RIGHT), ("shaft", "ramps, radius", -0.34, -0.1, Align.RIGHT),
    ):  # fmt: skip
        items += [Slot(name, (x, y), align), Text((x, y), text, Size.SMALL, Tone.SOFT, align, raise_by=1.2)]
    return Drawing(tuple(items), (-0.72, -0.38), (0.72, 0.42), "Ramps and plates of a limited slip differential")


def eyes(tone: Tone) -> Drawing:
    """Both links lying, with the caliper over their eyes and between them."""
    items: list[Item] = []
    for side, y in (("left", 0.18), ("right", -0.18)):
        items += [
            Line(((-0.28, y), (0.28, y)), tone, Pen.HEAVY), Circle((-0.32, y), 0.04, tone, fill=Tone.PANEL),
            Circle((0.32, y), 0.04, tone, fill=Tone.PANEL), _said(side, (-0.44, y - 0.02), Align.RIGHT),
            Dimension((-0.36, y + 0.11), (0.36, y + 0.11), slot=f"{side}_over"),
            Dimension((-0.28, y - 0.09), (0.28, y - 0.09), slot=f"{side}_between"),
        ]  # fmt: skip
    return Drawing(tuple(items), (-0.62, -0.36), (0.52, 0.38), "Two links and a caliper")


def level_arm(tone: Tone) -> Drawing:
    """A level arm from the side, its link up to the pick-up; both sides are read."""
    items: list[Item] = [
        Ring((0.0, 0.0), tone), Line(((0.0, 0.0), (0.3, 0.0)), tone, Pen.HEAVY), Ring((0.3, 0.0), tone),
        Line(((0.3, 0.0), (0.34, 0.26)), Tone.INK, Pen.HEAVY), Ring((0.34, 0.26), Tone.INK),
        Line(((-0.1, 0.0), (0.52, 0.0)), Tone.HAIRLINE, Pen.CENTRE),
        Line(rectangle((0.15, 0.03), 0.1, 0.02), Tone.GRAB, Pen.PART, closed=True), _said("level", (0.15, 0.045)),
        Dimension((0.0, -0.14), (0.34, -0.14), slot="ahead"), _said("pick-up", (0.34, 0.285)),
        _said("bar", (-0.03, -0.05), Align.RIGHT),
    ]  # fmt: skip
    for name, text, y in (("left", "left link", 0.22), ("right", "right link", 0.08)):
        items += [
            Slot(name, (0.42, y), Align.LEFT),
            Text((0.42, y), text, Size.SMALL, Tone.SOFT, Align.LEFT, raise_by=1.2),
        ]
    return Drawing(tuple(items), (-0.3, -0.24), (0.75, 0.36), "An arm that stands level, and its link")

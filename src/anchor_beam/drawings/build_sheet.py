"""A link that is built, cut open along its length, to scale."""

from __future__ import annotations

from anchor_beam.drawings.shapes import (
    Align,
    Circle,
    Dimension,
    Drawing,
    Item,
    Line,
    Pen,
    Size,
    Text,
    Tone,
    rectangle,
)

Sizes = dict[str, float]
ROOM = 0.02  # m around what is drawn
TITLE, EITHER = "Left link", "Either link"
EYE = 0.014  # m: radius of a joint as it is drawn


def grommet_link(s: Sizes, words: dict[str, str]) -> Drawing:
    """The stack from the head of the bolt on the left to its nut on the right. words: what stands at sleeve and length."""
    items: list[Item] = []
    half, bolt = 0.5 * s["outer"], 0.5 * s["bore"]
    x = 0.0
    parts: list[tuple[str, float]] = [
        ("head", s["nut"]), ("cup", s["cup"]), ("rubber", s["squeezed"]), ("arm", s["arm"]), ("rubber", s["squeezed"]),
        ("cup", s["cup"]), ("sleeve", s["sleeve"]), ("cup", s["cup"]), ("rubber", s["squeezed"]), ("bracket", s["bracket"]),
        ("rubber", s["squeezed"]), ("cup", s["cup"]), ("head", s["nut"]),
    ]  # fmt: skip
    heights = {"head": 0.9 * half, "cup": 1.05 * half, "rubber": 0.5 * s["bulge"], "arm": 1.9 * half, "bracket": 1.9 * half,
               "sleeve": 1.45 * bolt}  # fmt: skip
    middles: dict[str, float] = {}
    for part, wide in parts:
        middle = x + 0.5 * wide
        fill = Tone.PANEL if part in ("rubber", "sleeve") else None
        items.append(
            Line(rectangle((middle, 0.0), wide, 2.0 * heights[part]), Tone.INK, Pen.PART, closed=True, fill=fill)
        )
        middles.setdefault(part, middle)
        if part == "sleeve":
            items.append(Dimension((x, -1.3 * half), (x + wide, -1.3 * half), text=words["sleeve"]))
        x += wide
    items.append(Line(((0.0, 0.0), (x, 0.0)), Tone.HAIRLINE, Pen.CENTRE))
    low = -2.3 * half
    items.append(Dimension((middles["arm"], low), (middles["bracket"], low), text=words["length"]))
    for part in ("arm", "bracket"):
        items.append(Text((middles[part], 2.0 * half), part, Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=0.4))
    return Drawing(tuple(items), (-ROOM, low - ROOM), (x + ROOM, 2.0 * half + ROOM), TITLE)


def threaded_link(s: Sizes, words: dict[str, str]) -> Drawing:
    """Two joints, their threads, and the body or tube between them."""
    length = s["length"]
    body = s.get("cut", max(length - 0.07, 0.3 * length))
    start, end = 0.5 * (length - body), 0.5 * (length + body)
    items: list[Item] = [
        Line(((0.0, 0.0), (start + s["left_in"], 0.0)), Tone.INK, Pen.HEAVY),
        Line(((length, 0.0), (end - s["left_in"], 0.0)), Tone.INK, Pen.HEAVY),
        Line(rectangle((0.5 * length, 0.0), body, 0.016), Tone.INK, Pen.PART, closed=True),
    ]  # fmt: skip
    items += _eyes(length)
    items.append(Dimension((0.0, -0.045), (length, -0.045), text=words["length"]))
    items.append(Dimension((start, 0.022), (start + s["left_in"], 0.022), text=words["left_in"]))
    if "cut" in words:
        items.append(Dimension((start, -0.026), (end, -0.026), text=words["cut"]))
    return Drawing(tuple(items), (-2.0 * EYE, -0.045 - ROOM), (length + 2.0 * EYE, 0.04 + ROOM), TITLE)


def fixed_link(s: Sizes, words: dict[str, str]) -> Drawing:
    """Two eyes and the rod between them."""
    length = s["length"]
    rod = Line(((0.0, 0.0), (length, 0.0)), Tone.INK, Pen.HEAVY)
    size = Dimension((0.0, -0.045), (length, -0.045), text=words["length"])
    return Drawing(
        (rod, *_eyes(length), size), (-2.0 * EYE, -0.045 - ROOM), (length + 2.0 * EYE, 0.04 + ROOM), EITHER
    )


def _eyes(length: float) -> list[Item]:
    items: list[Item] = []
    for x in (0.0, length):
        items.append(Circle((x, 0.0), EYE, Tone.INK, Pen.PART, fill=Tone.PANEL))
        items.append(Circle((x, 0.0), 0.45 * EYE, Tone.INK, Pen.PART))
    return items

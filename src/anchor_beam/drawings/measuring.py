"""What each measuring aid measures, drawn: the entries sit on what they are read from, columns of a table on their arrows.

Drawn from what was read as far as it was, else from what is usual.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping

from anchor_beam.core.sides import Axle
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.measuring_parts import damper, eyes, level_arm, ramps
from anchor_beam.drawings.shapes import (
    XY,
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

Read = Mapping[str, float]  # entries [SI] by name, and the last row of the table


def drawing_of(aid: str, axle: Axle | None, read: Read) -> Drawing:
    """Of an aid; read: what is known of its entries."""
    return _DRAWN[aid](Tone.INK if axle is None else tone_of(axle), read)


def _named(text: str, at: XY, align: Align = Align.CENTRE) -> Text:
    return Text(at, text, Size.SMALL, Tone.SOFT, align)


def _arrow(start: XY, end: XY, tone: Tone = Tone.GRAB) -> list[Item]:
    """A movement or a force."""
    length = math.dist(start, end)
    along = ((end[0] - start[0]) / length, (end[1] - start[1]) / length)
    aside, head = (-along[1], along[0]), 0.025
    tips = tuple(
        (end[0] - head * along[0] + s * 0.4 * head * aside[0], end[1] - head * along[1] + s * 0.4 * head * aside[1])
        for s in (1.0, -1.0)
    )
    return [Line((start, end), tone, Pen.PART), Line((tips[0], end, tips[1]), tone, Pen.PART)]


def _both_ways(middle: XY, reach: float, tone: Tone = Tone.GRAB) -> list[Item]:
    """A movement up and down."""
    low, high = (middle[0], middle[1] - reach), (middle[0], middle[1] + reach)
    return [*_arrow(middle, high, tone), *_arrow(middle, low, tone)]


def _ground(left: float, right: float, y: float = 0.0) -> Line:
    return Line(((left, y), (right, y)), Tone.INK, Pen.PART)


def _coils(bottom: XY, top: XY, width: float, turns: int, tone: Tone) -> Line:
    """A spring from the side."""
    points = [bottom]
    for i in range(2 * turns):
        part = (i + 0.5) / (2 * turns)
        side = 0.5 * width if i % 2 == 0 else -0.5 * width
        points.append((bottom[0] + part * (top[0] - bottom[0]) + side, bottom[1] + part * (top[1] - bottom[1])))
    return Line((*points, top), tone, Pen.PART)


def _from_above() -> list[Item]:
    """Outline of a car from above, its front to the left."""
    nose, tail = (
        ((-0.7, 0.62), (-0.7, -0.62), (-0.5, -0.86)),
        ((3.0, -0.86), (3.1, -0.7), (3.1, 0.7), (3.0, 0.86), (-0.5, 0.86)),
    )
    return [
        Line((*nose, *tail), Tone.HAIRLINE, Pen.HAIR, closed=True),
        Line(((-0.7, 0.0), (3.1, 0.0)), Tone.HAIRLINE, Pen.CENTRE), _named("front", (-0.78, 0.0), Align.RIGHT),
    ]  # fmt: skip


def _scales(tone: Tone, read: Read) -> Drawing:
    """Four pads under the car from above, front to the left."""
    del tone
    length, half = 2.5, 0.74
    items: list[Item] = [
        *_from_above(),
    ]  # fmt: skip
    for x, axle in ((0.0, Axle.FRONT), (length, Axle.REAR)):
        for y, side in ((-half, "left"), (half, "right")):
            items.append(Line(rectangle((x, y), 0.62, 0.4), Tone.SOFT, Pen.PART, closed=True, fill=Tone.PANEL))
            items.append(Line(rectangle((x, y), 0.56, 0.18), tone_of(axle), Pen.PART, closed=True, fill=Tone.SHEET))
            items.append(_named(f"{axle} {side}", (x, y + math.copysign(0.34, y))))
    name = "corner_" + "{}"
    if all(name.format(key) in read for key in ("fl", "fr", "rl", "rr")):
        items += [Line(((0.0, half), (length, -half)), Tone.GRAB, Pen.GHOST)]
        items.append(_named("cross weight: this diagonal", (0.52 * length, 0.1), Align.LEFT))
    return Drawing(tuple(items), (-1.2, -1.2), (3.4, 1.2), "Car on its scales, from above")


def _floor(tone: Tone, read: Read) -> Drawing:
    """Four spots from above, front to the left."""
    del tone, read
    length, half = 2.5, 0.74
    items: list[Item] = [
        *_from_above(), _named("water level: one hose, four marks", (0.5 * length, 0.07)),
    ]  # fmt: skip
    corners = (("fl", 0.0, -half), ("fr", 0.0, half), ("rl", length, -half), ("rr", length, half))
    items.append(Line(((0.0, -half), (0.0, half), (length, half), (length, -half)), Tone.GRAB, Pen.GHOST))
    for key, x, y in corners:
        axle = Axle.FRONT if key[0] == "f" else Axle.REAR
        items.append(Line(rectangle((x, y), 0.5, 0.3), tone_of(axle), Pen.PART, closed=True, fill=Tone.PANEL))
        beside = y + math.copysign(0.36, y)
        items.append(Slot(f"floor_{key}", (x, beside)))
        side = "left" if key[1] == "l" else "right"
        items.append(_named(f"{axle} {side}", (x + 0.05, y - math.copysign(0.26, y)), Align.LEFT))
    return Drawing(tuple(items), (-1.2, -1.3), (3.4, 1.3), "The four spots of the wheels, from above")


def _wheels(tone: Tone, read: Read) -> Drawing:
    """Four wheels from above, named as the rows of the table."""
    del tone, read
    items: list[Item] = [*_from_above()]
    for x, axle in ((0.0, Axle.FRONT), (2.5, Axle.REAR)):
        for y, side in ((-0.74, "left"), (0.74, "right")):
            items.append(Line(rectangle((x, y), 0.56, 0.18), tone_of(axle), Pen.PART, closed=True, fill=Tone.PANEL))
            items.append(_named(f"{axle} {side}", (x, y + math.copysign(0.24, y))))
    return Drawing(tuple(items), (-1.2, -1.1), (3.4, 1.1), "The wheels from above")


def _arches(tone: Tone, read: Read) -> Drawing:
    """A wheel under its arch from the side, with the heights that can be read."""
    del tone, read
    hub, rim, arch, sill = 0.3, 0.19, 0.65, 0.2
    rounded = tuple(
        (0.36 * math.cos(math.radians(a)), hub + (arch - hub) * math.sin(math.radians(a))) for a in range(0, 181, 15)
    )
    items: list[Item] = [
        Circle((0.0, hub), 0.3, Tone.INK), Circle((0.0, hub), rim, Tone.SOFT), Ring((0.0, hub), Tone.INK),
        Line(((0.95, sill), (0.36, sill), *rounded, (-0.5, hub)), Tone.INK, Pen.PART), _ground(-0.7, 1.1),
        Line(((0.42, sill - 0.05), (0.95, sill - 0.05)), Tone.SOFT, Pen.HEAVY),
        *_both_ways((0.06, 0.5 * (hub + arch)), 0.5 * (arch - hub) - 0.01), _named("hub to arch", (0.04, 0.68), Align.LEFT),
        Line(((0.0, hub), (0.09, hub)), Tone.HAIRLINE, Pen.HAIR),
        *_both_ways((-0.06, 0.5 * (hub + rim + arch)), 0.5 * (arch - hub - rim) - 0.01),
        _named("rim to arch", (-0.04, 0.68), Align.RIGHT),
        *_both_ways((-0.45, 0.5 * hub), 0.5 * hub), _named("ground to arch", (-0.49, 0.14), Align.RIGHT),
        *_both_ways((0.6, 0.5 * sill), 0.5 * sill), _named("to sill", (0.7, 0.23), Align.CENTRE),
        *_both_ways((0.85, 0.5 * (sill - 0.05)), 0.5 * (sill - 0.05)), _named("to frame", (0.99, 0.1), Align.LEFT),
    ]  # fmt: skip
    return Drawing(tuple(items), (-1.1, -0.08), (1.5, 0.75), "Heights at one wheel, from the side")


def _tilt(tone: Tone, read: Read) -> Drawing:
    """The car from the left, its rear lifted."""
    del tone
    base, radius = read.get("wheelbase", 2.5), read.get("wheel_radius", 0.3)
    rise = min(max(read.get("rise", 0.25 * base), 0.15 * base), 0.7 * base)
    angle = math.asin(rise / base)

    def turned(x: float, y: float) -> XY:
        """A point of the car about the front wheel's centre."""
        y -= radius
        return x * math.cos(angle) - y * math.sin(angle), radius + x * math.sin(angle) + y * math.cos(angle)

    body = [turned(*at) for at in ((-0.7, 0.35), (-0.6, 0.75), (0.5, 0.9), (1.0, 1.3), (base - 0.5, 1.3), (base + 0.5, 0.95),
                                   (base + 0.55, 0.4))]  # fmt: skip
    rear, cg = turned(base, radius), turned(0.45 * base, 0.5)
    items: list[Item] = [
        _ground(-1.1, base + 0.9), Line(tuple(body), Tone.HAIRLINE, Pen.PART, closed=True),
        Line(((-0.3, radius), (base + 0.2, radius)), Tone.HAIRLINE, Pen.CENTRE),
        Line(rectangle((0.0, -0.03), 0.7, 0.06), Tone.SOFT, Pen.PART, closed=True, fill=Tone.PANEL),
        Circle((0.0, radius), radius, Tone.FRONT), Circle(rear, radius, Tone.REAR), Ring(rear, Tone.REAR),
        Line(rectangle((rear[0], 0.5 * (rear[1] - radius)), 0.4, rear[1] - radius), Tone.SOFT, Pen.PART, closed=True),
        Circle(cg, 0.05, Tone.INK), Line(((cg[0] - 0.05, cg[1]), (cg[0] + 0.05, cg[1]))),
        Line(((cg[0], cg[1] - 0.05), (cg[0], cg[1] + 0.05))), _named("centre of gravity", (cg[0] + 0.09, cg[1]), Align.LEFT),
        Dimension((rear[0] + 0.45, radius), (rear[0] + 0.45, rear[1]), "rear lifted by"),
        _named("both front pads", (0.0, -0.17)),
        Line(((-0.95, radius), (-0.3, radius)), Tone.HAIRLINE, Pen.HAIR),
        Dimension((-0.85, 0.0), (-0.85, radius), slot="wheel_radius"),
        Dimension(turned(0.0, 1.62), turned(base, 1.62), slot="wheelbase"),
        Line((turned(0.0, radius), turned(0.0, 1.65)), Tone.HAIRLINE, Pen.HAIR),
        Line((turned(base, radius), turned(base, 1.65)), Tone.HAIRLINE, Pen.HAIR),
    ]  # fmt: skip
    return Drawing(tuple(items), (-1.5, -0.3), (base + 1.1, turned(base, 1.7)[1] + 0.1), "Rear lifted, from the left")


def _wheel(tone: Tone, x: float, radius: float = 0.3) -> list[Item]:
    """A wheel from the front."""
    return [
        Line(rectangle((x, radius), 0.2, 2 * radius), tone, Pen.PART, closed=True, fill=Tone.PANEL),
        Line(((x - 0.14, radius), (x + 0.1, radius)), tone, Pen.HAIR),
    ]


def _ratio_of(part: str, foot: XY, head: XY) -> Callable[[Tone, Read], Drawing]:
    """A wheel on its arm from the front, and a part that moves with it."""

    def draw(tone: Tone, read: Read) -> Drawing:
        del read
        items: list[Item] = [
            _ground(-0.2, 1.1), *_wheel(tone, 0.8), Line(((0.1, 0.24), (0.68, 0.22)), tone, Pen.HEAVY),
            Ring((0.1, 0.24), tone), Ring((0.68, 0.22), tone),
            Line(((-0.1, 0.2), (-0.1, 0.75), (0.4, 0.75)), Tone.SOFT, Pen.PART), _named("body", (-0.07, 0.7), Align.LEFT),
            *_both_ways((1.02, 0.3), 0.13), _named("wheel moved", (1.06, 0.3), Align.LEFT),
        ]  # fmt: skip
        if part == "spring":
            items.append(_coils(foot, head, 0.1, 6, tone))
        else:
            items.append(Line((foot, head), tone, Pen.PART))
            items += [Ring(foot, tone), Ring(head, tone)]
        items += _both_ways((foot[0] - 0.12, foot[1] + 0.06), 0.1)
        items.append(_named(f"{part} moved", (foot[0] - 0.15, foot[1] + 0.06), Align.RIGHT))
        return Drawing(tuple(items), (-0.25, -0.05), (1.4, 0.82), "One wheel, from the front; bump is up")

    return draw


def _press(tone: Tone, read: Read) -> Drawing:
    del read
    items: list[Item] = [
        Line(rectangle((0.0, -0.02), 0.3, 0.04), Tone.SOFT, Pen.PART, closed=True, fill=Tone.PANEL),
        Line(rectangle((0.0, 0.34), 0.3, 0.04), Tone.SOFT, Pen.PART, closed=True, fill=Tone.PANEL),
        _coils((0.0, 0.0), (0.0, 0.32), 0.14, 7, tone), *_arrow((0.0, 0.47), (0.0, 0.37)),
        _named("load", (0.03, 0.43), Align.LEFT), Line(((-0.15, 0.42), (-0.3, 0.42)), Tone.HAIRLINE, Pen.HAIR),
        Line(((-0.15, 0.36), (-0.3, 0.36)), Tone.HAIRLINE, Pen.HAIR), *_arrow((-0.26, 0.42), (-0.26, 0.36)),
        _named("pressed by", (-0.29, 0.39), Align.RIGHT),
        _named("guard", (0.24, 0.16), Align.LEFT), Line(((0.22, -0.04), (0.22, 0.38)), Tone.WARNING, Pen.PART),
    ]  # fmt: skip
    return Drawing(tuple(items), (-0.5, -0.06), (0.5, 0.5), "Spring in the press")


def _wire(tone: Tone, read: Read) -> Drawing:
    """A coil spring cut through its middle: round sections of the wire on both sides."""
    wire, outer = read.get("wire", 0.012), read.get("outer", 0.11)
    coils = min(max(read.get("coils", 7.5), 1.5), 12.0)
    pitch, half = 2.4 * wire, 0.5 * (outer - wire)
    height = coils * pitch
    items: list[Item] = []
    for i in range(int(coils) + 1):
        y = i * pitch
        items.append(Circle((-half, y), 0.5 * wire, tone, Pen.PART, fill=Tone.PANEL))
        if y + 0.5 * pitch <= height + 1e-9:
            items.append(Circle((half, y + 0.5 * pitch), 0.5 * wire, tone, Pen.PART, fill=Tone.PANEL))
            items.append(Line(((-half, y + 0.5 * wire), (half, y + 0.5 * pitch + 0.5 * wire)), tone, Pen.HAIR))
            items.append(Line(((-half, y - 0.5 * wire), (half, y + 0.5 * pitch - 0.5 * wire)), tone, Pen.HAIR))
    out = 0.5 * outer
    items += [
        Line(((0.0, -wire), (0.0, height + wire)), Tone.HAIRLINE, Pen.CENTRE),
        Dimension((-out, -2.5 * wire), (out, -2.5 * wire), slot="outer"),
        Line(((-out, -2.6 * wire), (-out, 0.0)), Tone.HAIRLINE),
        Line(((out, -2.6 * wire), (out, 0.5 * pitch)), Tone.HAIRLINE),
        Line(((-half, pitch), (-2.6 * out, pitch)), Tone.HAIRLINE), Slot("wire", (-2.6 * out, pitch), Align.RIGHT),
        Text((-2.6 * out, pitch), "wire", Size.SMALL, Tone.SOFT, Align.RIGHT, raise_by=1.3),
        Slot("coils", (2.4 * out, 0.6 * height), Align.LEFT),
        Text((2.4 * out, 0.6 * height), "all coils", Size.SMALL, Tone.SOFT, raise_by=1.3),
        Slot("closed", (2.4 * out, 0.25 * height), Align.LEFT),
        Text((2.4 * out, 0.25 * height), "closed ends", Size.SMALL, Tone.SOFT, raise_by=1.3),
    ]  # fmt: skip
    return Drawing(
        tuple(items), (-5.0 * out, -3.6 * wire), (5.0 * out, height + 1.5 * wire), "Spring, cut through its middle"
    )


def _hub(tone: Tone, read: Read) -> Drawing:
    del read
    items: list[Item] = [
        _ground(-0.2, 1.3), *_wheel(tone, 0.9, 0.32), Line(((0.1, 0.28), (0.78, 0.26)), tone, Pen.HEAVY),
        Ring((0.1, 0.28), tone), Ring((0.78, 0.26), tone), _coils((0.45, 0.28), (0.4, 0.72), 0.12, 6, tone),
        Line(((-0.1, 0.2), (-0.1, 0.76), (1.1, 0.76)), Tone.SOFT, Pen.PART), _named("body", (-0.07, 0.7), Align.LEFT),
        Line(rectangle((0.72, 0.06), 0.16, 0.12), Tone.SOFT, Pen.PART, closed=True, fill=Tone.PANEL),
        _named("scale on the jack", (0.6, 0.06), Align.RIGHT), *_arrow((0.72, 0.14), (0.72, 0.23)),
        Dimension((1.12, 0.32), (1.12, 0.76), "wheel moved"),
        Slot("ratio", (0.16, 0.5)), Text((0.16, 0.5), "spring over wheel", Size.SMALL, Tone.SOFT, Align.CENTRE, raise_by=1.3),
    ]  # fmt: skip
    return Drawing(tuple(items), (-0.25, -0.05), (1.5, 0.84), "One wheel off the ground, bar unhooked")


def _tyre_pressed(tone: Tone, read: Read) -> Drawing:
    height = min(max(read.get("height", 0.28), 0.1), 1.0)
    items: list[Item] = [
        _ground(-0.6, 0.6), Circle((0.0, height), height + 0.012, Tone.HAIRLINE, Pen.PART), Circle((0.0, height), 0.2, tone),
        Ring((0.0, height), tone), *_arrow((0.0, height + 0.3), (0.0, height + 0.06)),
        _named("load on the tyre", (0.04, height + 0.24), Align.LEFT),
        Dimension((-0.48, 0.0), (-0.48, height), "axle height"),
        Line(((-0.5, height), (0.0, height)), Tone.HAIRLINE, Pen.HAIR),
    ]  # fmt: skip
    return Drawing(tuple(items), (-0.75, -0.05), (0.75, 2 * height + 0.08), "Tyre on a flat plate")


def _size(tone: Tone, read: Read) -> Drawing:
    width, rim = read.get("width", 0.205), read.get("rim", 0.381)
    wall = width * read.get("height", 50.0) / 100.0
    top, half = 0.5 * rim, 0.5 * width
    items: list[Item] = []
    for sign in (1.0, -1.0):
        items.append(Line(
            ((-0.8 * half, sign * top), (-half, sign * (top + 0.5 * wall)), (-0.8 * half, sign * (top + wall)),
             (0.8 * half, sign * (top + wall)), (half, sign * (top + 0.5 * wall)), (0.8 * half, sign * top)),
            tone, Pen.PART, closed=True, fill=Tone.PANEL,
        ))  # fmt: skip
    items += [
        Line(((-0.8 * half, top), (-0.8 * half, -top)), Tone.SOFT, Pen.PART),
        Line(((0.8 * half, top), (0.8 * half, -top)), Tone.SOFT, Pen.PART),
        Line(((-0.3, 0.0), (0.3, 0.0)), Tone.HAIRLINE, Pen.CENTRE),
        Dimension((-half, top + wall + 0.06), (half, top + wall + 0.06), slot="width"),
        Dimension((half + 0.1, -top), (half + 0.1, top), slot="rim"),
        Dimension((-half - 0.1, top), (-half - 0.1, top + wall), slot="height"),
        _named("width", (0.0, top + wall + 0.1)), _named("rim: in inches as “15 in”", (half + 0.13, -0.7 * top), Align.LEFT),
        _named("height of the wall", (-half - 0.13, top - 0.03), Align.RIGHT),
        _named("of the width", (-half - 0.13, top - 0.06), Align.RIGHT),
    ]  # fmt: skip
    high = top + wall + 0.14
    return Drawing(tuple(items), (-0.62, -high), (0.62, high), "Tyre and rim, cut through")


def _joint_at(read: Read, name: str, usual: XY) -> XY:
    return read.get(f"{name}_y", usual[0]), read.get(f"{name}_z", usual[1])


def _fields_at(name: str, text: str, at: XY, aside: float, lift: float) -> list[Item]:
    """Both coordinates of a joint, across over up, to one side of it."""
    x, y = at[0] + aside, at[1] + lift
    align = Align.LEFT if aside > 0.0 else Align.RIGHT
    return [
        Line((at, (x, y)), Tone.HAIRLINE, Pen.HAIR), Slot(f"{name}_y", (x, y), align, 0.55),
        Slot(f"{name}_z", (x, y), align, -0.55), Text((x, y), text, Size.SMALL, Tone.SOFT, align, raise_by=2.3),
    ]  # fmt: skip


def _front_view(tone: Tone, arms: list[tuple[XY, XY]], track: float) -> list[Item]:
    items: list[Item] = [
        _ground(-0.35, track / 2 + 0.45), Line(((0.0, -0.05), (0.0, 0.85)), Tone.HAIRLINE, Pen.CENTRE),
        _named("centre line", (0.0, -0.06)), *_wheel(Tone.SOFT, track / 2),
    ]  # fmt: skip
    for inner, outer in arms:
        items += [Line((inner, outer), tone, Pen.HEAVY), Ring(inner, tone), Ring(outer, tone)]
    return items


def _roll_centre(read: Read, tone: Tone, track: float) -> list[Item]:
    """Where it lies, once it is known, in line with the tyre's contact."""
    if "roll_centre_height" not in read:
        return []
    at = (0.0, read["roll_centre_height"])
    return [
        Line(((0.5 * track, 0.0), at), Tone.SOFT, Pen.GHOST), Circle(at, 0.014, tone, Pen.PART, fill=tone),
        Text((-0.03, at[1]), "roll centre", Size.SMALL, tone, Align.RIGHT),
    ]  # fmt: skip


def _two_arms(tone: Tone, read: Read) -> Drawing:
    a, b = _joint_at(read, "upper_inner", (0.40, 0.42)), _joint_at(read, "upper_outer", (0.62, 0.42))
    c, d = _joint_at(read, "lower_inner", (0.35, 0.22)), _joint_at(read, "lower_outer", (0.65, 0.18))
    items = [*_front_view(tone, [(a, b), (c, d)], 1.45), *_roll_centre(read, tone, 1.45)]
    items += _fields_at("upper_inner", "upper, inside", a, -0.16, 0.2)
    items += _fields_at("upper_outer", "upper, outside", b, 0.26, 0.2)
    items += _fields_at("lower_inner", "lower, inside", c, -0.16, -0.06)
    items += _fields_at("lower_outer", "lower, outside", d, 0.26, -0.06)
    return Drawing(tuple(items), (-0.4, -0.08), (1.35, 0.95), "From the front, right-hand side")


def _strut(tone: Tone, read: Read) -> Drawing:
    top, foot = _joint_at(read, "top", (0.56, 0.80)), _joint_at(read, "foot", (0.61, 0.36))
    c, d = _joint_at(read, "lower_inner", (0.35, 0.23)), _joint_at(read, "lower_outer", (0.65, 0.20))
    items = [*_front_view(tone, [(c, d)], 1.5), *_roll_centre(read, tone, 1.5)]
    items += [Line((top, foot), tone, Pen.HEAVY), Ring(top, tone), Ring(foot, tone)]
    items += _fields_at("top", "top joint", top, -0.18, 0.02)
    items += _fields_at("foot", "low on the damper", foot, 0.3, 0.2)
    items += _fields_at("lower_inner", "arm, inside", c, -0.16, 0.04)
    items += _fields_at("lower_outer", "arm, outside", d, 0.28, -0.06)
    return Drawing(tuple(items), (-0.4, -0.08), (1.4, 0.95), "From the front, right-hand side")


def _rod(tone: Tone, read: Read) -> Drawing:
    frame, axle = _joint_at(read, "frame", (-0.45, 0.42)), _joint_at(read, "axle", (0.5, 0.36))
    items: list[Item] = [
        _ground(-1.0, 1.0), Line(((0.0, -0.05), (0.0, 0.75)), Tone.HAIRLINE, Pen.CENTRE), _named("centre line", (0.0, -0.06)),
        *_wheel(Tone.SOFT, 0.75), *_wheel(Tone.SOFT, -0.75), Line(((-0.65, 0.3), (0.65, 0.3)), Tone.SOFT, Pen.HEAVY),
        Line((frame, axle), tone, Pen.HEAVY), Ring(frame, tone), Ring(axle, tone),
    ]  # fmt: skip
    items += _roll_centre(read, tone, 0.0)
    items += _fields_at("frame", "eye at the frame", frame, -0.25, 0.2)
    items += _fields_at("axle", "eye at the axle", axle, 0.25, 0.2)
    return Drawing(tuple(items), (-1.2, -0.08), (1.2, 0.88), "Live axle, its right-hand side on the right")


def _brakes(tone: Tone, read: Read) -> Drawing:
    del tone, read
    items: list[Item] = []
    for x, axle in ((-0.45, Axle.FRONT), (0.45, Axle.REAR)):
        own = tone_of(axle)
        items += [
            Circle((x, 0.0), 0.14, own), Circle((x, 0.0), 0.07, Tone.HAIRLINE), Ring((x, 0.0), own),
            Line(rectangle((x, 0.115), 0.11, 0.07), own, Pen.PART, closed=True, fill=Tone.PANEL),
            Circle((x - 0.02, 0.115), 0.02, Tone.GRAB, Pen.PART), Line(((x, 0.0), (x + 0.105, 0.0)), Tone.GRAB, Pen.PART),
            Text((x, -0.19), f"{axle} brakes", Size.NORMAL, own, Align.CENTRE),
        ]  # fmt: skip
        aside = -0.19 if axle is Axle.FRONT else 0.19
        align = Align.RIGHT if axle is Axle.FRONT else Align.LEFT
        for i, (name, text) in enumerate((
            ("pistons", "pistons, one side"), ("piston", "piston diameter"), ("disc", "effective radius"),
            ("friction", "pad friction"),
        )):  # fmt: skip
            at = (x + aside, 0.16 - 0.1 * i)
            items += [Slot(f"{axle}_{name}", at, align), Text(at, text, Size.SMALL, Tone.SOFT, align, raise_by=1.2)]
    return Drawing(tuple(items), (-0.95, -0.25), (0.95, 0.25), "Disc brakes, from outside")


def _photo(tone: Tone, read: Read) -> Drawing:
    """A bar with four marks around it, numbered in the order of the clicks."""
    del read
    bar = ((-0.47, 0.27), (-0.45, 0.06), (-0.41, 0.02), (0.41, 0.02), (0.45, 0.06), (0.47, 0.27))
    items: list[Item] = [
        Line(bar, tone, Pen.HEAVY), *(Ring(at, Tone.GRAB) for at in bar),
        Dimension((-0.6, 0.5), (0.6, 0.5), slot="width"), Dimension((0.78, -0.1), (0.78, 0.4), slot="depth"),
    ]  # fmt: skip
    for i, at in enumerate(((-0.6, 0.4), (0.6, 0.4), (0.6, -0.1), (-0.6, -0.1)), start=1):
        items += [
            Circle(at, 0.03, Tone.INK), Line(((at[0] - 0.045, at[1]), (at[0] + 0.045, at[1]))),
            Line(((at[0], at[1] - 0.045), (at[0], at[1] + 0.045))), _named(f"{i}", (at[0] + 0.06, at[1]), Align.LEFT),
        ]  # fmt: skip
    return Drawing(tuple(items), (-1.0, -0.18), (1.1, 0.58), "Bar and marks from above")


_DRAWN: dict[str, Callable[[Tone, Read], Drawing]] = {
    "corner-weights": _scales, "floor": _floor, "tilt": _tilt, "bar-photo": _photo,
    "spring-ratio": _ratio_of("spring", (0.42, 0.26), (0.36, 0.75)),
    "pickup-ratio": _ratio_of("pick-up", (0.45, 0.25), (0.45, 0.55)), "spring-press": _press, "spring-wire": _wire,
    "wheel-rate": _hub, "tyre-rate": _tyre_pressed, "tyre-size": _size, "roll-arms": _two_arms, "roll-strut": _strut,
    "roll-rod": _rod, "brakes": _brakes, "damper": lambda tone, _: damper(tone), "ramps": lambda tone, _: ramps(tone),
    "tyres": _wheels, "ride-heights": _arches, "link-eyes": lambda tone, _: eyes(tone),
    "level-arm": lambda tone, _: level_arm(tone),
}  # fmt: skip

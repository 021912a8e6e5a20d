"""The two palettes. Front and rear hues are used for nothing else, grab only for what can be taken or typed into."""

from __future__ import annotations

from anchor_beam.immutable import immutable


@immutable
class Colours:
    """Hex colours by meaning. line: what bounds a field or a button; hairline: construction, which says nothing alone."""

    ground: str
    sheet: str
    panel: str
    ink: str
    soft: str
    hairline: str
    line: str
    front: str
    rear: str
    grab: str
    warning: str
    window: str


LIGHT = Colours(
    ground="#F1EEE7", sheet="#F8F6F1", panel="#E7E3DA", ink="#1C2026", soft="#625E57", hairline="#BDB7AB", line="#827C71",
    front="#0A6A8C", rear="#A0450E", grab="#6A3FB5", warning="#8A1C3B", window="#D9E3D2",
)  # fmt: skip
DARK = Colours(
    ground="#1A2027", sheet="#1E252D", panel="#222A33", ink="#EAE6DC", soft="#A6ACB3", hairline="#46505B", line="#737E8A",
    front="#63C4E6", rear="#F2A264", grab="#C9A8FA", warning="#FF8FA6", window="#2C3A34",
)  # fmt: skip


def relative_luminance(colour: str) -> float:
    """Source: WCAG 2.2, relative luminance of an sRGB colour."""
    channels = [int(colour[i : i + 2], 16) / 255.0 for i in (1, 3, 5)]
    linear = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in channels]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(a: str, b: str) -> float:
    """Contrast ratio of two colours, 1 to 21."""
    high, low = sorted((relative_luminance(a), relative_luminance(b)), reverse=True)
    return (high + 0.05) / (low + 0.05)

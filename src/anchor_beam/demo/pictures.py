"""Pictures for the demo's cards, drawn by numbers: a bolt head with its paint line, whole or broken; a hanger; a mark at a
bushing. Flat shapes, no photographs of anything."""

from __future__ import annotations

import struct
import zlib

import numpy as np

from anchor_beam.core.arrays import FloatArray

WIDE, HIGH = 480, 320  # px
STEEL, DARK, PAINT, RUBBER = (150, 156, 162), (70, 74, 80), (240, 214, 60), (36, 36, 40)


def bolt_with_line(*, broken: bool) -> bytes:
    """A hexagon on a plate, and a line of paint over both; broken: the bolt turned since."""
    picture, x, y = _sheet(STEEL)
    turn = 0.35 if broken else 0.0
    _fill(picture, _hexagon(x, y, 70.0, turn), DARK)
    _fill(picture, _hexagon(x, y, 62.0, turn), (110, 116, 122))
    on_plate = (np.abs(y) < 7.0) & (x > 72.0)
    _fill(picture, on_plate & (x < 170.0), PAINT)
    _fill(
        picture, (np.abs(y * np.cos(turn) - x * np.sin(turn)) < 7.0) & (x > 0.0) & _hexagon(x, y, 62.0, turn), PAINT
    )
    return _png(picture)


def mark_at_bushing() -> bytes:
    """A bar through its bushing, and where it sat."""
    picture, x, y = _sheet((188, 186, 180))
    _fill(picture, np.abs(y) < 26.0, DARK)
    _fill(picture, (np.abs(x) < 58.0) & (np.abs(y) < 74.0), RUBBER)
    _fill(picture, (np.abs(x - 66.0) < 5.0) & (np.abs(y) < 26.0), PAINT)
    return _png(picture)


def hanger() -> bytes:
    """An exhaust that hangs in a strap beside its empty hanger."""
    picture, x, y = _sheet((206, 202, 194))
    pipe = np.hypot(x + 60.0, y - 40.0)
    _fill(picture, pipe < 64.0, (120, 112, 104))
    _fill(picture, pipe < 48.0, DARK)
    _fill(picture, (np.abs(x + 60.0) < 9.0) & (y < -20.0), (30, 90, 150))
    ring = np.hypot(x - 120.0, (y + 30.0) * 0.8)
    _fill(picture, (ring < 46.0) & (ring > 22.0), RUBBER)
    return _png(picture)


def _sheet(tone: tuple[int, int, int]) -> tuple[np.ndarray, FloatArray, FloatArray]:
    """A plain picture that is a little lighter above, with coordinates from its middle [px]."""
    y, x = np.mgrid[0:HIGH, 0:WIDE].astype(float)
    shade = 1.08 - 0.16 * y / HIGH
    picture = np.clip(np.array(tone, dtype=float) * shade[..., None], 0.0, 255.0).astype(np.uint8)
    return picture, x - 0.5 * WIDE, y - 0.5 * HIGH


def _hexagon(x: FloatArray, y: FloatArray, size: float, turn: float) -> np.ndarray:
    """Where a hexagon of this size across its flats, over two, lies."""
    inside = np.ones(x.shape, dtype=bool)
    for i in range(6):
        angle = turn + i * np.pi / 3.0
        inside &= x * np.cos(angle) + y * np.sin(angle) < size
    return inside


def _fill(picture: np.ndarray, where: np.ndarray, tone: tuple[int, int, int]) -> None:
    picture[where] = tone


def _png(picture: np.ndarray) -> bytes:
    """A picture (h, w, 3) of bytes as PNG, eight bits a colour, no filter."""
    high, wide = picture.shape[:2]
    rows = np.concatenate([np.zeros((high, 1), dtype=np.uint8), picture.reshape(high, -1)], axis=1)

    def chunk(name: bytes, content: bytes) -> bytes:
        return struct.pack(">I", len(content)) + name + content + struct.pack(">I", zlib.crc32(name + content))

    head = struct.pack(">IIBBBBB", wide, high, 8, 2, 0, 0, 0)
    return (
        b"\x89PNG\r\n\x1a\n"
        + chunk(b"IHDR", head)
        + chunk(b"IDAT", zlib.compress(rows.tobytes(), 6))
        + chunk(b"IEND", b"")
    )

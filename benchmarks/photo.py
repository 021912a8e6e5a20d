"""A photo of 12 megapixels with a bar in it: read, laid flat, its path found, against the 200 ms that it may take.

Usage: .venv/bin/python benchmarks/photo.py
"""

from __future__ import annotations

import os
import statistics
import time
from collections.abc import Callable

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

import numpy as np
from PySide6.QtCore import QBuffer, QIODevice
from PySide6.QtGui import QImage

from anchor_beam.core.bar.path import Vertex, lay
from anchor_beam.core.measure.photo import CLICK, bar_in_picture, lay_flat
from anchor_beam.desk.stages.car.photo_view import AT_ONCE, read_picture

MARKS = np.array([[-0.6, -0.1], [0.6, -0.1], [0.6, 0.4], [-0.6, 0.4]])
CORNERS = ((-0.5, 0.25), (-0.47, 0.0), (0.47, 0.0), (0.5, 0.25))
CAMERA = np.array([[1450.0, 90.0, 1900.0], [-60.0, -1300.0, 1400.0], [0.05, 0.22, 1.0]])


def seen(points: np.ndarray) -> np.ndarray:
    """Where a camera that looks down at a slant shows points of the floor (n, 2) [px]."""
    lifted = np.column_stack([points, np.ones(len(points))]) @ CAMERA.T
    return np.asarray(lifted[:, :2] / lifted[:, 2:])


def jpeg(grain: int) -> bytes:
    """A picture of 4000 x 3000 with noise of so many steps, which decides how long it takes to read."""
    pixels = (np.random.default_rng(1).integers(0, grain, (3000, 4000, 3)) + 110).astype(np.uint8)
    buffer = QBuffer()
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    QImage(pixels.data, 4000, 3000, 12000, QImage.Format.Format_RGB888).save(buffer, "JPG", 85)
    return bytes(buffer.data().data())


def median(work: Callable[[], object]) -> float:
    """Of seven calls [ms]."""
    times = []
    for _ in range(7):
        begun = time.perf_counter()
        work()
        times.append(1e3 * (time.perf_counter() - begun))
    return statistics.median(times)


def main() -> None:
    """Print what each part takes."""
    radii = (0.0, 0.045, 0.045, 0.0)
    line = lay(tuple(Vertex((x, y, 0.0), r) for (x, y), r in zip(CORNERS, radii, strict=True)))
    along = [piece.along(np.linspace(piece.s0, piece.s1, 7))[0][:, :2] for piece in line.pieces]
    clicked = seen(np.concatenate(along)) + np.random.default_rng(2).normal(0.0, CLICK, (7 * len(line.pieces), 2))
    found = median(lambda: bar_in_picture(lay_flat(seen(MARKS), MARKS), clicked))
    for grain in (2, 12, 30):
        content = jpeg(grain)
        read = median(lambda content=content: read_picture(content, AT_ONCE))
        size, both = len(content) / 1e6, read + found
        print(f"{size:4.1f} MB: read {read:3.0f} ms, path {found:3.0f} ms, together {both:3.0f} ms, target 200 ms")


if __name__ == "__main__":
    main()

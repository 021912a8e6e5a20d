"""How long the window needs for each of ten thousand random clicks, keys and drags: none should take above 50 ms.

The hand is that of the test of careless hands; what it did is told for the longest.

Usage: .venv/bin/python benchmarks/careless_hands.py [EVENTS]   (ten thousand by default)
"""

from __future__ import annotations

import gc
import os
import random
import sys
import tempfile
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
os.environ.setdefault("QT_QPA_PLATFORM", f"offscreen:configfile={ROOT / 'tests' / 'support' / 'screen.json'}")
sys.path.insert(0, str(ROOT / "tests"))

from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from anchor_beam.demo.team import team
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.window import Window
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.jobs.office import Jobs
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from hostile.test_random_hands import act

GOAL, REST, SETTLE = 50.0, 100, 12_000  # ms, events between two rests, ms until everything is built


class Hands:
    """What the hand of the test needs of a desk."""

    def __init__(self, window: Window) -> None:
        self.window = window


def main(events: int) -> None:
    """Print how many took long, and which."""
    app, chance, took = QApplication([]), random.Random(7), list[tuple[float, int, str]]()
    with tempfile.TemporaryDirectory() as folder, Garage(Path(folder) / "garage.sqlite3") as garage:
        for file in team():
            garage.add(file, "came with the demo")
        jobs = Jobs()
        window = Window(Bridge(Workshop(garage), Theme("light"), jobs))
        window.show()
        QTest.qWait(SETTLE)
        gc.freeze()
        for i in range(events):
            begun = time.perf_counter()
            act(chance, Hands(window))
            app.processEvents()
            took.append((1e3 * (time.perf_counter() - begun), i, window.line.text))
            if i % REST == REST - 1:
                QTest.qWait(400)
        jobs.close()
    took.sort(reverse=True)
    print(f"{events} events, {sum(ms > GOAL for ms, _, _ in took)} above {GOAL:.0f} ms; the longest:")
    for ms, i, said in took[:8]:
        print(f"  {ms:6.1f} ms  event {i}: {said[:100]}")


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 10_000)

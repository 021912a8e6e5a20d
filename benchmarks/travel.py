"""How long a picture takes while the wheels of *Links* move, from the side with the curves and from behind.

Goal: half of them under 16 ms, 99 of 100 under 33 ms, in a window of 1280 x 800.

Usage: .venv/bin/python benchmarks/travel.py
"""

from __future__ import annotations

import os
import sys
import tempfile
from pathlib import Path

SCREEN = Path(__file__).resolve().parent.parent / "tests" / "support" / "screen.json"
os.environ.setdefault("QT_QPA_PLATFORM", f"offscreen:configfile={SCREEN}")

from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import team
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.tidy import Tidy
from anchor_beam.desk.shell.window import Window
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.figures.travelling import Moving
from anchor_beam.jobs.office import Jobs
from anchor_beam.session.edits import Choose
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from clock import now

FRAMES, SETTLE = 400, 2000  # ms until what is looked at has come to rest
BUILT = 12_000  # ms until everything is built
HALF, MOST = 16.0, 33.0  # ms


def main() -> int:
    """Exit code 1 where the goal is missed."""
    app, missed = QApplication([]), 0
    with tempfile.TemporaryDirectory() as folder, Garage(Path(folder) / "garage.sqlite3") as garage:
        for file in team():
            garage.add(Choose("car.front.link_on", LinkMount.ARM).apply(file), "came with the demo")
        jobs = Jobs()
        window = Window(Bridge(Workshop(garage), Theme("light"), jobs))
        tidy = Tidy(lambda: window.bridge.at_rest, window)  # as the application does when it has started
        window.resize(1280, 800)
        window.show()
        page = window.page("Links")
        page.tabs.choose(Axle.FRONT)
        page.posture.choose(Moving.ROLL)
        QTest.qWait(BUILT)
        for board, strip in (
            ("from the side", "lengths"),
            ("from the side", "angles through the travel"),
            ("from behind", "rates through the travel"),
        ):
            page.boards.buttons[board].click()
            page.strips[Axle.FRONT].buttons[strip].click()
            QTest.qWait(SETTLE)
            took = []
            for i in range(FRAMES):
                begun = now()
                page.posture.to(0.06 * (abs(i % 80 - 40) / 20.0 - 1.0))
                app.processEvents()
                took.append(tuple(1e3 * passed for passed in begun.until(now())))
            wall, computed = (sorted(column) for column in zip(*took, strict=True))
            at = FRAMES // 2, int(0.99 * FRAMES)
            half, rare = (computed[i] for i in at)
            missed += half > HALF or rare > MOST
            print(f"{board}, {strip}: half under {half:.1f} ms, 99 of 100 under {rare:.1f} ms")
            print(f"  on the wall {wall[at[0]]:.1f} and {wall[at[1]]:.1f} ms")
        tidy.deleteLater()
        window.close()
        jobs.close()
    return 1 if missed else 0


if __name__ == "__main__":
    sys.exit(main())

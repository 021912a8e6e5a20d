"""Speed against the targets, as ratios to a bare equivalent measured in the same run.

Usage: .venv/bin/python benchmarks/run.py   (needs the test requirements: ./anchor-beam test installs them)
"""

from __future__ import annotations

import os
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
HERE = Path(__file__).parent


@dataclass(frozen=True)
class Line:
    """One measurement: what, median time [s], the bare equivalent [s] or None, and the target in words."""

    what: str
    time: float
    bare: float | None
    target: str


def median(work: Callable[[], object], times: int) -> float:
    """Median time of one call [s], after one call that is not counted."""
    work()
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        work()
        taken.append(time.perf_counter() - start)
    return statistics.median(taken)


def one_bar() -> Line:
    """A bar of about 60 elements with five holes: every hole pair with stresses and shares."""
    import numpy as np
    from scipy.linalg import solveh_banded

    from anchor_beam.core.bar import mesh
    from anchor_beam.core.bar.shape import Dimensions
    from anchor_beam.core.bar.stiffness import solve
    from anchor_beam.core.section.shapes import Round

    mesh.ARC_STEP /= 1.7  # finer than the application needs, to reach the size that the target names
    shape = Dimensions(section=Round(0.0254, 0.004), centre_length=0.93, pivot_spacing=0.76, arm_length=0.27,
                       splay=0.1, drop=0.02, bend_radius=0.045, holes=(0.012, 0.03, 0.048, 0.066, 0.084))  # fmt: skip

    def ours() -> None:
        solve.cache_clear()
        found = solve(shape.bar())
        found.shares(0, 0)
        found.stress(0, 0, 1.0)

    ours()
    elements = len(solve(shape.bar()).mesh.lengths)
    size = 6 * (elements + 1)
    band = np.full((12, size), 0.01)
    band[0] = 5.0
    loads = np.ones((size, 10))
    bare = median(lambda: solveh_banded(band, loads, lower=True), 300)
    return Line(f"one bar, {elements} elements, all holes and stresses", median(ours, 300), bare, "2 ms, 10 x")


def one_edit() -> list[Line]:
    """From an edit to the repainted window, Bars stage, 1280 x 800; and the part of it that is computing."""
    from PySide6.QtWidgets import QApplication, QWidget

    from anchor_beam.bench.bench import Bench
    from anchor_beam.bench.edits import SetValue
    from anchor_beam.bench.results import results
    from anchor_beam.demo.team import team
    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.window import Window
    from anchor_beam.desk.theme.theme import Theme
    from anchor_beam.documents.places import put
    from anchor_beam.documents.records import Figure
    from anchor_beam.store.garage import Garage

    app = QApplication.instance() or QApplication([])
    with tempfile.TemporaryDirectory() as folder, Garage(Path(folder) / "garage.sqlite3") as garage:
        for file in team():
            garage.add(file, "demo")
        bridge = Bridge(Bench(garage), Theme("light"))
        window = Window(bridge)
        window.show()
        for _ in range(20):
            app.processEvents()
        diameters = iter(0.015 + i * 1e-6 for i in range(10_000))
        car, setting = bridge.bench.shown.file.car, bridge.bench.shown.file.bench

        def compute() -> None:
            results(car, put(setting, "rear.bar.od", Figure(next(diameters))))

        def drag() -> None:
            bridge.bench.preview(SetValue("bench.rear.bar.od", next(diameters), stepped=True))
            bridge.deliver_now()
            app.processEvents()

        def edit() -> None:
            bridge.bench.do(SetValue("bench.rear.bar.od", next(diameters), stepped=True))
            bridge.deliver_now()
            app.processEvents()

        empty = QWidget()
        empty.resize(1280, 800)
        empty.show()

        def repaint_empty() -> None:
            empty.repaint()
            app.processEvents()

        bare = median(repaint_empty, 60)
        lines = [
            Line("one edit, computing", median(compute, 100), None, "5 ms"),
            Line("one step of a drag, to painted", median(drag, 60), bare, "16 ms"),
            Line("one edit kept on disk, to painted", median(edit, 60), bare, "16 ms without the disk"),
        ]
        window.close()
    return lines


PAINTED = (
    "from PySide6.QtCore import QTimer; QTimer.singleShot(0, lambda: (print(time.time(), flush=True), os._exit(0)))"
)
OURS = f"""
import os, sys, time
from pathlib import Path
from anchor_beam.demo.team import team
from anchor_beam.desk.app import run
from anchor_beam.desk.shell.window import Window
paint = Window.paintEvent
def painted(self, event):
    paint(self, event); {PAINTED}
Window.paintEvent = painted
run(Path(sys.argv[1]), fill=team())
"""
BARE = """
import time
from PySide6.QtWidgets import QApplication, QMainWindow
import pyqtgraph
app = QApplication([])
window = QMainWindow()
window.setCentralWidget(pyqtgraph.PlotWidget())
window.resize(1280, 800)
window.show()
app.processEvents()
app.processEvents()
print(time.time(), flush=True)
"""


def start() -> Line:
    """Process start to first painted window, in turn with a bare PySide6 and pyqtgraph window."""
    ours, bare = [], []
    as_installed = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}  # both with their bytecode
    with tempfile.TemporaryDirectory() as folder:
        path = str(Path(folder) / "garage.sqlite3")
        for turn in range(9):
            for program, times in ((OURS, ours), (BARE, bare)):
                begin = time.time()
                done = subprocess.run(
                    [sys.executable, "-c", program, path],
                    capture_output=True, text=True, check=True, timeout=60, env=as_installed,
                )  # fmt: skip
                if turn:  # the first fills the demo garage, compiles the modules and warms the disk
                    times.append(float(done.stdout.split()[-1]) - begin)
    return Line("start to first painted window", statistics.median(ours), statistics.median(bare), "1.0 x")


def main() -> None:
    """Print a table."""
    print(f"Python {sys.version.split()[0]}, {os.cpu_count()} processors, {os.uname().machine}")
    print(f"{'':52}{'ours':>11}{'bare':>11}{'ratio':>8}   target")
    for line in (start(), one_bar(), *one_edit()):
        bare = "" if line.bare is None else f"{line.bare * 1e3:8.2f} ms"
        ratio = "" if line.bare is None else f"{line.time / line.bare:.2f}"
        print(f"{line.what:52}{line.time * 1e3:8.2f} ms{bare:>11}{ratio:>8}   {line.target}")


if __name__ == "__main__":
    main()

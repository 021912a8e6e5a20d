"""Speed against the targets, as ratios to a bare equivalent measured in the same run.

Usage: .venv/bin/python benchmarks/run.py   (needs the test requirements: ./anchor-beam test installs them)
"""

from __future__ import annotations

import json
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


def paired(work: Callable[[], object], bare: Callable[[], object], times: int) -> tuple[float, float]:
    """Median times of two calls [s], in turn, so that a machine that slows down slows both."""
    taken: tuple[list[float], list[float]] = ([], [])
    for _ in range(times):
        for act, into in zip((work, bare), taken, strict=True):
            start = time.perf_counter()
            act()
            into.append(time.perf_counter() - start)
    return statistics.median(taken[0]), statistics.median(taken[1])


def yardstick() -> float:
    """Time of a loop of plain Python [s]: absolute times are read against it."""
    return median(lambda: sum(i * i % 7 for i in range(20_000)), 15)


def one_bar() -> Line:
    """A bar of about 60 elements with five holes, from nothing: every hole pair with stresses and shares."""
    import numpy as np
    from scipy.linalg import solveh_banded

    from anchor_beam.core.bar import beam, mesh
    from anchor_beam.core.bar import shape as outline
    from anchor_beam.core.bar.shape import Dimensions
    from anchor_beam.core.bar.stiffness import solve
    from anchor_beam.core.section.shapes import Round

    mesh.ARC_STEP /= 1.7  # finer than the application needs, to reach the size that the target names
    shape = Dimensions(section=Round(0.0254, 0.004), centre_length=0.93, pivot_spacing=0.76, arm_length=0.27,
                       splay=0.1, drop=0.02, bend_radius=0.045, holes=(0.012, 0.03, 0.048, 0.066, 0.084))  # fmt: skip

    def ours() -> None:
        for kept in (solve, mesh._cut, beam.actions, outline._placed):
            kept.cache_clear()
        found = solve(shape.bar())
        found.shares(0, 0)
        found.stress(0, 0, 1.0)

    ours()
    elements = len(solve(shape.bar()).mesh.lengths)
    size = 6 * (elements + 1)
    band = np.full((12, size), 0.01)
    band[0] = 5.0
    loads = np.ones((size, 10))
    taken = paired(ours, lambda: solveh_banded(band, loads, lower=True), 300)
    return Line(f"one bar, {elements} elements, all holes and stresses", *taken, "2 ms, 10 x")


def peaks() -> list[Line]:
    """Peak stress of nine hole pairs: a bar that was not seen before, and again under another load."""
    from anchor_beam.core.bar.peak import peak_stresses, samples_of
    from anchor_beam.core.bar.shape import Dimensions
    from anchor_beam.core.bar.stiffness import solve
    from anchor_beam.core.bar.tube_wall import answers, tube_wall
    from anchor_beam.core.section.shapes import Round

    def lines(wall: float | None, name: str) -> list[Line]:
        bar = solve(
            Dimensions(section=Round(0.0254, wall), centre_length=0.93, pivot_spacing=0.76, arm_length=0.27, splay=0.1,
                       drop=0.02, bend_radius=0.045, holes=(0.012, 0.03, 0.048)).bar()
        )  # fmt: skip
        pairs = [(left, right) for left in range(3) for right in range(3)]

        def again() -> None:
            peak_stresses(bar, pairs, 300.0)

        def afresh() -> None:
            for kept in (samples_of, tube_wall, answers):
                kept.cache_clear()
            again()

        what = f"peak stress, nine hole pairs, {name}"
        return [
            Line(f"{what}, new", median(afresh, 60), None, "3 ms"),
            Line(f"{what}, again", median(again, 60), None, "3 ms"),
        ]

    return [*lines(None, "solid"), *lines(0.003, "tube")]


def one_edit() -> list[Line]:
    """From an edit to the repainted window, Bars stage, 1280 x 800; and the part of it that is computing, by what is
    edited. Every step is as long as a drag or an arrow key makes it, and none comes twice."""
    from PySide6.QtWidgets import QApplication, QWidget

    from anchor_beam.demo.team import team
    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.window import Window
    from anchor_beam.desk.theme.theme import Theme
    from anchor_beam.documents.places import put, read
    from anchor_beam.documents.records import Figure
    from anchor_beam.figures.results import results
    from anchor_beam.jobs.office import Jobs
    from anchor_beam.session.edits import SetValue
    from anchor_beam.session.workshop import Workshop
    from anchor_beam.store.garage import Garage

    app = QApplication.instance() or QApplication([])
    with tempfile.TemporaryDirectory() as folder, Garage(Path(folder) / "garage.sqlite3") as garage:
        for file in team():
            garage.add(file, "demo")
        jobs = Jobs()
        bridge = Bridge(Workshop(garage), Theme("light"), jobs)
        window = Window(bridge)
        window.resize(1280, 800)
        window.show()
        for _ in range(20):
            app.processEvents()
        diameters = iter(0.014 + i * 5e-5 for i in range(10_000))
        file = bridge.picture.file

        def computing(place: str, step: float) -> Line:
            start, steps = read(file, place).value, iter(range(1, 10_000))
            now = [results(file.car, file.bench)]

            def compute() -> None:
                moved = put(file, place, Figure(start + step * next(steps)))
                now[0] = results(moved.car, moved.bench, now[0])

            what = f"one edit, computing: {place.removeprefix('bench.')}"
            return Line(what, median(compute, 60), None, "5 ms")

        held = bridge.workshop.hold("bench.rear.bar.od")

        def drag() -> None:
            held.to(SetValue("bench.rear.bar.od", next(diameters)))
            bridge.deliver_now()
            app.processEvents()

        def edit() -> None:
            bridge.workshop.do(SetValue("bench.rear.bar.od", next(diameters)))
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
            computing("bench.rear.bar.od", 5e-5),
            computing("bench.rear.bar.arm_length", 2e-4),
            computing("bench.rear.link_left", 5e-5),
            computing("car.rear.spring_rate", 50.0),
            Line("one step of a drag, to painted", median(drag, 60), bare, "16 ms"),
            Line("one edit kept on disk, to painted", median(edit, 60), bare, "16 ms without the disk"),
        ]
        window.close()
        jobs.close()
    return lines


def many_settings() -> list[Line]:
    """A setting map of one car, the search of a rack in two processes, and the draws of one setting's bands."""
    import resource
    from concurrent.futures import ProcessPoolExecutor

    from anchor_beam.demo.team import team
    from anchor_beam.figures.bands import SAMPLES, SLICE, bands, sampled

    file = team()[0]
    first = bands(file.car, file.bench, file.reference_setting)

    def draws() -> None:
        sampled(file.car, file.bench, None, first, lambda _done: None)

    lines = [
        Line("setting map, 289 settings x 20 steps, 5 phases", median(setting_map, 5), None, "80 ms"),
        Line("change of direction, one setting", median(lambda: changing(1), 5), None, "50 ms"),
        Line("change of direction, 50 settings", median(lambda: changing(50), 3), None, "400 ms"),
        Line(f"{SAMPLES} draws of one setting, five phases, slices of {SLICE}", median(draws, 5), None, "500 ms"),
    ]
    with ProcessPoolExecutor(2) as pool:
        list(pool.map(rack, [(0, 2), (60, 62)]))  # both processes have imported
        begin = time.perf_counter()
        found = list(pool.map(rack, [(0, 30), (30, 60)]))
        lines.append(
            Line(f"rack search, {sum(found)} settings, two processes", time.perf_counter() - begin, None, "5 s")
        )
        begin = time.perf_counter()
        pool.submit(rack, (0, 3)).result()
        lines.append(Line("rack search, first 4,500 settings", time.perf_counter() - begin, None, "300 ms"))
    peak = resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss / 1024.0
    print(f"memory of a process of the search: {peak:.0f} MB (target 500 MB)")
    return lines


def parts() -> list[Line]:
    """A list of 5,000 parts filtered and sorted; 60 front and 60 rear bars of five holes searched as the window does, in both
    turns and in neighbouring holes too."""
    from dataclasses import replace

    from anchor_beam.core.grip.driving import Phase
    from anchor_beam.core.sides import Axle
    from anchor_beam.demo.team import team
    from anchor_beam.documents.parts.facts import PartFacts, PartKind
    from anchor_beam.documents.parts.table import Listed, parts_csv
    from anchor_beam.documents.records import Figure
    from anchor_beam.documents.searches import SearchResult, Wanted
    from anchor_beam.figures.rack.columns import COLUMNS, found, in_order
    from anchor_beam.figures.rack.fit_rules import on_car
    from anchor_beam.figures.rack.rows import part_rows
    from anchor_beam.figures.rack.search import Stock, find

    file, made = team()[0], list[Listed]()
    holes = tuple(Figure(0.012 + 0.018 * k) for k in range(5))
    for axle in Axle:
        like = file.bench.end(axle).bar
        for i in range(60):
            facts, od = PartFacts(price=100.0 + i, hours=1.0), Figure(like.od.value - 3e-3 + 1e-4 * i)
            bar = replace(like, name=f"bar {i}", od=od, holes=holes, hole_names=(), facts=facts)
            made.append(Listed(PartKind.BAR, axle, bar))
    many = [replace(one, axle=Axle.REAR, part=replace(one.part, name=f"{n}")) for n, one in enumerate(made * 42)][
        :5000
    ]
    rows = part_rows((("list", parts_csv(many)),), (), on_car(file, Axle.REAR))
    columns = COLUMNS[PartKind.BAR]
    lines = [
        Line(
            "5,000 parts filtered",
            median(lambda: found(rows, PartKind.BAR, "4 tide", fitting=True), 5),
            None,
            "50 ms",
        ),
        Line(
            "5,000 parts sorted", median(lambda: in_order(list(rows), columns[6], {}, falling=True), 5), None, "50 ms"
        ),
    ]
    stock, begin, first = (
        Stock(tuple(made), on_car(file, Axle.FRONT), on_car(file, Axle.REAR), ()),
        time.perf_counter(),
        [],
    )

    def told(so_far: SearchResult, _done: float) -> None:
        if so_far.rows and not first:
            first.append(time.perf_counter() - begin)

    wanted = Wanted(Phase.MIDDLE, file.car.window(Phase.MIDDLE), file.car.roll_window)
    search = find(file.car, file.bench, file.reference_setting, file.aim, stock, wanted, told)
    took = time.perf_counter() - begin
    return [
        *lines, Line(f"search as in the window, {search.examined} settings, one process", took, None, "5 s for 90,000"),
        Line("... first results", first[0], None, "300 ms"),
    ]  # fmt: skip


def _finch():  # type: ignore[no-untyped-def]
    """Car and grip of a demo car, laid out for the solver."""
    from anchor_beam.demo.team import team
    from anchor_beam.figures.results import both_turns

    return both_turns(team()[0].car)


def setting_map() -> None:
    """Every neighbouring hole pair of two six-hole bars, disconnected ends too: states at 20 steps, limits in five phases."""
    import numpy as np

    from anchor_beam.core.car.bars import BarBatch
    from anchor_beam.core.car.corner import settle
    from anchor_beam.core.grip.limit import limits

    turns = _finch()
    each = np.concatenate([[0.0], np.linspace(4e3, 26e3, 16)])
    grid = np.stack(np.meshgrid(each, each, indexing="ij"), axis=-1).reshape(-1, 2)
    ones = np.ones((*grid.shape, 2))
    pairs = BarBatch(grid, 0.0 * grid, ones, 0.0 * ones, 0.0 * ones)  # rates at the wheels [N/m]
    limits(turns.one, pairs, turns.grip)
    stepped = BarBatch(*(value[:, None] for value in vars(pairs).values()))
    settle(turns.one, stepped, np.linspace(0.05, 1.0, 20) * 9.81)


def changing(settings: int) -> None:
    """Through gates and into a ramp of the steer, with as many different bars."""
    import numpy as np

    from anchor_beam.core.car.bars import BarBatch
    from anchor_beam.core.grip.change import change_of_direction
    from anchor_beam.core.grip.transient import rolling

    turns = _finch()
    rates = np.stack([np.linspace(8e3, 16e3, settings), np.linspace(2e3, 8e3, settings)], axis=-1)
    ones = np.ones((*rates.shape, 2))
    change_of_direction(rolling(turns.one, BarBatch(rates, 0.0 * rates, ones, 0.0 * ones, 0.0 * ones), turns.grip))


def rack(part: tuple[int, int]) -> int:
    """A part of 60 front and 60 rear bars with five holes each, solved for real, limits in one phase."""
    import numpy as np

    from anchor_beam.core.search.rack import Wish, search

    turns = _finch()
    scale = np.linspace(1.0, 1.6, 5)
    front, rear = (np.outer(np.linspace(low, high, 60), scale) for low, high in ((4e3, 16e3), (2e3, 12e3)))
    found = search(turns.one, turns.grip, front[part[0] : part[1]].ravel(), rear.ravel(), Wish((0.5, 4.0)))
    return found.examined


def solving() -> Line:
    """The command that answers one bar, against a Python that imports NumPy and nothing else."""
    bar = {
        "od_mm": 22, "E_Pa": 206e9, "G_Pa": 79.3e9, "density_kg_per_m3": 7850, "holes_mm": [0, 25, 50],
        "pivots_y_mm": [380, -380],
        "path_mm": [[250, 500, 0, 0], [0, 500, 0, 30], [0, -500, 0, 30], [250, -500, 0, 0]],
    }  # fmt: skip
    question = {"id": "b", "kind": "bar", "load_N": 1000, "pairs": [[0, 0]], "bar": bar}
    ask = {"anchor_beam": 1, "ask": [question]}
    as_installed = {k: v for k, v in os.environ.items() if k != "PYTHONDONTWRITEBYTECODE"}
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "ask.json"
        path.write_text(json.dumps(ask))

        def run(*arguments: str) -> float:
            begin = time.perf_counter()
            subprocess.run([sys.executable, *arguments], check=True, stdout=subprocess.DEVNULL, env=as_installed)
            return time.perf_counter() - begin

        pairs = [(run("-m", "anchor_beam", "solve", str(path)), run("-c", "import numpy")) for _ in range(15)]
    ours, bare = (statistics.median(times) for times in zip(*pairs, strict=True))
    return Line("solve on one bar, whole process", ours, bare, "1.5 x")


PAINTED = (
    "from PySide6.QtCore import QTimer; QTimer.singleShot(0, lambda: (print(time.time(), flush=True), os._exit(0)))"
)
OURS = f"""
import gc, os, sys, time
gc.disable()  # as the command line does
from pathlib import Path
from anchor_beam.desk.app import run
from anchor_beam.desk.shell.window import Window
def fill(garage):
    from anchor_beam.demo.filling import fill
    fill(garage)
paint = Window.paintEvent
def painted(self, event):
    paint(self, event); {PAINTED}
Window.paintEvent = painted
run(Path(sys.argv[1]), fill=fill)
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


def around_links() -> list[Line]:
    """Gaps to twelve things over every state, and the zone of a mount: as previewed and whole."""
    from anchor_beam.core.sides import Axle, Side
    from anchor_beam.demo.team import sorrel_finch
    from anchor_beam.documents.obstacles import Held, Obstacle, Shape, Thing
    from anchor_beam.figures import clearance
    from anchor_beam.figures.placing import wanted_of, zone

    file = sorrel_finch()
    axle, end, wanted = file.car.rear, file.bench.rear, wanted_of(file, Axle.REAR)
    things = [
        Obstacle(
            f"pipe {i}",
            Axle.REAR,
            Thing.SOFT,
            Held.BODY,
            Shape.ROD,
            (-0.2, 0.2 + 0.03 * i, 0.1, 0.1, 0.3, 0.16, 0.008),
        )
        for i in range(11)
    ]
    things.append(Obstacle("tyre", Axle.REAR, Thing.TYRE, Held.LEFT, Shape.WHEEL, (-0.15, 0.75, 0.04, 0.3, 0.2, 0.4)))

    def anew() -> None:
        clearance._moving.cache_clear()
        clearance.clearances(axle, end, Axle.REAR, things)

    def preview() -> None:
        zone(axle, end, Axle.REAR, Side.LEFT, wanted, (), 21)

    def whole() -> None:
        zone(axle, end, Axle.REAR, Side.LEFT, wanted, tuple(things))

    return [
        Line("gaps to 12 things over 2,420 states", median(anew, 7), None, "200 ms"),
        Line("zone of a mount, preview", median(preview, 15), None, "16 ms"),
        Line("zone of a mount, whole, 12 things", median(whole, 7), None, "200 ms"),
    ]


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
    print(f"a loop of 20,000 steps of plain Python: {yardstick() * 1e3:.2f} ms")
    print(f"{'':52}{'ours':>11}{'bare':>11}{'ratio':>8}   target")
    for line in (start(), solving(), one_bar(), *peaks(), *one_edit(), *many_settings(), *parts(), *around_links()):
        bare = "" if line.bare is None else f"{line.bare * 1e3:8.2f} ms"
        ratio = "" if line.bare is None else f"{line.time / line.bare:.2f}"
        print(f"{line.what:52}{line.time * 1e3:8.2f} ms{bare:>11}{ratio:>8}   {line.target}")


if __name__ == "__main__":
    main()

"""Make the pictures in docs/screenshots from the demo data, at 1280 x 800. Run after a view has changed.

Usage: .venv/bin/python tools/make_screenshots.py
"""

from __future__ import annotations

import os
import tempfile
import time
from pathlib import Path

SCREEN = Path(__file__).resolve().parent.parent / "tests" / "support" / "screen.json"
os.environ["QT_QPA_PLATFORM"] = f"offscreen:configfile={SCREEN}"

from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from anchor_beam.core.sides import Axle
from anchor_beam.demo.filling import fill
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.window import Window
from anchor_beam.desk.stages.registry import STAGES
from anchor_beam.desk.theme.theme import Theme
from anchor_beam.figures.travelling import Moving
from anchor_beam.jobs.office import Jobs
from anchor_beam.session.workshop import Workshop
from anchor_beam.store.garage import Garage
from anchor_beam.words.hints import HINTS

OUT = Path(__file__).resolve().parent.parent / "docs" / "screenshots"
QUIET = 450  # ms, until the Beam has settled
CHANGING = 4000  # ms, until the bands of a change of direction are there
PATIENCE = 20.0  # s that a picture waits for its bands


def main() -> None:
    """Every stage in the light look, the step at the car in the dark one."""
    OUT.mkdir(parents=True, exist_ok=True)
    app, jobs = QApplication([]), Jobs()
    with tempfile.TemporaryDirectory() as folder, Garage(Path(folder) / "garage.sqlite3") as garage:
        fill(garage)
        garage.choose("hints told", ",".join(HINTS))
        bridge = Bridge(Workshop(garage), Theme("light"), jobs)
        window = Window(bridge)
        window.resize(1280, 800)
        window.show()
        for stage in STAGES:
            window.show_stage(stage.name)
            _keep(bridge, window, stage.name.lower())
        _links(bridge, window)
        _fit(bridge, window)
        window.show_stage("Car")
        car = window.page("Car")
        car.open_aid("corner-weights", None)
        _keep(bridge, window, "measuring")
        car.close_aid()
        window.show_stage("Bars")
        page = window.page("Bars")
        page.strip.buttons["change of direction"].click()
        QTest.qWait(CHANGING)
        _keep(bridge, window, "change")
        page.strip.buttons["strength"].click()
        _keep(bridge, window, "strength")
        page.strip.buttons["ladder"].click()
        page.boards.buttons["rack"].click()
        _keep(bridge, window, "rack")  # twice: the rows come first, what they give after them
        page.rack.table.setCurrentIndex(page.rack.table.parts.index(5, 0))
        _keep(bridge, window, "rack")
        page.boards.buttons["search"].click()
        page.search.start.click()
        _keep(bridge, window, "search")
        page.boards.buttons["compare"].click()
        _keep(bridge, window, "compare")
        page.boards.buttons["setting map"].click()
        _keep(bridge, window, "setting-map")
        window.close()
    jobs.close()
    app.processEvents()


def _links(bridge: Bridge, window: Window) -> None:
    """What lies around the rear bar, the wheels where it is tightest."""
    window.show_stage("Links")
    page = window.page("Links")
    page.boards.buttons["from behind"].click()
    page.strips[Axle.REAR].buttons["clearance"].click()
    _keep(bridge, window, "clearance")
    page.posture.choose(Moving.ROLL)
    page.posture.to(0.045)
    page.strips[Axle.REAR]._views["clearance"].table.selectRow(0)
    page.posture.to(0.045)
    _keep(bridge, window, "clearance")
    page.boards.buttons["placing a mount"].click()
    _keep(bridge, window, "placing")
    page.boards.buttons["from the side"].click()
    page.strips[Axle.REAR].buttons["lengths"].click()
    page.posture.to(0.0)


def _fit(bridge: Bridge, window: Window) -> None:
    """The torques, the fasteners, one step at the car, a template; the card itself stands with the stages."""
    window.show_stage("Fit")
    page = window.page("Fit")
    for board, name in (
        ("torques", "torques"),
        ("fasteners", "fasteners"),
        ("templates", "template"),
        ("the card", ""),
    ):
        page.boards.buttons[board].click()
        if name:
            _keep(bridge, window, name)
    bridge.theme.choose("dark")
    page.show_large()
    _keep(bridge, window, "at-the-car")
    page.at_car.hide()
    bridge.theme.choose("light")


def _keep(bridge: Bridge, window: Window, name: str) -> None:
    QTest.qWait(QUIET)
    end = time.monotonic() + PATIENCE
    while not bridge.at_rest and time.monotonic() < end:
        QTest.qWait(20)
    window.grab().save(str(OUT / f"{name}.png"))


if __name__ == "__main__":
    main()

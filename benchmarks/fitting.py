"""A job card of 120 steps in the real window, opened, ticked and reordered with what follows painted; and paper.

Usage: .venv/bin/python benchmarks/fitting.py
"""

from __future__ import annotations

import os
import tempfile
import time
from dataclasses import replace
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
from run import median

STEPS = 120
SETTLED = 3.0  # s


def main() -> None:
    """Print medians against their targets."""
    from PySide6.QtWidgets import QApplication

    from anchor_beam.core.sides import Axle
    from anchor_beam.demo.team import team
    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.window import Window
    from anchor_beam.desk.stages.fit.page import FitPage
    from anchor_beam.desk.theme.theme import Theme
    from anchor_beam.documents.job_card import OwnStep
    from anchor_beam.drawings.template import Hole, plate_drawing
    from anchor_beam.figures.job_facts import job_of
    from anchor_beam.fitting.card import moved_to, steps_in_order
    from anchor_beam.jobs.office import Jobs
    from anchor_beam.session.workshop import Workshop
    from anchor_beam.sheets.page import PaperSize
    from anchor_beam.sheets.template import template_dxf, template_pdf
    from anchor_beam.store.garage import Garage

    QApplication([])
    with tempfile.TemporaryDirectory() as folder:
        garage = Garage(Path(folder) / "garage.sqlite3")
        garage.add(team()[0], "came with the demo")
        bridge = Bridge(Workshop(garage), Theme("light"), Jobs())
        window = Window(bridge)
        window.show()
        begun = time.monotonic()
        while not bridge.at_rest or time.monotonic() - begun < SETTLED:  # until every stage was built ahead
            QApplication.processEvents()
        cards, hand = bridge.workshop.cards, _page(window, FitPage).hand
        window.rail.buttons["Fit"].click()
        document = cards.add("long", job_of(bridge.picture.file, Axle.REAR))
        missing = STEPS - len(steps_in_order(cards.card(document)))
        own = tuple(OwnStep(f"own-{i}", f"Step {i} of my own", "read") for i in range(missing))
        cards.change(document, lambda card: replace(card, own=own), "own steps")

        def painted() -> None:
            bridge.deliver_now()
            QApplication.processEvents()

        def opened() -> None:
            hand.take(document)
            painted()

        def ticked() -> None:
            hand.look_at("read")
            hand.sign()
            painted()

        places = iter(range(10**6))

        def reordered() -> None:
            hand.change(lambda card: moved_to(card, "own-0", 2 + next(places) % 2), "moved")
            painted()

        for what, work in (("opened", opened), ("ticked", ticked), ("reordered", reordered)):
            print(f"a card of {STEPS} steps, {what} and painted: {1e3 * median(work, 20):.1f} ms (target 16 ms)")
        holes = tuple(Hole((0.02 * i, 0.05), 0.01, str(i)) for i in range(1, 24))
        large = plate_drawing(0.5, 0.3, holes, "plate", mirrored=False)
        for what, make in (
            ("four pages of PDF", lambda: template_pdf((large,), PaperSize.A4, "plate")),
            ("DXF", lambda: template_dxf(large)),
        ):
            print(f"a template as {what}: {1e3 * median(make, 5):.1f} ms (target 500 ms)")
        window.close()
        bridge.jobs.close()
        garage.close()


def _page(window, kind):  # type: ignore[no-untyped-def]
    page = window.page("Fit")
    assert isinstance(page, kind)
    return page


if __name__ == "__main__":
    main()

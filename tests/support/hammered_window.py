"""The real window with a hand that edits without pause and says each edit that is saved, until somebody kills it."""

from __future__ import annotations

import os
import random
import signal
import subprocess
import sys
from pathlib import Path

OD, BUDGET, TILT, VARIANT = "bench.rear.bar.od", "aim.budget", "tilt", "car.variant"
FIRST, STEP = 0.015, 1e-6  # m; each edit of the bar adds steps, so that the diameter says how many edits there were
NEAREST = 0.5  # m on the tilt's first row, which counts as well
KINDS = 5  # of edits, each of another document
LEAST = KINDS  # edits before a kill, so that each of them counts
NOTED = "read"  # the step of the demo's job card that has the note
TESTS = Path(__file__).resolve().parent.parent


def hammer(garage: str) -> int:
    """Open the garage and edit; for the process that is killed."""
    from PySide6.QtCore import QTimer
    from PySide6.QtWidgets import QApplication

    from anchor_beam.demo.filling import fill
    from anchor_beam.desk import app
    from anchor_beam.desk.shell.window import Window
    from anchor_beam.documents.readings import Reading
    from anchor_beam.session.edits import Choose, Edit, SetReading, SetValue
    from anchor_beam.session.outcome import Saved
    from anchor_beam.session.workshop import Workshop

    QApplication(sys.argv[:1])
    done = [int(sys.argv[2])]

    def nth(number: int, workshop: Workshop) -> object:
        """A bar, a reading of an aid, a constraint, a word about the car and a note on a job card in turn: documents of one
        car."""
        if number % KINDS == 4:
            document, _ = workshop.cards.all[-1]
            workshop.cards.change(document, lambda card: card.with_note(NOTED, f"{number}"), "note")
            return workshop.session.outcome
        edits: tuple[Edit, ...] = (
            SetValue(OD, FIRST + number * STEP), SetReading(TILT, None, "rise", Reading(NEAREST + number * STEP), 0),
            SetValue(BUDGET, float(number)), Choose(VARIANT, f"{number}"),
        )  # fmt: skip
        return workshop.do(edits[number % KINDS])

    def edit() -> None:
        for window in QApplication.topLevelWidgets():
            if isinstance(window, Window):
                page = window.page("Car")
                if page.aid is None:
                    page.open_aid(TILT, None)
                done[0] += 1
                if isinstance(nth(done[0], window.bridge.workshop), Saved):
                    sys.stdout.write(f"{done[0]}\n")
                    sys.stdout.flush()

    hand = QTimer()
    hand.setInterval(0)
    hand.timeout.connect(edit)
    hand.start()
    return app.run(Path(garage), fill=fill)


def killed_in_a_burst(garage: Path, chance: random.Random, begun: int) -> int:
    """Start the window, let it edit for a moment, kill it; the last edit that it said was saved."""
    environment = os.environ | {"QT_QPA_PLATFORM": "offscreen", "PYTHONPATH": str(TESTS)}
    command = [sys.executable, "-m", "support.hammered_window", str(garage), str(begun)]
    with subprocess.Popen(command, env=environment, stdout=subprocess.PIPE, text=True) as window:
        assert window.stdout is not None
        said = [int(window.stdout.readline()) for _ in range(chance.randint(LEAST, 40))]
        window.send_signal(signal.SIGKILL)
        said += [int(line) for line in window.stdout.read().split()]
    return said[-1]


def edits_in(garage: Path) -> int:
    """How many edits the garage holds of the car last in hand, read as a start would."""
    from anchor_beam.session.workshop import Workshop
    from anchor_beam.store.garage import Garage

    with Garage(garage) as opened:
        workshop = Workshop(opened)
        assert workshop.session is not None
        file = workshop.session.file
        rows = file.read_at(TILT, None).rows
        bar, tilt = file.bench.rear.bar.od.value - FIRST, rows[0][0].value - NEAREST if rows and rows[0][0] else 0.0
        assert workshop.session.undo is not None  # the journal is whole as well
        word = int(file.car.variant) if file.car.variant.isdigit() else 0
        _, card = workshop.cards.all[-1]
        note = int(card.notes.get(NOTED, "0"))
        counts = sorted((round(bar / STEP), round(tilt / STEP), round(file.aim.budget.value), word, note))
        assert counts == list(range(counts[-1] - KINDS + 1, counts[-1] + 1))  # in the order in which they were made
        return counts[-1]


if __name__ == "__main__":
    sys.exit(hammer(sys.argv[1]))

"""The real window with a hand that edits without pause and says each edit that is saved, until somebody kills it."""

from __future__ import annotations

import os
import random
import signal
import subprocess
import sys
from pathlib import Path

OD = "bench.rear.bar.od"
FIRST, STEP = 0.015, 1e-6  # m; each edit adds a step, so that the diameter says how many there were
TESTS = Path(__file__).resolve().parent.parent


def hammer(garage: str) -> int:
    """Open the garage and edit; for the process that is killed."""
    from PySide6.QtCore import QTimer
    from PySide6.QtWidgets import QApplication

    from anchor_beam.demo.team import team
    from anchor_beam.desk import app
    from anchor_beam.desk.shell.window import Window
    from anchor_beam.session.edits import SetValue
    from anchor_beam.session.outcome import Saved

    QApplication(sys.argv[:1])
    done = [int(sys.argv[2])]

    def edit() -> None:
        for window in QApplication.topLevelWidgets():
            if isinstance(window, Window):
                done[0] += 1
                if isinstance(window.bridge.workshop.do(SetValue(OD, FIRST + done[0] * STEP)), Saved):
                    sys.stdout.write(f"{done[0]}\n")
                    sys.stdout.flush()

    hand = QTimer()
    hand.setInterval(0)
    hand.timeout.connect(edit)
    hand.start()
    return app.run(Path(garage), fill=team)


def killed_in_a_burst(garage: Path, chance: random.Random, begun: int) -> int:
    """Start the window, let it edit for a moment, kill it; the last edit that it said was saved."""
    environment = os.environ | {"QT_QPA_PLATFORM": "offscreen", "PYTHONPATH": str(TESTS)}
    command = [sys.executable, "-m", "support.hammered_window", str(garage), str(begun)]
    with subprocess.Popen(command, env=environment, stdout=subprocess.PIPE, text=True) as window:
        assert window.stdout is not None
        said = [int(window.stdout.readline()) for _ in range(chance.randint(1, 40))]
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
        count = round((workshop.session.file.bench.rear.bar.od.value - FIRST) / STEP)
        assert workshop.session.undo is not None  # the journal is whole as well
        return count


if __name__ == "__main__":
    sys.exit(hammer(sys.argv[1]))

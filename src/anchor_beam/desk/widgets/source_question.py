"""Where does it come from? Hangs under a figure that was just typed; one key answers, going on ends it."""

from __future__ import annotations

from PySide6.QtCore import Qt

from anchor_beam.desk.widgets.note import Hanging
from anchor_beam.desk.widgets.provenance import LETTERS
from anchor_beam.documents.inputs import Provenance
from anchor_beam.drawings.shapes import Tone

ASKED = tuple(source for source in Provenance if source is not Provenance.DERIVED)
KEYS = {getattr(Qt.Key, f"Key_{LETTERS[source]}"): source for source in ASKED}


class SourceQuestion(Hanging):
    """The sources with their letters; the one that counts now stands in front."""

    FRAME = Tone.GRAB

    def ask(self, now: Provenance) -> None:
        """Show the question below the owner."""
        others = ", ".join(f"{LETTERS[source]} {source}" for source in ASKED if source is not now)
        self.hang(
            f"Taken as: {now}. Another source by its letter: {others}. The next one is taken the same way.",
            7,
            7,
            7,
            7,
        )

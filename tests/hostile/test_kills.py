"""The real window, killed amid edits: what it said was saved is there, and what is there is whole."""

from __future__ import annotations

import random
from pathlib import Path

from support.hammered_window import edits_in, killed_in_a_burst

KILLS = 12  # tools/kill_window.py does as many as one has time for


def test_killed_again_and_again_the_window_loses_no_edit_that_was_saved(tmp_path: Path) -> None:
    garage, chance, last = tmp_path / "garage.sqlite3", random.Random(20), 0
    for _ in range(KILLS):
        said = killed_in_a_burst(garage, chance, last)
        last = edits_in(garage)
        assert last in (said, said + 1)  # one may have been saved before it could be said

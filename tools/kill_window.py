"""Kill the real window amid edits, many times over, and see that nothing that was saved is lost.

Usage: .venv/bin/python tools/kill_window.py [KILLS]   (200 by default)
"""

from __future__ import annotations

import random
import sys
import tempfile
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parent.parent / "tests"))

from support.hammered_window import edits_in, killed_in_a_burst


def main(kills: int) -> int:
    """Exit code 1 where an edit was lost."""
    chance, last = random.Random(kills), 0
    with tempfile.TemporaryDirectory() as folder:
        garage = Path(folder) / "garage.sqlite3"
        for i in range(kills):
            said = killed_in_a_burst(garage, chance, last)
            last = edits_in(garage)
            if last not in (said, said + 1):
                print(f"kill {i + 1}: {said} edits were said to be saved, {last} are there")
                return 1
    print(f"{kills} kills, {last} edits, none lost")
    return 0


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 200))

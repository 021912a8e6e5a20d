"""A garage that another program took away, saved beside its old place: as much of it as can still be read."""

from __future__ import annotations

from datetime import datetime
from pathlib import Path

from anchor_beam.errors import StoreError
from anchor_beam.store.fresh import free_name
from anchor_beam.store.garage import Garage


def rescue(garage: Garage) -> tuple[Garage, bool]:
    """A new garage beside the old one, and whether everything of the old one is in it; else it is empty.

    The open connection still reads a file that lost its name. One that was cut short cannot be read any more.
    Raises:
        StoreError: nothing can be written there.
    """
    path = beside(garage.path)
    try:
        garage.database.copy_to(path)
        whole = Garage(path)
        whole.database.require_sound()
    except StoreError:
        path.unlink(missing_ok=True)
        return Garage(path), False
    whole.database.go_on_from(garage.database.last)
    return whole, True


def beside(path: Path) -> Path:
    """A free name beside a garage."""
    return free_name(path.with_name(f"{path.stem} saved {datetime.now():%Y-%m-%d %H.%M.%S}{path.suffix}"))

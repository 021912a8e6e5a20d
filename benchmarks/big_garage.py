"""A garage after years of work: 200 cars, 20,000 revisions, 2,000 photos of 2 MB, beside an empty one.

Opening a car may cost at most 20 ms more than in a garage that holds this car alone, and an act at most 5 ms; both where
the disk is not what is measured, on storage in memory. Takes 4 GB there for some minutes.

Usage: .venv/bin/python benchmarks/big_garage.py [FOLDER]   (/dev/shm by default)
"""

from __future__ import annotations

import os
import random
import statistics
import sys
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from anchor_beam.demo.team import team
from anchor_beam.documents.kept import Photo
from anchor_beam.documents.kinds import PHOTO
from anchor_beam.session.edits import PutDocument, SetValue
from anchor_beam.session.session import Session
from anchor_beam.store.garage import Garage

CARS, REVISIONS, PHOTOS = 200, 20_000, 2_000
PHOTO_SIZE = 2_000_000  # bytes
OD = "bench.rear.bar.od"
MOST_FOR_OPENING, MOST_FOR_AN_ACT = 0.020, 0.005  # s
REPEATS = 40


def timed(act: Callable[[], object]) -> float:
    start = time.perf_counter()
    act()
    return time.perf_counter() - start


def fill(garage: Garage) -> None:
    """Cars of the team in turn, each with its share of acts and photos."""
    chance = random.Random(1)
    for number in range(CARS):
        file = team()[number % len(team())]
        car = garage.add(replace(file, car=replace(file.car, name=f"{file.car.name} {number}")), "made")
        session = Session(garage, car)
        for picture in range(PHOTOS // CARS):
            blob = garage.blobs.keep(os.urandom(PHOTO_SIZE))
            photo = Photo(f"picture {picture}", "image/jpeg", blob)
            session.do(PutDocument("Photo kept", PHOTO, garage.database.new_number(), photo))
        for _ in range(REVISIONS // CARS):
            session.do(SetValue(OD, chance.uniform(0.015, 0.025)))
        if number % 20 == 19:
            print(f"  {number + 1} cars", file=sys.stderr)


def measure(garage: Garage, car: int) -> tuple[float, float]:
    """Median time to open a car, and of an act [s]."""
    opening = statistics.median(timed(lambda: Session(garage, car)) for _ in range(REPEATS))
    session = Session(garage, car)
    acts = [timed(lambda step=step: session.do(SetValue(OD, 0.017 + 1e-5 * step))) for step in range(REPEATS)]
    return opening, statistics.median(acts)


def main(folder: Path) -> int:
    """Exit code 1 where a goal is missed."""
    with tempfile.TemporaryDirectory(dir=folder) as name:
        with Garage(Path(name) / "small.sqlite3") as garage:
            small = measure(garage, garage.add(team()[0], "made"))
        path = Path(name) / "big.sqlite3"
        with Garage(path) as garage:
            fill(garage)
        with Garage(path) as garage:
            count = garage.database.one("SELECT count(*) FROM revision")
            cars = garage.cars()
            big = measure(garage, cars[len(cars) // 2].id)
            listing = timed(garage.cars)
        size = path.stat().st_size / 1e9
    print(f"{len(cars)} cars, {count} revisions, {size:.1f} GB; listing them {listing * 1e3:.1f} ms")
    print(f"opening a car: {small[0] * 1e3:.2f} ms alone, {big[0] * 1e3:.2f} ms here")
    print(f"an act:        {small[1] * 1e3:.2f} ms alone, {big[1] * 1e3:.2f} ms here")
    return int(big[0] - small[0] > MOST_FOR_OPENING or big[1] > MOST_FOR_AN_ACT)


if __name__ == "__main__":
    sys.exit(main(Path(sys.argv[1] if len(sys.argv) > 1 else "/dev/shm")))

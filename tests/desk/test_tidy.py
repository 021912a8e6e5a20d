"""Garbage is collected while nobody waits, and at no other time."""

from __future__ import annotations

import gc
import weakref
from collections.abc import Iterator

import pytest

from anchor_beam.desk.shell.tidy import ROUNDS, Tidy


class Knot:
    """Holds itself, so that only a full round takes it away."""

    def __init__(self) -> None:
        self.me = self


@pytest.fixture(autouse=True)
def as_before() -> Iterator[None]:
    thresholds = gc.get_threshold()
    yield
    gc.enable()
    gc.set_threshold(*thresholds)
    gc.unfreeze()


def old_knot() -> weakref.ref[Knot]:
    """One that has outlived the young rounds, and as many rounds as make a full one worth it."""
    knot = Knot()
    there = weakref.ref(knot)
    for _ in range(ROUNDS + 1):
        gc.collect(1)
    del knot
    return there


def test_a_full_round_waits_until_nothing_is_under_way(qapp) -> None:
    resting = False
    tidy = Tidy(lambda: resting)
    there = old_knot()
    tidy.look()
    assert there() is not None
    resting = True
    tidy.look()
    assert there() is None
    gc.disable()  # no round but its own
    young = weakref.ref(Knot())
    tidy.look()
    assert young() is not None  # too little is new for one

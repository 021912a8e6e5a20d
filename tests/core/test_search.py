"""Searching a rack: every pair against a single solve, order, constraints, progress and cancelling; uncertainty by draws."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.car.bars import bars, rate_bar
from anchor_beam.core.car.lift import lifts, roll_gradient
from anchor_beam.core.car.model import batch
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.grip.model import AxleGrip, CarGrip, grips
from anchor_beam.core.grip.tyre import PRESETS, TyreKind
from anchor_beam.core.search import rack
from anchor_beam.core.search.rack import Wish, search
from anchor_beam.core.uncertainty.propagate import drawn, first_order, spread_of
from support.references import CARS, car

COUPE = car(CARS[0]["ask"]["car"])
SPORT = AxleGrip(PRESETS[TyreKind.SUMMER_SPORT].tyre, roll_camber=0.4)
GRIP = grips([CarGrip(SPORT, SPORT)])
FRONT, REAR = np.linspace(0.0, 16e3, 7), np.linspace(0.0, 14e3, 9)


@pytest.fixture(autouse=True)
def small_chunks(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(rack, "CHUNK", 20)


def test_every_setting_is_what_it_is_alone() -> None:
    found = search(batch([COUPE]), GRIP, FRONT, REAR, Wish((-30.0, 30.0), lift=0.1 * GRAVITY))
    assert found.examined == len(found.margin) == 63
    for k in (0, 17, 62):
        pair = bars([(rate_bar(FRONT[found.front[k]]), rate_bar(REAR[found.rear[k]]))])
        assert found.margin[k] == pytest.approx(
            limits(batch([COUPE]), pair, GRIP, (Phase.MIDDLE,)).margin[0, 0], abs=1e-5
        )
        assert found.roll[k] == pytest.approx(roll_gradient(batch([COUPE]), pair)[0])
        assert found.lift[k] == pytest.approx(np.nanmin(lifts(batch([COUPE]), pair).acceleration), rel=1e-6)


def test_inside_the_wish_comes_first_and_flattest_leads() -> None:
    found = search(batch([COUPE]), GRIP, FRONT, REAR, Wish((-1.0, 1.0)))
    inside = (found.margin >= -1.0) & (found.margin <= 1.0)
    assert inside.any()
    assert (np.diff(inside.astype(int)) <= 0).all()
    assert (np.diff(found.roll[inside]) >= 0.0).all()
    assert (np.diff(found.off) >= 0.0).all()


def test_what_lifts_too_early_is_ruled_out_and_counted() -> None:
    free = search(batch([COUPE]), GRIP, FRONT, REAR, Wish((-30.0, 30.0), lift=0.1 * GRAVITY))
    asked = float(np.median(free.lift))
    found = search(batch([COUPE]), GRIP, FRONT, REAR, Wish((-30.0, 30.0), lift=asked))
    assert found.ruled_out == 63 - len(found.margin) > 0
    assert (found.lift >= asked).all()


def test_what_has_no_limit_is_counted_not_dropped_silently() -> None:
    limp = replace(COUPE, front=replace(COUPE.front, spring_rate=20.0), rear=replace(COUPE.rear, spring_rate=20.0))
    found = search(batch([limp]), GRIP, np.array([0.0]), np.array([0.0, 20e3]), Wish((-30.0, 30.0)))
    assert found.unsolved >= 1
    assert found.unsolved + len(found.margin) == 2


def test_a_search_reports_its_progress_and_stops_when_told() -> None:
    parts: list[float] = []

    def twice(part: float) -> bool:
        parts.append(part)
        return len(parts) <= 2

    found = search(batch([COUPE]), GRIP, FRONT, REAR, Wish((-30.0, 30.0)), progress=twice)
    assert found.stopped
    assert found.examined == 40
    assert parts == [0.0, pytest.approx(20 / 63), pytest.approx(40 / 63)]


def test_draws_and_slopes_agree_and_lost_draws_are_counted() -> None:
    """Two methods for one band, through a car and its limits."""
    centre, spread = np.array([0.0, 0.0, 0.47]), np.array([0.03, 0.02, 0.01])

    def figures(rows: np.ndarray) -> np.ndarray:
        cars = batch([replace(COUPE, sprung_cg_height=float(height)) for height in rows[:, 2]])
        moved = {name: np.repeat(values, len(rows), axis=0) for name, values in vars(GRIP).items()}
        moved["mu0"] = moved["mu0"] + rows[:, :1]
        moved["load_sensitivity"] = moved["load_sensitivity"] + rows[:, 1:2]
        pair = bars([(rate_bar(9e3), rate_bar(6e3))])
        margin = limits(cars, pair, type(GRIP)(**moved), (Phase.MIDDLE,)).margin[:, 0]
        return np.stack([margin, roll_gradient(cars, pair)], axis=-1)

    slopes = first_order(figures, centre, spread)
    found = spread_of(figures(drawn(centre, spread, 1500, 3)), figures(centre[None])[0])
    assert found.sigma == pytest.approx(slopes.sigma, rel=0.08)
    assert found.median == pytest.approx(slopes.value, abs=0.1 * float(slopes.sigma.max()))
    assert (found.low < found.median).all()
    assert (found.median < found.high).all()
    assert slopes.shares[2, 1] == pytest.approx(1.0)  # roll knows only the height of these three
    assert (drawn(centre, spread, 9, 3) == drawn(centre, spread, 9, 3)).all()  # the same seed, the same draws
    holes, none = np.array([[1.0, 2.0], [np.nan, 2.0], [3.0, 4.0]]), np.zeros(2)
    assert spread_of(holes, none).lost == 1
    assert np.isfinite(spread_of(holes, none).sigma).all()  # one lost draw of a figure does not lose the others
    assert np.isnan(spread_of(np.full((4, 2), np.nan), none).sigma).all()
    aside = spread_of(np.linspace(1.0, 2.0, 1001)[:, None], np.array([1.0])).sigma[0]
    assert aside == pytest.approx(0.6827, abs=2e-3)  # about what is shown, not about their own middle

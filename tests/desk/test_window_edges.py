"""Where the window lies on the ladder, and what is said to reach it, against the balance solved there."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QWidget

from anchor_beam.core.car.bars import DISCONNECTED, WheelBar, bars
from anchor_beam.core.car.batches import joined
from anchor_beam.core.car.linear import axle_stiffness, rear_stiffness_share
from anchor_beam.core.car.mirror import mirrored_bars
from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.grip.limit import limits
from anchor_beam.core.sides import Axle
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch, wicken_estate
from anchor_beam.desk.drawing.lettering import Lettering
from anchor_beam.documents.places import read
from anchor_beam.documents.records import CarFile
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures.results import both_turns, results
from anchor_beam.figures.window_edges import window_edges
from anchor_beam.session.edits import CompareWith, SaveSetting, SetValue, SetWindow
from support.desk import Desk

Pair = tuple[WheelBar, WheelBar]


def on_it(file: CarFile) -> Pair:
    found = results(file.car, file.bench)
    return found.front.wheel_bar, found.rear.wheel_bar


def solved(file: CarFile, pair: Pair) -> tuple[float, float]:
    """Margin and rear share [%]."""
    turns, both = both_turns(file.car), bars([pair])
    margins = limits(turns.both, joined([both, mirrored_bars(both)]), turns.grip, (Phase.MIDDLE,)).margin
    share = rear_stiffness_share(axle_stiffness(turns.one, both.roll_stiffness(turns.one.track)))
    return float(margins.mean()), 100.0 * float(share[0])


def scaled(pair: Pair, axle: Axle, factor: float) -> Pair:
    changed = [
        replace(bar, K_theta=bar.K_theta * (factor if i == axle.position else 1.0)) for i, bar in enumerate(pair)
    ]
    return changed[0], changed[1]


@pytest.mark.parametrize(("file", "window"), [
    (wicken_estate(), (8.0, 9.0)), (wicken_estate(), (1.0, 2.0)), (harrow_half_ton(), (1.0, 6.0)),
], ids=["more push", "less push", "pick-up"])  # fmt: skip
def test_what_is_said_to_reach_the_window_reaches_its_edge(file: CarFile, window: tuple[float, float]) -> None:
    pair = on_it(file)
    found = window_edges(both_turns(file.car), pair, window, Phase.MIDDLE)
    assert found.needed
    for one in found.needed:
        margin, _ = solved(file, scaled(pair, one.axle, one.factor))
        assert min(abs(margin - edge) for edge in window) < 0.15, one
    changes = [abs(np.log(max(one.factor, 1e-3))) for one in found.needed]
    assert changes == sorted(changes)


def test_the_edges_are_where_the_margin_enters_and_leaves_as_the_rear_bar_moves_it() -> None:
    file, window = wicken_estate(), (4.5, 6.0)
    pair = on_it(file)
    found = window_edges(both_turns(file.car), pair, window, Phase.MIDDLE)
    assert found.needed == ()  # it is in it
    for edge, factor in zip(found.shares[::-1], _factors_at(file, pair, found.shares[::-1]), strict=True):
        margin, share = solved(file, scaled(pair, Axle.REAR, factor))
        assert share == pytest.approx(edge, abs=0.01)
        assert min(abs(margin - each) for each in window) < 0.15


def _factors_at(file: CarFile, pair: Pair, shares: tuple[float, ...]) -> list[float]:
    factors = np.linspace(0.0, 4.5, 451)
    along = [solved_share(file, scaled(pair, Axle.REAR, float(factor))) for factor in factors]
    return [float(np.interp(share, along, factors)) for share in shares]


def solved_share(file: CarFile, pair: Pair) -> float:
    turns = both_turns(file.car)
    return 100.0 * float(
        rear_stiffness_share(axle_stiffness(turns.one, bars([pair]).roll_stiffness(turns.one.track)))[0]
    )


def test_nothing_is_promised_where_neither_bar_can() -> None:
    file = sorrel_finch()
    never = window_edges(both_turns(file.car), on_it(file), (12.0, 16.0), Phase.MIDDLE)
    assert (never.shares, never.needed) == (None, ())
    always = window_edges(both_turns(file.car), on_it(file), (-30.0, 30.0), Phase.MIDDLE)
    assert always.shares == (-np.inf, np.inf)
    bare = window_edges(both_turns(file.car), (on_it(file)[0], DISCONNECTED), (0.0, 0.5), Phase.MIDDLE)
    assert all(one.axle is Axle.FRONT for one in bare.needed)


def test_the_ladder_says_which_bar_would_reach_the_window(desk: Desk) -> None:
    page = desk.stage("Bars")
    desk.rest()
    assert page.ladder.accessibleName() == "ladder: what the holes can reach"
    desk.bridge.ask_or_complain(SetWindow(Phase.MIDDLE, (4.0, 6.0), desk.picture.file.car.roll_window))
    desk.rest()
    assert "no rung lies in your window: a front bar" in page.ladder.accessibleName()
    assert "stiffer would reach it" in page.ladder.accessibleName()
    desk.press(Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    desk.rest()
    assert page.ladder.accessibleName() == "ladder: what the holes can reach"


def written(view: QWidget, monkeypatch: pytest.MonkeyPatch) -> dict[str, tuple[float, float]]:
    """What a view writes when it is painted, and from where to where [px]."""
    found: dict[str, tuple[float, float]] = {}
    write = Lettering.write

    def noted(self: Lettering, x: float, y: float, text: str, *how: Any, **more: Any) -> float:
        end = write(self, x, y, text, *how, **more)
        size = how[0] if how else Size.SMALL
        found[text] = (end - self.width(text, size, bold=more.get("bold", False)), end)
        return end

    with monkeypatch.context() as patched:
        patched.setattr(Lettering, "write", noted)
        view.grab()
    return found


@pytest.mark.parametrize("stiffer", [0.6, 1.6])
def test_the_name_of_the_reference_stays_on_the_ladder(desk: Desk, monkeypatch, stiffer: float) -> None:
    name = "as it came from the last owner, links long"
    desk.bridge.ask_or_complain(SaveSetting(name))
    desk.bridge.ask_or_complain(CompareWith(name))
    od = read(desk.picture.file, "bench.rear.bar.od").value
    desk.bridge.ask_or_complain(SetValue("bench.rear.bar.od", od * stiffer))
    ladder = desk.stage("Bars").ladder
    desk.rest()
    ((left, right),) = (room for text, room in written(ladder, monkeypatch).items() if text[:10] == name[:10])
    assert left >= 0.0 and right <= ladder.width() + 1.0


@pytest.mark.parametrize("window", [(-10.0, 10.0), (1.0, 6.0), (5.0, 6.0), (5.4, 5.6)])
def test_the_words_of_the_window_stand_clear_of_those_of_the_rung(
    open_desk, monkeypatch, window: tuple[float, float]
) -> None:
    desk: Desk = open_desk(cars=(wicken_estate(),))
    desk.bridge.ask_or_complain(SetWindow(Phase.MIDDLE, window, desk.picture.file.car.roll_window))
    ladder = desk.stage("Bars").ladder
    desk.rest()
    found = written(ladder, monkeypatch)
    left, right = found["your window"]
    rung = found["front hole 1, rear hole 1"]
    assert (right <= rung[0] or rung[1] <= left) and left >= 0.0 and right <= ladder.width()

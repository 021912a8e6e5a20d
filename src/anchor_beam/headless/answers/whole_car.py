"""Answers about a whole car: what the window says of the setting on its bench."""

from __future__ import annotations

import math
from collections.abc import Callable
from functools import partial
from typing import Any, TypeVar

from anchor_beam.core.arrays import GRAVITY
from anchor_beam.core.sides import Axle
from anchor_beam.documents.asks.whole_car import (
    MadeAsk,
    PartsQuestion,
    RackQuestion,
    RackSearchQuestion,
    ShoppingQuestion,
    StrengthQuestion,
    WarningsQuestion,
    WholeCarQuestion,
)
from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.parts.shipped import shipped
from anchor_beam.documents.parts.table import Listed
from anchor_beam.documents.records import BarRecord, CarFile, EndSetting
from anchor_beam.documents.searches import Made, SearchResult, Wanted
from anchor_beam.errors import DocumentError, InputError, Problem
from anchor_beam.figures.arches import arches
from anchor_beam.figures.rack.bill import bill_of
from anchor_beam.figures.rack.fit_rules import on_car, verdict
from anchor_beam.figures.rack.rows import parts_of, rates
from anchor_beam.figures.rack.search import Stock, find, why
from anchor_beam.figures.strength import Piece, loaded
from anchor_beam.figures.warnings import warnings
from anchor_beam.headless.answers.figures import number
from anchor_beam.headless.progress import report
from anchor_beam.units.kinds import System

METRIC = System.METRIC
MM, MPA = 1e-3, 1e6
T = TypeVar("T")


def car_of(question: WholeCarQuestion) -> CarFile:
    """The car that is asked about.

    Raises:
        InputError: none is named, or two.
        DocumentError: the car file is wrong; with every problem.
    """
    if (question.car_file is None) == (question.layout is None):
        raise InputError("car_file", "A car file or a layout is needed.", accepts="one of the two")
    if question.car_file is None:
        from anchor_beam.documents.layouts import typical_car

        return typical_car(question.typical(), question.typical().label)
    from anchor_beam.documents.car_file import from_data

    return _placed(partial(from_data, question.car_file), "car_file.")


def _placed(read: Callable[[], T], before: str) -> T:
    """Read a document within a question; what is wrong in it is named within the question."""
    try:
        return read()
    except DocumentError as problem:
        faults = tuple(Problem(f"{before}{each.place}", each.message, each.accepts) for each in problem.problems)
        raise DocumentError(problem.message, faults or (Problem(before.rstrip("., "), problem.message),)) from problem


def warned(question: WarningsQuestion) -> dict[str, Any]:
    """Title, reason and what would lift each."""
    file = car_of(question)
    found = warnings(file.car, file.bench, file.reference_setting)
    return {
        "warnings": [
            {"title": one.title, "reason": _plain(one.reason.said(METRIC)), "lifts": _plain(one.lifts.said(METRIC))}
            for one in found
        ]
    }


def strength(question: StrengthQuestion) -> dict[str, Any]:
    """Of each piece what it carries at 1 g, its rating, and how many hours a bar lasts; null for ever."""
    file = car_of(question)
    pieces = []
    for one in loaded(file.car, file.bench):
        unit, scale = ("MPa", MPA) if one.piece is Piece.BAR else ("N", 1.0)
        pieces.append({
            "axle": str(one.axle), "piece": str(one.piece), f"carries_{unit}": one.carries and one.carries / scale,
            f"rated_{unit}": one.rated and one.rated / scale, "used": one.used,
            **({"hours": number(one.hours), "finish": one.finish, "assumed": one.assumed} if one.hours is not None else {}),
            **({"why": one.why} if one.why else {}),
        })  # fmt: skip
    return {"use": str(file.car.use), "pieces": pieces}


def shopping(question: ShoppingQuestion) -> dict[str, Any]:
    """Lines, price and hours."""
    file = car_of(question)
    found = bill_of(file)
    return {
        "currency": file.aim.currency, "price": found.price, "hours": found.hours, "without_price": found.unpriced,
        "lines": [{"axle": str(line.axle), "kind": str(line.kind), "name": line.name, "maker": line.maker,
                   "number": line.number, "count": line.count, "owned": line.owned, "price": line.price,
                   "hours": line.hours} for line in found.lines],
    }  # fmt: skip


def parts(question: PartsQuestion) -> dict[str, Any]:
    """Each part with whether it fits and why not; bars with the rate at the wheel of every hole, if asked for."""
    file, axle = car_of(question), question.axle
    on, end = on_car(file, axle), file.bench.end(axle)
    listed, answers = [one for one in _parts(question) if one.axle in (None, axle)], []
    for i, one in enumerate(listed):
        report(i / len(listed))
        judged = verdict(one, on)
        entry: dict[str, Any] = {
            "kind": str(one.kind), "name": one.part.name, "maker": one.part.maker, "revision": one.facts.revision,
            "line": one.line, "fit": str(judged.fit), "reasons": [_plain(each.said(METRIC)) for each in judged.reasons],
            "price": one.facts.price, "hours": one.facts.hours,
        }  # fmt: skip
        if question.rates and isinstance(one.part, BarRecord):
            found = rates(file.car, end, on, one.part)
            entry["wheel_rate_N_per_mm"] = [number(rate, 1e3) for rate in found.by_hole]
        answers.append(entry)
    return {"parts": answers}


def rack_search(question: RackSearchQuestion) -> dict[str, Any]:
    """The best settings, as the window ranks them, and what was left out."""
    file, per_g = car_of(question), math.radians(1.0) / GRAVITY
    roll = None if question.roll_deg_per_g is None else tuple(per_g * value for value in question.roll_deg_per_g)
    wanted = Wanted(
        question.phase, question.margin_percent, None if roll is None else (roll[0], roll[1]), question.stays,
        tuple((each.axle, _made(each)) for each in question.made),
    )  # fmt: skip
    own = tuple(Listed(PartKind.BAR, item.axle, item.bar) for item in file.rack)
    stock = Stock(
        (*own, *_parts(question)), on_car(file, Axle.FRONT), on_car(file, Axle.REAR), file.rack, arches(file)
    )

    def told(_so_far: SearchResult, done: float) -> None:
        report(done)

    found = find(file.car, file.bench, file.reference_setting, file.aim, stock, wanted, told)
    return {
        "examined": found.examined, "left_out": dict(found.excluded),
        "best": [
            {"front": _on(row.setting.front), "rear": _on(row.setting.rear), "margin_percent": row.margin,
             "roll_deg_per_g": row.roll / per_g, "price": row.price, "hours": row.hours, "without_price": row.unpriced,
             "why": [_plain(each.said(METRIC)) for each in why(row, wanted)]}
            for row in found.rows[: question.best]
        ],
    }  # fmt: skip


def _parts(question: RackQuestion) -> tuple[Listed, ...]:
    lists = [(each.name, each.csv) for each in question.lists]
    read = (_placed(partial(parts_of, (each,)), f"lists[{i}].csv, ") for i, each in enumerate(lists))
    return (*(parts_of(shipped()) if question.shipped else ()), *(one for each in read for one in each))


def _made(ask: MadeAsk) -> Made:
    walls = tuple(None if wall is None else wall * MM for wall in ask.walls_mm)
    ods, arms, holes = (tuple(size * MM for size in sizes) for sizes in (ask.diameters_mm, ask.arms_mm, ask.holes_mm))
    return Made(ods, walls, arms, tuple(sorted(holes)))


def _on(end: EndSetting) -> dict[str, Any] | None:
    """Bar and holes, counted from 1 at the end of the arm; null where there is none."""
    if not end.fitted:
        return None
    return {
        "name": end.bar.name,
        "maker": end.bar.maker,
        "hole_left": end.hole_left + 1,
        "hole_right": end.hole_right + 1,
    }


def _plain(words: str) -> str:
    """With the spaces that every program knows."""
    return words.replace("\u00a0", " ").replace("\u202f", " ")

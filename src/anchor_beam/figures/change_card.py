"""What has to be done to change a car from one setting to another, side by side, and the card for it."""

from __future__ import annotations

from datetime import date

from anchor_beam import __version__
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.core_inputs import length_per_turn
from anchor_beam.documents.records import AxleRecord, CarFile, CarRecord, EndSetting, Seat, Setting
from anchor_beam.drawings.bars import tone_of
from anchor_beam.drawings.shapes import Tone
from anchor_beam.immutable import immutable
from anchor_beam.sheets.change_card import CardLine, CardWay, ChangeCard
from anchor_beam.sheets.page import paper_for
from anchor_beam.units.kinds import System
from anchor_beam.words import cautions
from anchor_beam.words import change_card as words
from anchor_beam.words.names import LETTER

SAME = 0.05e-3  # m: no adjuster sets a link closer


@immutable
class Step:
    """One thing to do. side: None for both."""

    axle: Axle
    side: Side | None
    what: str


def steps(car: CarRecord, before: Setting, after: Setting, units: System) -> tuple[Step, ...]:
    """Front before rear, the bar before its links."""
    return tuple(
        step for axle in Axle for step in _at(axle, car.axle(axle), before.end(axle), after.end(axle), units)
    )


def _at(axle: Axle, record: AxleRecord, before: EndSetting, after: EndSetting, units: System) -> list[Step]:
    if not after.fitted:
        return [Step(axle, None, words.swap(before.bar.name, ""))] if before.fitted else []
    found, other = list[Step](), not before.fitted or before.bar != after.bar
    if other:
        found.append(Step(axle, None, words.swap(before.bar.name if before.fitted else "", after.bar.name)))
    if not after.connected:
        return [*found, Step(axle, None, words.UNHOOK)] if before.connected else found
    if not before.connected and not other:
        found.append(Step(axle, None, words.HOOK))
    per_turn, count = length_per_turn(record), len(after.bar.holes)
    for side in Side:
        was, becomes = before.link(side).value, after.link(side).value
        if other or before.hole(side) != after.hole(side):
            found.append(Step(axle, side, words.hole(None if other else before.hole(side), after.hole(side), count)))
        if abs(becomes - was) > SAME:
            turns = None if per_turn is None else (becomes - was) / per_turn
            found.append(Step(axle, side, words.link(was, becomes, turns, units)))
    return found


def side_name(side: Side | None, seat: Seat) -> str:
    """`left, driver's`."""
    if side is None:
        return "both"
    drivers = {Seat.LEFT: Side.LEFT, Seat.RIGHT: Side.RIGHT}.get(seat)
    return f"{side}, driver's" if side is drivers else str(side)


def change_card(file: CarFile, units: System) -> ChangeCard | None:
    """Both ways on one page; None where the pair is not complete."""
    road, event = file.saved(file.pair.road), file.saved(file.pair.event)
    if road is None or event is None:
        return None

    def way(before: Setting, after: Setting) -> CardWay:
        lines = tuple(
            CardLine(LETTER[step.axle], tone_of(step.axle), side_name(step.side, file.car.seat), step.what)
            for step in steps(file.car, before, after, units)
        ) or (CardLine("", Tone.INK, "", words.NOTHING),)
        return CardWay(f"{before.name}  →  {after.name}", lines)

    return ChangeCard(
        file.car.name, f"{date.today().isoformat()}, Anchor Beam {__version__}", (way(road, event), way(event, road)),
        words.CHECKS, (*cautions.CHANGE_CARD, words.COUNTED), paper_for(units),
    )  # fmt: skip

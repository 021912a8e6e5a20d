"""Answers about the links of a whole car."""

from __future__ import annotations

import math
from typing import Any

from anchor_beam.core.linkage.link_build import Grommet, GrommetLink
from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.asks.links_stage import (
    ChartQuestion,
    GapsQuestion,
    LengthsQuestion,
    PlaceQuestion,
    SleeveQuestion,
)
from anchor_beam.documents.car_file import obstacles_of
from anchor_beam.documents.obstacles import Obstacle
from anchor_beam.documents.records import CarFile
from anchor_beam.drawings.placing import runs
from anchor_beam.errors import InputError, placed
from anchor_beam.figures.clearance import Gap, clearances, mends
from anchor_beam.figures.ends import why_no_links
from anchor_beam.figures.height_chart import Wanted, height_chart
from anchor_beam.figures.lengths import blame, cost, proposals, squarest_pickup, turn_of_adjuster
from anchor_beam.figures.placing import Wanted as PlaceWanted
from anchor_beam.figures.placing import zone
from anchor_beam.figures.results import results
from anchor_beam.headless.answers.figures import number
from anchor_beam.headless.answers.whole_car import car_of
from anchor_beam.units.kinds import System
from anchor_beam.words.clearance import moved

MM = 1e-3


def link_lengths(question: LengthsQuestion) -> dict[str, Any]:
    """Each attitude with its cost, what a turn does, and the link that is to blame where both turns differ."""
    file, axle = car_of(question), question.axle
    now = results(file.car, file.bench)
    end = now.end(axle)
    if end.problem is not None:
        raise end.problem
    reference = file.reference_setting
    offered = proposals(file.car, end, None if reference is None else reference.end(axle))
    if not offered:
        raise InputError(f"bench.{axle}.state", why_no_links(file.bench.end(axle), axle))
    rows = []
    for proposal in offered:
        found = cost(file.car, file.bench, axle, proposal)
        rows.append({
            "attitude": str(proposal.attitude), "links_mm": [number(length / MM) for length in proposal.lengths],
            "turns": None if proposal.turns is None else [number(turn) for turn in proposal.turns],
            "wheel_rate_N_per_mm": number(found.wheel_rate, 1e3), "bar_at_rest_Nm": number(found.preload),
            "cross_weight_percent": number(found.cross_weight), "right_less_left_percent": number(found.apart),
            "joints_up_to_deg": number(math.degrees(found.joint)), "least_over_centre": number(found.over_centre),
        })  # fmt: skip
    turned = [
        {"side": str(turn.side), "bar_Nm": turn.preload, "cross_weight_percent": turn.cross_weight}
        for turn in turn_of_adjuster(file.car, file.bench, axle)
    ]
    to_blame = blame(now)
    named = None if to_blame is None else {
        "axle": str(to_blame.axle), "side": str(to_blame.side), "change_mm": to_blame.change / MM, "turns": to_blame.turns,
    }  # fmt: skip
    per = "mm" if end.per_turn is None else "turn"
    found_square = squarest_pickup(file.car.axle(axle), file.bench.end(axle), axle)
    square = None if found_square is None else {
        "pickup_hole": found_square[0] + 1, "off_square_deg": math.degrees(found_square[1]),
    }  # fmt: skip
    return {"lengths": rows, f"one_{per}_longer": turned, "to_blame": named, "nearest_square": square}


def chart(question: ChartQuestion) -> dict[str, Any]:
    """Lengths by hole and side at each height, and where each link at hand is right."""
    file, axle = car_of(question), question.axle
    low, high = (height * MM for height in question.heights_mm)
    wanted = Wanted(question.square, low, high, tuple(length * MM for length in question.at_hand_mm))
    found = height_chart(file.car.axle(axle), file.bench.end(axle), axle, wanted)
    return {
        "heights_mm": [round(float(height) / MM, 6) for height in found.heights], "sides_differ": found.apart,
        **{f"{side}_mm": [[number(float(x) / MM) for x in hole] for hole in found.lengths[side.position]] for side in Side},
        "at_hand": [{"link_mm": length, "right_at_mm": [number(float(x) / MM) for x in fits]}
                    for length, fits in zip(question.at_hand_mm, found.fits, strict=True)],
    }  # fmt: skip


def place(question: PlaceQuestion) -> dict[str, Any]:
    """How much of the frame is in the zone, its strips, the best points, and what takes the rest out."""
    file, axle = car_of(question), question.axle
    (low, high), (back, ahead), (below, above) = (
        (pair[0] * MM, pair[1] * MM) for pair in (question.links_mm, question.ahead_mm, question.up_mm)
    )
    keys = {"shortest": "links_mm", "ahead_from": "ahead_mm", "up_from": "up_mm"}
    wanted = placed(
        lambda: PlaceWanted(low, high, math.radians(question.off_square_deg), (back, ahead), (below, above)),
        lambda at: keys.get(at, at),
    )
    around = (*file.obstacles, *obstacles_of(question.around))
    found = zone(file.car.axle(axle), file.bench.end(axle), axle, question.side, wanted, around, question.points)
    strips = [
        [round(x / MM, 6) for x in cell]
        for cell in runs(found.ahead.tolist(), found.up.tolist(), found.allowed.tolist())
    ]
    return {
        "in_zone": float(found.allowed.mean()), "strips_mm": strips,
        "best": [{"why": str(why), "ahead_mm": p.ahead / MM, "up_mm": p.up / MM, "link_mm": p.length / MM,
                  "off_square_deg": math.degrees(p.off_square), "joint_deg": math.degrees(p.joint),
                  "wheel_rate_percent": 100.0 * (p.wheel_rate - 1.0), "room_left_mm": number(p.gap / MM)}
                 for why, p in found.best],
        "left_out": dict(found.why_not),
    }  # fmt: skip


def sleeve(question: SleeveQuestion) -> dict[str, Any]:
    """Sleeve and bolt, the force of the squeeze, stiffness along the link, and how far the rubber bulges."""
    height, outer, bore = (length * MM for length in question.grommet_mm)
    keys = {"height": "grommet_mm[0]", "bore": "grommet_mm[2]", "hardness": "hardness_shore_a", "squeeze": "squeeze_percent",
            "length": "link_mm"}  # fmt: skip

    def made() -> dict[str, Any]:
        grommet = Grommet(height, outer, bore, question.hardness_shore_a, question.squeeze_percent / 100.0)
        plates = question.plates_mm[0] * MM, question.plates_mm[1] * MM
        link = GrommetLink(grommet, plates, question.cup_mm * MM, question.nut_mm * MM, question.pitch_mm * MM)
        length = question.link_mm * MM
        return {
            "sleeve_mm": link.sleeve(length) / MM, "bolt_mm": link.bolt(length) / MM, "squeezed_mm": grommet.squeezed / MM,
            "bulges_to_mm": grommet.bulge / MM, "squeeze_N": grommet.force, "link_N_per_mm": link.stiffness / 1e3,
            "free_from_N": link.free_from,
        }  # fmt: skip

    return placed(made, lambda place: keys.get(place, place))


def gaps(question: GapsQuestion) -> dict[str, Any]:
    """Of each thing the smallest gap and where that is, the tightest first, and what would help that one."""
    file, axle = car_of(question), question.axle
    around = (*file.obstacles, *obstacles_of(question.around))
    record, end = file.car.axle(axle), file.bench.end(axle)
    found = clearances(record, end, axle, around)
    rows = [_gap(each) for each in found]
    return {"gaps": rows, "would_help": _helps(file, axle, around, found)}


def _gap(gap: Gap) -> dict[str, Any]:
    return {
        "name": gap.obstacle.name, "gap_mm": gap.gap / MM, "band_mm": gap.spread / MM, "needs_mm": gap.obstacle.least / MM,
        "part": gap.part, "wheels": str(gap.way), "travel_mm": gap.handle / MM, "lock_deg": math.degrees(gap.lock),
        "at_ride_height_mm": gap.at_ride / MM,
    }  # fmt: skip


def _helps(file: CarFile, axle: Axle, around: tuple[Obstacle, ...], found: tuple[Gap, ...]) -> list[dict[str, Any]]:
    if not found:
        return []
    every = mends(file.car.axle(axle), file.bench.end(axle), axle, around, found[0])
    return [{"what": moved(mend.what, System.METRIC), "gap_mm": mend.gap / MM} for mend in every]

"""Both arms with the wheels anywhere in their travel."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from anchor_beam.core.linkage.linkage import TRAVEL, hang
from anchor_beam.core.sides import Axle, AxleKind, Side
from anchor_beam.demo.team import harrow_half_ton, sorrel_finch
from anchor_beam.documents.core_inputs import linkage
from anchor_beam.documents.mounting import LinkMount
from anchor_beam.documents.places import put
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.travelling import Moving, Travelling, travelling
from anchor_beam.session.edits import Choose


def on(file: CarFile, mount: LinkMount, axle: Axle = Axle.REAR) -> CarFile:
    return Choose(f"car.{axle}.link_on", mount).apply(file)


def moved(file: CarFile, way: Moving, axle: Axle = Axle.REAR) -> Travelling:
    found = travelling(file.car.axle(axle), file.bench.end(axle), axle, way)
    assert found is not None
    return found


@pytest.mark.parametrize("mount", list(LinkMount))
def test_in_roll_each_side_stands_as_the_chain_of_one_wheel_says(mount: LinkMount) -> None:
    file = on(harrow_half_ton(), mount)
    end, roll = file.bench.rear, moved(file, Moving.ROLL)
    result = end_result(file.car.rear, end, Axle.REAR)
    hung = hang(linkage(file.car.rear), result.bar.mesh, (end.link_left.value, end.link_right.value))
    for side, sign in zip(Side, (1.0, -1.0), strict=True):
        at = [roll.nearest(sign * float(z)) for z in TRAVEL]
        one = hung.through.part((side.position, end.hole(side)))
        np.testing.assert_allclose(roll.sides[side.position].theta[at], one.theta, atol=1e-9)
        np.testing.assert_allclose(roll.sides[side.position].pickup[at], one.pickup, atol=1e-9)


@pytest.mark.parametrize("mount", list(LinkMount))
def test_links_keep_their_length_and_one_wheel_alone_leaves_the_other_side_unless_they_share_an_axle(
    mount: LinkMount,
) -> None:
    file = on(harrow_half_ton(), mount)
    alone, ends = moved(file, Moving.LEFT), file.bench.rear
    for side in Side:
        pose = alone.sides[side.position]
        np.testing.assert_allclose(np.linalg.norm(pose.pickup - pose.hole, axis=-1), ends.link(side).value, atol=1e-9)
    still = float(np.ptp(alone.sides[Side.RIGHT.position].theta))
    assert (still > 0.01) is (mount in (LinkMount.LIVE_AXLE, LinkMount.BODY))


def test_an_axle_whose_wheels_rise_together_lifts_its_pick_ups_as_far_and_seen_from_it_the_body_sinks() -> None:
    axle, body = (moved(on(harrow_half_ton(), mount), Moving.BOTH) for mount in (LinkMount.LIVE_AXLE, LinkMount.BODY))
    for way, sign in ((axle, 1.0), (body, -1.0)):
        for side in Side:
            rise = way.sides[side.position].pickup[:, 2] - way.sides[side.position].pickup[way.ride, 2]
            np.testing.assert_allclose(rise, sign * way.handle, atol=1e-12)


def test_roll_to_the_left_mirrors_roll_to_the_right_on_a_car_whose_sides_are_alike() -> None:
    file = on(sorrel_finch(), LinkMount.ARM, Axle.FRONT)
    roll = moved(file, Moving.ROLL, Axle.FRONT)
    left, right = roll.sides
    np.testing.assert_allclose(left.theta, right.theta[::-1], atol=1e-9)
    np.testing.assert_allclose(left.pickup[:, 2], right.pickup[::-1, 2], atol=1e-9)
    assert roll.outer is not None
    np.testing.assert_allclose(roll.outer[0, :, 2] - roll.outer[0, roll.ride, 2], roll.z[0], atol=1e-12)


def test_a_typical_arm_moves_the_pick_up_as_the_ratio_that_was_measured() -> None:
    file = sorrel_finch()
    tape = end_result(file.car.rear, file.bench.rear, Axle.REAR)
    arm = end_result(on(file, LinkMount.ARM).car.rear, file.bench.rear, Axle.REAR)
    assert arm.slopes == pytest.approx(tape.slopes, rel=1e-3)
    touched = put(file, "car.rear.outer_out", replace(file.car.rear.outer_out, value=0.6, typed="600"))
    assert on(touched, LinkMount.ARM).car.rear.outer_out.value == 0.6  # what somebody typed stays


def test_an_axle_that_is_no_longer_live_has_nothing_to_hang_a_link_on_it() -> None:
    file = on(harrow_half_ton(), LinkMount.LIVE_AXLE)
    assert file.car.rear.kind is AxleKind.LIVE
    assert Choose("car.rear.kind", AxleKind.INDEPENDENT).apply(file).car.rear.link_on is LinkMount.MEASURED

"""The steps of a job, its checks and its way in; torques, bolts, templates."""

from __future__ import annotations

import math
from pathlib import Path
from typing import Any

import numpy as np

from anchor_beam.core.fastener.grip import bolt_length
from anchor_beam.core.fastener.thread import thread
from anchor_beam.core.fastener.torque import estimate, wrench_setting
from anchor_beam.core.template.bracket import blank
from anchor_beam.core.template.tube_end import tube_end
from anchor_beam.core.template.wrap import Face, Section, wrapped
from anchor_beam.documents.asks.fitting import (
    BracketQuestion,
    CheckQuestion,
    JobCardQuestion,
    StackQuestion,
    TemplateQuestion,
    TorqueQuestion,
    TubeEndQuestion,
    WayInQuestion,
)
from anchor_beam.documents.job import Job
from anchor_beam.documents.poses import Pose
from anchor_beam.documents.stacks import Layer, Stack
from anchor_beam.documents.whole_file import write_bytes
from anchor_beam.drawings.shapes import Drawing
from anchor_beam.drawings.template import Mark, wrap_drawing
from anchor_beam.errors import InputError
from anchor_beam.fitting.asked import drifted
from anchor_beam.fitting.bushings import CARE
from anchor_beam.fitting.card import cautions_of
from anchor_beam.fitting.checks import CHECKS, Verdict, verdict
from anchor_beam.fitting.graph import in_own_order, reasons
from anchor_beam.fitting.jobs import steps_of
from anchor_beam.fitting.kit import items
from anchor_beam.fitting.stack import judge
from anchor_beam.fitting.told import pose_told
from anchor_beam.fitting.way_in import way_in
from anchor_beam.units.kinds import System, unit_of

MM = 1e-3


def job_card(question: JobCardQuestion) -> dict[str, Any]:
    """Every step in order, with what it needs and why, what it hides, frees and opens, and what is checked.

    Raises:
        InputError: at "order", it cannot be worked, or names what is no step.
    """
    links = None if question.links_mm is None else (question.links_mm[0] * MM, question.links_mm[1] * MM)
    job = Job(
        question.job, question.axle, question.old, question.new, question.hole, links, question.joints, question.lift,
        question.hands, question.has, bushings=question.bushings, sides=question.sides,
    )  # fmt: skip
    steps = steps_of(job)
    if strange := [each for each in question.order if each not in {step.id for step in steps}]:
        raise InputError(
            "order", f"“{strange[0]}” is no step of this job.", got=strange[0], accepts="ids of its steps"
        )
    order = in_own_order(steps, question.order)
    told, why = [], reasons(order)
    for step in order:
        after = why[step.id]
        told.append({
            "id": step.id, "part": str(step.phase), "deed": str(step.deed), "text": step.text, "posture": str(step.posture),
            "needs": [
                {"step": first, "why": because, "soft": first in step.soft} for first, because in step.needs
            ],
            "rests_minutes": step.wait,
            "after": None if after is None else {"step": after[0], "why": after[1]},
            "fasteners": [{"fastener": act.fastener, "deed": str(act.deed)} for act in step.acts],
            "hides": list(step.hides), "frees": list(step.frees), "unhooks": list(step.opens), "puts_back": list(step.closes),
            "tools": list(step.tools), "hands": step.hands, "alone": step.solo, "checks": list(step.checks),
            "cautions": list(cautions_of(step)), "minutes": list(step.minutes), "can_be_taken_back": step.reversible,
        })  # fmt: skip
    low, high = (sum(step.minutes[i] for step in order) for i in (0, 1))
    kit = [{"what": each.what, "tried": each.tries} for each in items(job)]
    care = CARE[job.bushings]
    return {
        "steps": told, "minutes": [low, high], "kit": kit,
        "bushings": {"grease": care.grease, "days": care.days, "at_first": care.expected},
    }  # fmt: skip


def torque(question: TorqueQuestion) -> dict[str, Any]:
    """An estimate, what a wrench is set to, and whether a bolt is long enough.

    Raises:
        InputError: at "thread", it does not exist; at "offset" or "bolt", what cannot be.
    """
    of = thread(question.thread)
    found = estimate(of, question.strength, question.surface)
    wanted = found.torque if question.maker_Nm is None else question.maker_Nm
    answer: dict[str, Any] = {
        "thread": of.name, "stress_area_mm2": of.stress_area / MM**2, "tap_drill_mm": of.tap_drill / MM,
        "torque_Nm": wanted, "source": "estimate" if question.maker_Nm is None else "maker",
        "band_Nm": found.spread if question.maker_Nm is None else None, "estimated_Nm": found.torque,
        "clamp_N": found.clamp,
    }  # fmt: skip
    if question.offset is not None:
        ask = question.offset
        try:
            answer["wrench_Nm"] = wrench_setting(
                wanted, ask.wrench_mm * MM, ask.extension_mm * MM, math.radians(ask.angle_deg)
            )
        except InputError as problem:
            raise problem.within("offset") from problem
    if question.bolt is not None:
        bolt = question.bolt
        judged = bolt_length(bolt.length_mm * MM, bolt.stack_mm * MM, of, bolt.into, bolt.depth_mm * MM)
        answer["bolt"] = {
            "fit": str(judged.fit), "engaged_mm": judged.engaged / MM, "shown_mm": judged.shown / MM,
            "shortest_mm": judged.shortest / MM, "longest_mm": judged.longest / MM,
        }  # fmt: skip
    return answer


def template(question: TemplateQuestion) -> dict[str, Any]:
    """Where bends and holes lie on the flat sheet, from its upper edge; and the file, where one is named.

    Raises:
        InputError: at "frame", "from_top_mm" or "file", what cannot be.
    """
    frame = question.frame
    try:
        sheet = wrapped(Section(frame.width_mm * MM, frame.height_mm * MM, frame.corner_mm * MM), frame.paper_mm * MM)
    except InputError as problem:
        raise problem.within("frame") from problem
    along, down = question.along_mm * MM, question.from_top_mm * MM
    marks = (
        Mark(Face.NEAR, along, down, question.near_hole_mm * MM, "near"),
        Mark(Face.FAR, along, down, question.far_hole_mm * MM, "far"),
    )  # fmt: skip
    try:
        drawing = wrap_drawing(sheet, marks, "Frame template", mirrored=question.mirrored)
    except InputError as problem:
        raise problem.at("from_top_mm") from problem
    if question.file is not None:
        path = Path(question.file)
        try:
            write_bytes(path, _file(drawing, path.suffix.lower()))
        except OSError as problem:
            raise InputError("file", f"The file could not be written: {problem.strerror}.") from problem
    sign = -1.0 if question.mirrored else 1.0
    holes = [(sign * mark.along, sheet.place(mark.face, mark.from_edge), mark.diameter) for mark in marks]
    return {
        "sheet_mm": sheet.length / MM,
        "bends_mm": [[edge / MM for edge in bend] for bend in sheet.bends],
        "holes_mm": [[size / MM for size in hole] for hole in holes],
        "file": question.file,
    }


def bolt_stack(question: StackQuestion) -> dict[str, Any]:
    """The grip before and after the job, and whether the bolt is long enough for each.

    Raises:
        InputError: at "thread", it does not exist; at "length", the bolt bottoms in its hole.
    """
    layers = tuple(Layer(each.what or "layer", each.thick_mm * MM, each.new) for each in question.layers)
    stack = Stack(question.length_mm * MM, question.into, question.depth_mm * MM, layers)
    name = thread(question.thread).name
    found = judge(stack, name, "this bolt")
    assert found.length is not None  # all of it was said
    return {
        "grip_before_mm": found.before / MM, "grip_mm": found.after / MM, "fit": str(found.length.fit),
        "longer_bolt": found.longer, "engaged_mm": found.length.engaged / MM, "shown_mm": found.length.shown / MM,
        "shortest_mm": found.length.shortest / MM, "longest_mm": found.length.longest / MM,
    }  # fmt: skip


def way_in_answer(question: WayInQuestion) -> dict[str, Any]:
    """The poses of the way in, with the gap that is left and whether it touches.

    Raises:
        InputError: at "out", a pose says nothing, or half of something.
    """
    poses = []
    for i, each in enumerate(question.out):
        said = each.model_dump()
        gap = said.pop("gap_mm")
        try:
            poses.append(Pose(**said, gap=None if gap is None else gap * MM).checked())
        except InputError as problem:
            raise problem.within(f"out[{i}]") from problem
    found = way_in(tuple(poses), question.thicker_mm * MM, other_side=question.other_side)
    return {"in": [
        {"told": pose_told(each.pose, inward=True), "leading": str(each.pose.leading), "steered": str(each.pose.steered),
         "gap_mm": None if each.gap is None else each.gap / MM, "touches": each.touches}
        for each in found
    ]}  # fmt: skip


def check_answer(question: CheckQuestion) -> dict[str, Any]:
    """Whether a check passes by its rule, and against the stage before.

    Raises:
        InputError: at "check", there is none of this key; at "values" or "before", there are not as many as it has places.
    """
    check = CHECKS.get(question.check)
    if check is None:
        raise InputError(
            "check", f"There is no check “{question.check}”.", got=question.check, accepts=", ".join(CHECKS)
        )
    for place, given in (("values", question.values), ("before", question.before)):
        if given and len(given) != len(check.value_keys):
            raise InputError(place, f"“{check.title}” has {len(check.value_keys)} values.", got=len(given),
                             accepts=", ".join(check.places) or "1 or 0")  # fmt: skip
    scale = 1.0 if check.kind is None else unit_of(check.kind, System.METRIC).si
    values, before = (tuple(each * scale for each in given) for given in (question.values, question.before))
    far = drifted(check, values, before)
    found = Verdict.FAILED if far else verdict(check, values)
    return {
        "title": check.title, "places": list(check.places), "rule": check.rule, "verdict": str(found), "moved_on": far,
        "do": check.fails if found is Verdict.FAILED else "",
    }  # fmt: skip


def bracket(question: BracketQuestion) -> dict[str, Any]:
    """The blank, its bend, and where holes lie along it.

    Raises:
        InputError: at "legs_mm", "thick_mm", "radius_mm", "k" or a hole, what cannot be.
    """
    try:
        first, second = (leg * MM for leg in question.legs_mm)
        flat = blank(first, second, question.thick_mm * MM, question.radius_mm * MM, question.k)
    except InputError as problem:
        raise problem.at(_BLANK.get(problem.place, problem.place)) from problem
    holes = []
    for i, hole in enumerate(question.holes):
        try:
            holes.append(flat.place(hole.leg - 1, hole.from_corner_mm * MM) / MM)
        except InputError as problem:
            raise problem.at(f"holes[{i}].from_corner_mm") from problem
    return {
        "blank_mm": flat.length / MM, "bend_mm": [edge / MM for edge in flat.bend], "bend_line_mm": flat.bend_line / MM,
        "holes_mm": holes,
    }  # fmt: skip


_BLANK = {"first": "legs_mm[0]", "second": "legs_mm[1]", "thick": "thick_mm", "radius": "radius_mm"}


def tube_end_answer(question: TubeEndQuestion) -> dict[str, Any]:
    """How deep the cut is at angles around the tube, and the paper's length.

    Raises:
        InputError: at "outer_mm", "other_mm", "angle_deg" or "paper_mm", what cannot be.
    """
    try:
        made = tube_end(
            question.outer_mm * MM, question.other_mm * MM, math.radians(question.angle_deg), question.paper_mm * MM
        )
    except InputError as problem:
        raise problem.at({"angle": "angle_deg"}.get(problem.place, f"{problem.place}_mm")) from problem
    around = np.array(question.at_deg) % 360.0 / 360.0 * made.length
    cut = np.interp(around, made.around, made.along)
    return {"paper_mm": made.length / MM, "depth_mm": made.depth / MM, "cut_mm": (cut / MM).tolist()}


def _file(drawing: Drawing, ending: str) -> bytes:
    from anchor_beam.sheets.page import PaperSize
    from anchor_beam.sheets.template import template_dxf, template_pdf, template_svg

    if ending == ".pdf":
        return template_pdf((drawing,), PaperSize.A4, drawing.title)
    return template_svg(drawing) if ending == ".svg" else template_dxf(drawing)

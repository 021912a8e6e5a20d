"""The steps of a job, a torque, a template."""

from __future__ import annotations

import math
from pathlib import Path
from typing import Any

from anchor_beam.core.fastener.grip import bolt_length
from anchor_beam.core.fastener.thread import thread
from anchor_beam.core.fastener.torque import estimate, wrench_setting
from anchor_beam.core.template.wrap import Face, Section, wrapped
from anchor_beam.documents.asks.fitting import JobCardQuestion, TemplateQuestion, TorqueQuestion
from anchor_beam.documents.job import Job
from anchor_beam.documents.whole_file import write_bytes
from anchor_beam.drawings.shapes import Drawing
from anchor_beam.drawings.template import Mark, wrap_drawing
from anchor_beam.errors import InputError
from anchor_beam.fitting.card import cautions_of
from anchor_beam.fitting.graph import in_own_order, reasons
from anchor_beam.fitting.jobs import steps_of

MM = 1e-3


def job_card(question: JobCardQuestion) -> dict[str, Any]:
    """Every step in order, with what it needs and why, what it hides, frees and opens, and what is checked.

    Raises:
        InputError: at "order", it cannot be worked, or names what is no step.
    """
    links = None if question.links_mm is None else (question.links_mm[0] * MM, question.links_mm[1] * MM)
    job = Job(
        question.job, question.axle, question.old, question.new, question.hole, links, question.joints, question.lift,
        question.hands, question.has,
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
            "needs": [{"step": first, "why": because} for first, because in step.needs],
            "after": None if after is None else {"step": after[0], "why": after[1]},
            "fasteners": [{"fastener": act.fastener, "deed": str(act.deed)} for act in step.acts],
            "hides": list(step.hides), "frees": list(step.frees), "unhooks": list(step.opens), "puts_back": list(step.closes),
            "tools": list(step.tools), "hands": step.hands, "alone": step.solo, "checks": list(step.checks),
            "cautions": list(cautions_of(step)), "minutes": list(step.minutes), "can_be_taken_back": step.reversible,
        })  # fmt: skip
    low, high = (sum(step.minutes[i] for step in order) for i in (0, 1))
    return {"steps": told, "minutes": [low, high]}


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


def _file(drawing: Drawing, ending: str) -> bytes:
    from anchor_beam.sheets.page import PaperSize
    from anchor_beam.sheets.template import template_dxf, template_pdf, template_svg

    if ending == ".pdf":
        return template_pdf((drawing,), PaperSize.A4, drawing.title)
    return template_svg(drawing) if ending == ".svg" else template_dxf(drawing)

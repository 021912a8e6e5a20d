"""Remarks and poses of a card as sentences."""

from __future__ import annotations

from anchor_beam.documents.poses import CHOICES, Leading, Past, Pose
from anchor_beam.documents.remarks import Matter, Remark, Where
from anchor_beam.fitting.checks import CHECKS

LAST = {Leading.LEFT: "left end last", Leading.RIGHT: "right end last"}


def pose_told(pose: Pose, gap: str = "", *, inward: bool = False) -> str:
    """`right end first, wheels left, over the exhaust; slack: rear hangers; mind the pipe; 12 mm left`. On the way in what
    went ahead comes last."""
    parts = []
    for name, kind in CHOICES:
        chosen = getattr(pose, name)
        if chosen is kind.NOT_SAID:
            continue
        if isinstance(chosen, Leading):
            parts.append(LAST[chosen] if inward else f"{chosen} first")
        elif isinstance(chosen, Past):
            parts.append(f"{chosen} {pose.what}")
        else:
            parts.append(str(chosen))
    parts += [pose.note] if pose.note else []
    more = [f"slack: {pose.slack}"] if pose.slack else []
    more += [f"mind {pose.harmed}"] if pose.harmed else []
    return "; ".join([*filter(None, [", ".join(parts)]), *more, *filter(None, [gap])])


def remark_told(remark: Remark, step: int | None, redo: tuple[str, ...]) -> str:
    """`defect, left arm: crack at the weld; what it spoils: arm angles; at step 9. Once it is mended: centred, free to turn
    again.` step: its number, None where it is no longer part of the job. redo: checks by key."""
    parts = [f"{remark.matter}, {_side(remark)}{remark.part}: {remark.text}"]
    parts += [f"{remark.matter.asks}: {remark.more}"] if remark.more else []
    parts += [f"at step {step}"] if step is not None else []
    parts += [f"done {remark.closed}"] if remark.closed else []
    names = ", ".join(CHECKS[key].title.lower() for key in redo)
    return "; ".join(parts) + "." + (f" Once it is done, again: {names}." if names else "")


def open_remark(remark: Remark, *, brief: bool = False) -> str:
    """`defect: left arm, cracked`, `work for others: brake pipe, kinked; until then: not driven`; brief: without what it is
    where a limit of the car matters more."""
    limit = f"; until then: {remark.more}" if remark.matter is Matter.OTHERS else ""
    what = "" if brief and limit else f", {remark.text}"
    return f"{remark.matter}: {_side(remark)}{remark.part}{what}{limit}"


def _side(remark: Remark) -> str:
    return "" if remark.where is Where.BOTH else f"{remark.where} "

"""What is done again when something was mended or changed: the checks of it, and the steps that hold them."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.documents.job_card import JobCard
from anchor_beam.documents.remarks import Touches
from anchor_beam.fitting.card import steps_in_order

REDO: dict[Touches, tuple[str, ...]] = {
    Touches.HOLE: ("K3", "K7", "K8"), Touches.LINK: ("K2", "K3", "K6", "K8"), Touches.HEIGHT: ("K2", "K3", "K7", "K19"),
    Touches.CLAMP: ("K1", "K4", "K5", "K12"), Touches.BRACE: ("K12", "K15"), Touches.TYRE: ("K7",),
    Touches.PART: ("K1", "K2", "K3", "K4", "K5", "K6", "K7", "K8", "K12", "K17"), Touches.NOTHING: (),
}  # fmt: skip
"""Checks of each; a part that is renewed is a whole corner."""


def again(card: JobCard, touches: Touches) -> tuple[str, ...]:
    """Steps of the card, in order, that are done and have to be done again."""
    keys = set(REDO[touches])
    return tuple(step.id for step in steps_in_order(card) if step.id in card.done and keys & set(step.checks))


def mended(card: JobCard, at: int, day: str) -> JobCard:
    """A remark closed; the steps that it touches are open again, and what was measured there is measured anew."""
    remark = card.remarks[at]
    closed = card.with_remark(replace(remark, closed=day), at)
    steps = set(again(card, remark.touches))
    keys = set(REDO[remark.touches])
    return replace(
        closed,
        done={step: each for step, each in card.done.items() if step not in steps},
        values={key: each for key, each in card.values.items() if _check_of(key) not in keys},
    )


def _check_of(key: str) -> str:
    """`K1` of `K1.left@centre`."""
    return key.partition("@")[0].partition(".")[0]

"""Answers of the kind "claim"."""

from __future__ import annotations

from typing import Any

from anchor_beam.core.bar.claim import Claim, Turned, check
from anchor_beam.core.bar.shape import Bar
from anchor_beam.documents.asks.bar import BarAsk
from anchor_beam.documents.asks.bar_figures import bar_from_figures, document_place
from anchor_beam.documents.asks.claim import ClaimQuestion
from anchor_beam.errors import InputError, placed

SAME = 5e-4  # relative, within which a percentage and a ratio say the same
VALUE = {
    Turned.WALL: "wall_mm", Turned.HOLE: "hole_mm", Turned.STANDARD: "standard_od_mm",
    Turned.BUSHING: "standard_bushing_radial_N_per_mm",
}  # fmt: skip


def claim(question: ClaimQuestion) -> dict[str, Any]:
    """The verdict with its working."""
    bar, standard = _bar(question.bar, "bar"), _bar(question.standard, "standard")
    link = None if question.link_N_per_mm is None else 1e3 * question.link_N_per_mm
    asked = Claim(_ratio(question), question.tolerance_percent / 100.0, question.hole, question.standard_hole, link)
    found = placed(lambda: check(bar, standard, asked), _place)
    return {
        "verdict": found.verdict.value, "ratio": asked.ratio,
        "ratios": {one.assumption.value: list(one.ratios) for one in found.counted},
        "holds": [{"assumption": assumption.value, "hole": hole} for assumption, hole in found.holds],
        "backwards": [
            {"what": way.what.value, "hole": way.hole, VALUE[way.what]: _in_document(way.what, way.value),
             "believable": way.believable}
            for way in found.backwards
        ],
    }  # fmt: skip


def _ratio(question: ClaimQuestion) -> float:
    said = None if question.stiffer_percent is None else 1.0 + question.stiffer_percent / 100.0
    if said is None and question.ratio is None:
        raise InputError("stiffer_percent", "There is no claim.", accepts="stiffer_percent or ratio")
    if said is not None and question.ratio is not None and abs(said / question.ratio - 1.0) > SAME:
        raise InputError(
            "ratio", f"The claim contradicts itself: {question.stiffer_percent:g} % is a ratio of {said:g}.",
            got=question.ratio, accepts=f"{said:g}, or one of the two",
        )  # fmt: skip
    return said if said is not None else question.ratio or 0.0


def _bar(ask: BarAsk, key: str) -> Bar:
    return placed(lambda: bar_from_figures(ask.figures), lambda place: _place(f"{key}.{place}"))


def _place(place: str) -> str:
    """`standard.holes[1]` as `standard.holes_mm[1]`."""
    key, dot, rest = place.partition(".")
    return document_place(rest).replace("bar", key, 1) if dot else place


def _in_document(what: Turned, value: float | None) -> float | None:
    if value is None:
        return None
    return value / 1e3 if what is Turned.BUSHING else value * 1e3

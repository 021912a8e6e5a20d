"""Bars in words."""

from __future__ import annotations

from anchor_beam.core.linkage.holes import Holes
from anchor_beam.core.sides import Axle
from anchor_beam.units.show import Shown
from anchor_beam.words.names import LETTER, holes

LONGEST_NAME = 24  # letters that fit between the arms of a bar on the board


def bar_title(*, od: Shown, solid: bool, wall: Shown, name: str, connected: bool) -> str:
    """`Tidewright 25, 25.4 x 4.0 mm tube`."""
    name = name if len(name) <= LONGEST_NAME else name[: LONGEST_NAME - 1].rstrip(" ,") + "…"
    what = f"{od.number} {od.unit} solid" if solid else f"{od.number} x {wall.number} {od.unit} tube"
    return f"{name}, {what}" if connected else f"{name}, {what}, disconnected"


def fixed_to(rate: Shown, ends: str) -> str:
    """`19.4 N/mm, fixed to the trailing arms without links`."""
    return f"{rate}, fixed to the {ends} without links"


def no_bar(axle: Axle) -> str:
    """`no rear bar`."""
    return f"no {axle} bar"


def setting_words(front: Holes | None, rear: Holes | None) -> str:
    """`front hole 2, rear holes 1 and 2`: left and right of both bars, counted from the end of the arm; None is unhooked."""
    ends = (("front", front), ("rear", rear))
    return ", ".join(f"{axle} {'unhooked' if at is None else holes(*at)}" for axle, at in ends)


def hole_code(at: Holes) -> str:
    """`2`, `1/2` where left and right differ, `2p3` with the links' far ends in their third hole."""
    arms = str(at.left + 1) if at.left == at.right else f"{at.left + 1}/{at.right + 1}"
    return f"{arms}p{at.pickup + 1}" if at.pickup else arms


def end_name(bar: str, at: Holes) -> str:
    """`Tidewright 25 · 2/3`; no bar where its name is empty."""
    return f"{bar} · {hole_code(at)}" if bar else "no bar"


def setting_code(front: Holes, rear: Holes) -> str:
    """`F2 · R1/2`: the same for narrow places and for names; a stroke stands between left and right."""
    return " · ".join(f"{LETTER[axle]}{hole_code(at)}" for axle, at in zip(Axle, (front, rear), strict=True))


def out_of_window(needed: list[tuple[Axle, float, str]]) -> str:
    """Why no rung lies in the window: what would reach it, as axle, stiffness over what it has now, and about which diameter,
    empty where that says nothing."""
    if not needed:
        return "no rung lies in your window, and neither bar alone can reach it"
    parts = []
    for axle, factor, diameter in needed:
        softer, size = "softer" if factor < 1.0 else "stiffer", f" (about {diameter})" if diameter else ""
        much = f"{abs(factor - 1.0) * 100:.0f}\u00a0%"
        parts.append(no_bar(axle) if factor < 0.005 else f"a {axle} bar {much} {softer}{size}")
    return f"no rung lies in your window: {', or '.join(parts)} would reach it"


SHARE_WORDS = {"centre_torsion": "torsion", "arm_bending": "arms", "bushings": "bushings", "other": "rest"}


def load_words(nominal: Shown, in_bend: Shown | None, shares: dict[str, float]) -> tuple[str, str]:
    """`at 1 g 219 MPa, 253 MPa in a bend` and `gives by torsion 71 %, arms 10 %`; shares are fractions of the energy."""
    stress = f"at 1 g {nominal}" + ("" if in_bend is None else f", {in_bend} in a bend")
    parts = [f"{SHARE_WORDS[key]} {share * 100:.0f}\u00a0%" for key, share in shares.items() if share >= 0.005]
    return stress, f"gives by {', '.join(parts)}"

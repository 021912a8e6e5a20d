"""Which module answers which kind; each is imported when its kind is asked."""

from __future__ import annotations

from importlib import import_module
from typing import Any

_ANSWERS = {
    "bar": ("bar", "bar"), "cornering": ("car", "cornering"), "jack": ("car", "jack"), "rest": ("car", "rest"),
    "roll-budget": ("car", "budget"),
    "linkage": ("linkage", "linkage"), "balance": ("grip", "balance"), "search": ("grip", "search"),
    "change": ("change", "change"), "schools": ("schools", "schools"),
    "compare": ("compare", "compare"),
    "lateral-rod": ("live_axle", "lateral_rod"), "launch": ("live_axle", "launch_answer"),
    "skidpad": ("road", "skidpad_answer"), "motion-ratio": ("measure", "motion_ratio_answer"),
    "tilt": ("measure", "tilt_answer"), "deflection": ("measure", "deflection_answer"),
    "drop-in": ("measure", "drop_in_answer"), "jack-test": ("measure", "jack_test_answer"),
    "claim": ("claim", "claim"),
    "fatigue": ("parts", "fatigue"), "direct": ("parts", "direct"), "clearance": ("parts", "clearance"),
    "warnings": ("whole_car", "warned"), "strength": ("whole_car", "strength"),
    "shopping-list": ("whole_car", "shopping"), "parts": ("whole_car", "parts"),
    "rack-search": ("whole_car", "rack_search"),
    "link-lengths": ("links_stage", "link_lengths"), "chart": ("links_stage", "chart"), "gaps": ("links_stage", "gaps"),
    "sleeve": ("links_stage", "sleeve"), "place": ("links_stage", "place"),
    "job-card": ("fitting", "job_card"), "torque": ("fitting", "torque"), "template": ("fitting", "template"),
    "bolt-stack": ("fitting", "bolt_stack"), "way-in": ("fitting", "way_in_answer"), "check": ("fitting", "check_answer"),
    "bracket": ("fitting", "bracket"), "tube-end": ("fitting", "tube_end_answer"),
    "spring-press": ("aids", "spring_press"),
    "wheel-rate": ("aids", "wheel_rate"),
    "tyre-rate": ("aids", "tyre_rate"),
    "spring-wire": ("aids", "spring_wire"),
    "roll-centre": ("aids", "roll_centre_answer"),
    "brake-share": ("aids", "brake_share_answer"),
    "tyre-size": ("aids", "tyre_size_answer"),
    "corner-weights": ("aids", "corner_weights"),
    "tilt-table": ("aids", "tilt_table"),
    "floor": ("aids", "floor_answer"),
    "bar-photo": ("aids", "bar_photo"),
    "damper": ("aids", "damper"),
    "differential": ("aids", "differential"),
    "link-eyes": ("aids", "link_eyes"),
    "tyre-loads": ("aids", "tyre_loads"),
    "ride-heights": ("aids", "ride_heights_answer"),
    "level-arm": ("aids", "level_arm"),
}  # fmt: skip


def answer(kind: str, question: Any) -> dict[str, Any]:
    """The result of a valid question.

    Raises:
        InputError, NoSolution: at the document's place within the question.
    """
    module, name = _ANSWERS[kind]
    found: dict[str, Any] = getattr(import_module(f"anchor_beam.headless.answers.{module}"), name)(question)
    return found

"""The headless document: one module for each family of questions. Units stand in the keys."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from anchor_beam.errors import InputError

if TYPE_CHECKING:  # the shortest way to a bar does without
    from pydantic import BaseModel

_MODULES = {
    "bar": ("bar", "BarQuestion"),
    "cornering": ("car", "CorneringQuestion"), "jack": ("car", "JackQuestion"), "rest": ("car", "RestQuestion"),
    "roll-budget": ("car", "RollBudgetQuestion"),
    "linkage": ("linkage", "LinkageQuestion"), "balance": ("grip", "BalanceQuestion"), "search": ("grip", "SearchQuestion"),
    "change": ("change", "ChangeQuestion"), "schools": ("grip", "SchoolsQuestion"),
    "compare": ("compare", "CompareQuestion"),
    "lateral-rod": ("live_axle", "LateralRodQuestion"), "launch": ("live_axle", "LaunchQuestion"),
    "skidpad": ("road", "SkidpadQuestion"), "motion-ratio": ("measure", "MotionRatioQuestion"),
    "tilt": ("measure", "TiltQuestion"), "deflection": ("measure", "DeflectionQuestion"),
    "drop-in": ("measure", "DropInQuestion"), "jack-test": ("measure", "JackTestQuestion"),
    "claim": ("claim", "ClaimQuestion"), "fatigue": ("parts", "FatigueQuestion"), "direct": ("parts", "DirectQuestion"),
    "clearance": ("parts", "ClearanceQuestion"),
    "warnings": ("whole_car", "WarningsQuestion"), "strength": ("whole_car", "StrengthQuestion"),
    "shopping-list": ("whole_car", "ShoppingQuestion"), "parts": ("whole_car", "PartsQuestion"),
    "rack-search": ("whole_car", "RackSearchQuestion"),
    "link-lengths": ("links_stage", "LengthsQuestion"), "chart": ("links_stage", "ChartQuestion"),
    "gaps": ("links_stage", "GapsQuestion"), "sleeve": ("links_stage", "SleeveQuestion"),
    "place": ("links_stage", "PlaceQuestion"),
    "job-card": ("fitting", "JobCardQuestion"), "torque": ("fitting", "TorqueQuestion"),
    "template": ("fitting", "TemplateQuestion"), "bolt-stack": ("fitting", "StackQuestion"),
    "way-in": ("fitting", "WayInQuestion"), "check": ("fitting", "CheckQuestion"),
    "bracket": ("fitting", "BracketQuestion"), "tube-end": ("fitting", "TubeEndQuestion"),
    "spring-press": ("aids", "SpringPressQuestion"),
    "wheel-rate": ("aids", "WheelRateQuestion"),
    "tyre-rate": ("aids", "TyreRateQuestion"),
    "spring-wire": ("aids", "SpringWireQuestion"),
    "roll-centre": ("aids", "RollCentreQuestion"),
    "brake-share": ("aids", "BrakeShareQuestion"),
    "tyre-size": ("aids", "TyreSizeQuestion"),
    "corner-weights": ("aids", "CornerWeightsQuestion"),
    "tilt-table": ("aids", "TiltTableQuestion"),
    "floor": ("aids", "FloorQuestion"),
    "bar-photo": ("aids", "BarPhotoQuestion"),
    "damper": ("aids", "DamperQuestion"),
    "differential": ("aids", "DifferentialQuestion"),
    "link-eyes": ("aids", "LinkEyesQuestion"),
    "tyre-loads": ("aids", "TyreLoadsQuestion"),
    "ride-heights": ("aids", "RideHeightsQuestion"),
    "level-arm": ("aids", "LevelArmQuestion"),
}  # fmt: skip
KINDS = tuple(_MODULES)


def question(kind: str) -> type[BaseModel]:
    """The model of a kind of question; only its own family is imported.

    Raises:
        KeyError: there is no such kind.
    """
    from importlib import import_module

    module, name = _MODULES[kind]
    found: type[BaseModel] = getattr(import_module(f"anchor_beam.documents.asks.{module}"), name)
    return found


def schema(kind: str) -> dict[str, Any]:
    """JSON Schema of a document kind, "car-file" included.

    Raises:
        InputError: at "kind", for one that is not known.
    """
    if kind == "car-file":
        from anchor_beam.documents.car_file import CarFileDocument

        return CarFileDocument.model_json_schema()
    if kind not in KINDS:
        known = ", ".join(sorted(("car-file", *KINDS)))
        raise InputError("kind", f"There is no document kind “{kind}”.", got=kind, accepts=known)
    return question(kind).model_json_schema()

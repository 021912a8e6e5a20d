"""Questions of kind "change": how a car changes direction."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field

from anchor_beam.core.grip.change import AMPLITUDE, GATE
from anchor_beam.core.grip.transient import RELAXATION
from anchor_beam.documents.asks.car import CarAsk
from anchor_beam.documents.asks.common import MM, STRICT, Number
from anchor_beam.documents.asks.grip import GripAsk


class ChangeQuestion(BaseModel):
    """To and fro through gates, and a ramp of the steer."""

    model_config = STRICT
    id: str
    kind: Literal["change"]
    car: CarAsk
    grip: GripAsk
    gate_mm: Annotated[Number, Field(description="Between two gates.")] = GATE / MM
    amplitude_mm: Annotated[Number, Field(description="Of the path beside the straight line.")] = AMPLITUDE / MM
    relaxation_mm: Annotated[Number, Field(description="Of road over which the slip of a tyre grows.")] = (
        RELAXATION / MM
    )

    @property
    def assumed(self) -> tuple[str, ...]:
        """Keys that were left out, and for which something typical or nothing is taken."""
        own = [key for key in ("gate_mm", "amplitude_mm", "relaxation_mm") if key not in self.model_fields_set]
        if self.car.roll_inertia_kg_m2 is None:
            own.append("car.roll_inertia_kg_m2")
        if not {"yaw_index", "yaw_inertia_kg_m2"} & self.car.model_fields_set:
            own.append("car.yaw_index")
        ends = (("front", self.car.front), ("rear", self.car.rear))
        return (*own, *(f"car.{name}.damper_N_s_per_m" for name, end in ends if end.damper_N_s_per_m is None))


CHANGE_KEYS = {"gate": "gate_mm", "amplitude": "amplitude_mm", "relaxation": "relaxation_mm"}

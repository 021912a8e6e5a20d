"""Questions about fitting: the steps of a job, a torque, a template."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, field_validator

from anchor_beam.core.fastener.grip import Into
from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.documents.asks.common import STRICT, Number, Pair, Positive
from anchor_beam.documents.job import Has, JobKind, Lift, LinkJoint

Text = Annotated[str, Field(max_length=200)]


class JobCardQuestion(BaseModel):
    """The steps of a job in an order that can be worked. old, new: names of the parts that come off and go on; no old one
    where there was none. links_mm: left and right."""

    model_config = STRICT
    id: str
    kind: Literal["job-card"]
    job: JobKind
    axle: Axle
    old: Text = ""
    new: Text = ""
    hole: Text = ""
    links_mm: Pair | None = None
    joints: LinkJoint = LinkJoint.BALL
    lift: Lift = Lift.STANDS
    hands: Annotated[int, Field(ge=1, le=4)] = 1
    has: Annotated[
        tuple[Has, ...], Field(max_length=len(Has), description="May be empty: nothing is in the way.")
    ] = ()
    order: Annotated[
        tuple[Text, ...],
        Field(max_length=400, description="May be empty: the program's order. Ids of steps as wanted."),
    ] = ()


class OffsetAsk(BaseModel):
    """An extension on a torque wrench: length of the wrench to its grip, of the extension, and the angle between them."""

    model_config = STRICT
    wrench_mm: Positive
    extension_mm: Positive
    angle_deg: Number = 0.0


class BoltAsk(BaseModel):
    """A bolt through a stack: length under its head, everything between head and nut or thread, height of nut or depth of
    hole."""

    model_config = STRICT
    length_mm: Positive
    stack_mm: Positive
    depth_mm: Positive
    into: Into = Into.NUT


class TorqueQuestion(BaseModel):
    """A generic torque from thread, class and surface; what a wrench with an extension is set to; whether a bolt is long
    enough. A maker's figure comes before all of it."""

    model_config = STRICT
    id: str
    kind: Literal["torque"]
    thread: Text
    strength: Strength = Strength.C88
    surface: Surface = Surface.ZINC
    maker_Nm: Positive | None = None
    offset: OffsetAsk | None = None
    bolt: BoltAsk | None = None


class FrameAsk(BaseModel):
    """A box section and the paper around it."""

    model_config = STRICT
    width_mm: Positive
    height_mm: Positive
    corner_mm: Annotated[float, Field(ge=0.0)] = 0.0
    paper_mm: Positive = 0.1


class TemplateQuestion(BaseModel):
    """A template around a frame, for one side: where holes lie on the sheet; written to the file that is named, by its ending
    (pdf, svg, dxf)."""

    model_config = STRICT
    id: str
    kind: Literal["template"]
    frame: FrameAsk
    along_mm: Number
    from_top_mm: Positive
    near_hole_mm: Positive
    far_hole_mm: Positive
    mirrored: bool = False
    file: Annotated[str, Field(max_length=400)] | None = None

    @field_validator("file")
    @classmethod
    def _ending(cls, file: str | None) -> str | None:
        if file is not None and not file.lower().endswith((".pdf", ".svg", ".dxf")):
            raise ValueError("the file's ending says what it becomes: .pdf, .svg or .dxf")
        return file

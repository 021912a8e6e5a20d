"""Questions about fitting: the steps of a job, a torque, a template."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, field_validator

from anchor_beam.core.fastener.grip import Into
from anchor_beam.core.fastener.torque import Strength, Surface
from anchor_beam.core.sides import Axle
from anchor_beam.documents.asks.common import STRICT, Number, Pair, Positive
from anchor_beam.documents.job import Bushing, Has, JobKind, Lift, LinkJoint, Sides
from anchor_beam.documents.poses import MOST_POSES, Arms, Folded, Leading, Past, Steered
from anchor_beam.documents.stacks import MOST_LAYERS

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
    bushings: Bushing = Bushing.NOT_SAID
    sides: Sides = Sides.BOTH
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


class LayerAsk(BaseModel):
    """Something that a bolt goes through; new: it comes with the job."""

    model_config = STRICT
    what: Text = ""
    thick_mm: Positive
    new: bool = False


class StackQuestion(BaseModel):
    """Whether a bolt is long enough for what it holds, before and after a job. layers: from the head on; depth: height of the
    nut or depth of the thread."""

    model_config = STRICT
    id: str
    kind: Literal["bolt-stack"]
    thread: Text
    length_mm: Positive
    depth_mm: Positive
    into: Into = Into.NUT
    layers: Annotated[tuple[LayerAsk, ...], Field(min_length=1, max_length=MOST_LAYERS)]


class PoseAsk(BaseModel):
    """One pose of a bar on its way out; all of it may be left out but one thing."""

    model_config = STRICT
    leading: Leading = Leading.NOT_SAID
    steered: Steered = Steered.NOT_SAID
    links: Folded = Folded.NOT_SAID
    arms: Arms = Arms.NOT_SAID
    past: Past = Past.NOT_SAID
    what: Text = ""
    slack: Text = ""
    harmed: Text = ""
    gap_mm: Annotated[float, Field(ge=0.0)] | None = None
    note: Text = ""


class WayInQuestion(BaseModel):
    """The way in from the way out. thicker_mm: new bar less old one. other_side: for the other side of the car."""

    model_config = STRICT
    id: str
    kind: Literal["way-in"]
    out: Annotated[tuple[PoseAsk, ...], Field(min_length=1, max_length=MOST_POSES)]
    thicker_mm: Number = 0.0
    other_side: bool = False


class CheckQuestion(BaseModel):
    """What a check says of what was measured. values, before: place by place, in mm or deg, 1 and 0 for a look; before: of
    the stage before, where there was one."""

    model_config = STRICT
    id: str
    kind: Literal["check"]
    check: Text
    values: Annotated[tuple[Number, ...], Field(min_length=1, max_length=6)]
    before: Annotated[tuple[Number, ...], Field(max_length=6, description="May be empty: the first stage.")] = ()


class BracketHoleAsk(BaseModel):
    """A hole of a leg, 1 or 2, from the outer face of the other leg."""

    model_config = STRICT
    leg: Annotated[int, Field(ge=1, le=2)]
    from_corner_mm: Positive


class BracketQuestion(BaseModel):
    """A plate with one bend of 90 degrees, laid flat. legs_mm: outside. k: neutral line over the thickness, from inside."""

    model_config = STRICT
    id: str
    kind: Literal["bracket"]
    legs_mm: Pair
    thick_mm: Positive
    radius_mm: Annotated[float, Field(ge=0.0)]
    k: Number = 0.4
    holes: Annotated[
        tuple[BracketHoleAsk, ...], Field(max_length=40, description="May be empty: the blank alone.")
    ] = ()


class TubeEndQuestion(BaseModel):
    """The cut of a tube that meets another. angle_deg: between their axes; at_deg: where around the tube, from the acute
    side."""

    model_config = STRICT
    id: str
    kind: Literal["tube-end"]
    outer_mm: Positive
    other_mm: Positive
    angle_deg: Positive = 90.0
    paper_mm: Positive = 0.1
    at_deg: Annotated[tuple[Number, ...], Field(min_length=1, max_length=400)] = (0.0, 90.0, 180.0)

"""Models of what a car document says of parts beside their dimensions."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, FiniteFloat

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.documents.model_text import MOST_LISTED, STRICT, Name, Note, Notes
from anchor_beam.documents.parts.facts import Ends, Joints, SoldAs
from anchor_beam.words.wanted import Work


class FactsDocument(BaseModel):
    """What a part says of itself beside its dimensions; all of it may be left out."""

    model_config = STRICT
    number: Note = ""
    revision: Note = ""
    told_by: Note = ""
    sold_as: SoldAs = SoldAs.UNSAID
    missing: Note = ""
    platforms: Notes = ()
    variants: Notes = ()
    frames: Notes = ()
    interchange: Annotated[tuple[tuple[Note, Note], ...], Field(max_length=MOST_LISTED)] = ()
    not_exhausts: Notes = ()
    brackets: Note = ""
    bracing: Note = ""
    work: tuple[Work, ...] = ()
    ends: Ends = Ends.LINKS
    finish: Finish | None = None
    ultimate_MPa: Annotated[FiniteFloat, Field(ge=100, le=4000)] | None = None
    yield_MPa: Annotated[FiniteFloat, Field(ge=100, le=4000)] | None = None
    claim_percent: Annotated[FiniteFloat, Field(gt=-100, le=10_000)] | None = None
    widest_tyre_mm: Annotated[FiniteFloat, Field(ge=50, le=600)] | None = None
    price: Annotated[FiniteFloat, Field(ge=0, le=1e7)] | None = None
    hours: Annotated[FiniteFloat, Field(ge=0, le=1000)] | None = None
    mass_kg: Annotated[FiniteFloat, Field(ge=0, le=500)] | None = None


class FittingDocument(BaseModel):
    """A link, a bracket or a set of bushings."""

    model_config = STRICT
    name: Name
    maker: Note = ""
    facts: FactsDocument | None = None


Millimetres = Annotated[FiniteFloat, Field(ge=3, le=1500)]
Stiffness = Annotated[FiniteFloat, Field(ge=100, le=1e6)]
Rating = Annotated[FiniteFloat, Field(ge=50, le=2e5)]


class LinkDocument(FittingDocument):
    """A link; lengths centre to centre of its joints."""

    kind: Literal["link"]
    joints: Joints
    shortest_mm: Millimetres
    longest_mm: Millimetres
    stiffness_N_per_mm: Stiffness | None = None
    rating_N: Rating | None = None


class BracketDocument(FittingDocument):
    """What a bushing sits in."""

    kind: Literal["bracket"]
    stiffness_N_per_mm: Stiffness | None = None
    rating_N: Rating | None = None


class BushingsDocument(FittingDocument):
    """A pair of bushings."""

    kind: Literal["bushing set"]
    material: Note = ""
    bore_mm: Millimetres
    stiffness_N_per_mm: Stiffness


BoughtDocument = Annotated[LinkDocument | BracketDocument | BushingsDocument, Field(discriminator="kind")]
Bought = Annotated[tuple[BoughtDocument, ...], Field(max_length=3)]  # one of each kind

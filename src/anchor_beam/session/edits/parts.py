"""Parts of lists on an axle, and what is said of those that are there: claim, rating, steel."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.core.sides import Axle
from anchor_beam.documents.parts.facts import BracketPart, Fitting, Joints, LinkPart, PartKind
from anchor_beam.documents.places import put
from anchor_beam.documents.records import BarRecord, CarFile, EndSetting, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.session.edits.bars import fitted_with
from anchor_beam.words import acts


@immutable(eq=False)
class SetClaim:
    """Note by how much a bar is said to be stiffer than the standard one [%]; None where nobody says so."""

    axle: Axle
    percent: float | None

    def apply(self, file: CarFile) -> CarFile:
        if self.percent is not None and self.percent <= -100.0:
            raise InputError(
                "claim", "Nothing is softer by all of its stiffness.", got=self.percent, accepts="above -100 %"
            )
        facts = replace(file.bench.end(self.axle).bar.facts, claim=self.percent)
        return put(file, f"bench.{self.axle}.bar.facts", facts)

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}: " + (
            "a claim forgotten" if self.percent is None else "its maker's claim noted"
        )


@immutable(eq=False)
class FitListed:
    """Put a part of a list on an axle. Links stay as long as they are; bushings bring their stiffness to the bar."""

    part: BarRecord | Fitting
    axle: Axle

    def apply(self, file: CarFile) -> CarFile:
        end, part = file.bench.end(self.axle), self.part
        if isinstance(part, BarRecord):
            end = replace(fitted_with(end, part), worn=None, bushings=None)
        elif isinstance(part, LinkPart):
            end = replace(end, link_part=part)
        elif isinstance(part, BracketPart):
            end = _held(replace(end, bracket=part))
        else:
            end = _held(replace(end, bushings=part))
        return replace(file, bench=file.bench.with_end(self.axle, end))

    @property
    def said(self) -> str:
        return f"{self.axle.capitalize()}: “{self.part.name}” fitted"


def _held(end: EndSetting) -> EndSetting:
    """With the stiffness of its bushings in their brackets, as far as the makers say."""
    if end.bushings is None:
        return end
    bracket = None if end.bracket is None else end.bracket.stiffness
    together = 1.0 / (1.0 / end.bushings.stiffness + (0.0 if bracket is None else 1.0 / bracket))
    stiffness = Figure(together, Provenance.MAKER)
    return replace(end, bar=replace(end.bar, bushing_radial=stiffness, rigid_bushings=False))


@immutable(eq=False)
class SetRating:
    """Say what the links or the brackets of an axle are rated for [N]; None where nobody knows. Where no part was named,
    there is an own one from then on."""

    axle: Axle
    kind: PartKind
    rating: float | None

    def apply(self, file: CarFile) -> CarFile:
        end = file.bench.end(self.axle)
        if self.rating is not None:
            _require_possible("rating", self.rating, f"{self.rating:g} N")
        if self.kind is PartKind.LINK:
            lengths = end.link_left.value, end.link_right.value
            link = end.link_part or LinkPart("own link", "", Joints.BALLS, min(lengths), max(lengths))
            end = replace(end, link_part=replace(link, rating=self.rating))
        else:
            bracket = end.bracket or BracketPart("own bracket", "")
            end = replace(end, bracket=replace(bracket, rating=self.rating))
        return replace(file, bench=file.bench.with_end(self.axle, end))

    @property
    def said(self) -> str:
        return f"{self.axle} {self.kind}, its rating".capitalize()


@immutable(eq=False)
class SetSteel:
    """Say how the surface of a bar was made and where its steel yields [Pa]; None where nobody knows."""

    axle: Axle
    finish: Finish | None
    yield_: float | None

    def apply(self, file: CarFile) -> CarFile:
        facts = file.bench.end(self.axle).bar.facts
        if self.yield_ is not None:
            _require_possible("yield_", self.yield_, f"{self.yield_ / 1e6:g} MPa")
            if facts.ultimate is not None and self.yield_ > facts.ultimate:
                raise InputError(
                    "yield", "Steel yields before it breaks.", got=self.yield_, accepts="below the ultimate strength"
                )
        return put(file, f"bench.{self.axle}.bar.facts", replace(facts, finish=self.finish, yield_=self.yield_))

    @property
    def said(self) -> str:
        return f"{acts.bar(self.axle)}, its steel"


def _require_possible(key: str, value: float, typed: str) -> None:
    """Refuse what no list of parts may say either."""
    from anchor_beam.documents.parts.columns import BY_KEY  # the first picture does without

    BY_KEY[key].check(value, typed)


@immutable(eq=False)
class TakeOff:
    """Say no longer which link, bracket or bushings an axle has; what they brought to the bar stays."""

    axle: Axle
    kind: PartKind

    def apply(self, file: CarFile) -> CarFile:
        end = file.bench.end(self.axle)
        left: EndSetting = {
            PartKind.LINK: replace(end, link_part=None), PartKind.BRACKET: replace(end, bracket=None),
            PartKind.BUSHINGS: replace(end, bushings=None),
        }[self.kind]  # fmt: skip
        return replace(file, bench=file.bench.with_end(self.axle, left))

    @property
    def said(self) -> str:
        return f"{self.axle} {self.kind} no longer named".capitalize()

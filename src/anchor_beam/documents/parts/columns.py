"""The columns of a list of parts as CSV: heading, unit, which kinds of part have them. See docs/formats.md."""

from __future__ import annotations

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.documents.csv_text import symbol_of
from anchor_beam.documents.fields import BAR_FIELDS
from anchor_beam.documents.parts.facts import Ends, Joints, PartKind, SoldAs
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.wanted import Work

BAR, LINK, BRACKET, BUSHINGS = PartKind
EVERY = frozenset(PartKind)
BETWEEN = "|"  # sets apart what a cell lists
GEOMETRY = ("od", "centre_length", "pivot_spacing", "arm_length")  # without which there is no bar


@immutable
class Column:
    """key: name of the figure that it fills. kind: of a number, None for words. legal: closed range [SI]. of: kinds of part
    that have it; needed: those that cannot be without. words: those that can stand in it, empty for any."""

    key: str
    heading: str
    of: frozenset[PartKind] = EVERY
    kind: Kind | None = None
    legal: tuple[float, float] = (0.0, 0.0)
    needed: frozenset[PartKind] = frozenset()
    words: tuple[str, ...] = ()

    @property
    def title(self) -> str:
        """Heading with its unit."""
        unit = "" if self.kind is None else symbol_of(self.kind)
        return f"{self.heading} [{unit}]" if unit else self.heading

    def check(self, value: float, typed: str) -> None:
        """Refuse a number that is out of range.

        Raises:
            InputError
        """
        assert self.kind is not None
        low, high = self.legal
        if not low <= value <= high:
            accepts = " to ".join(str(show(bound, self.kind, System.METRIC)) for bound in self.legal)
            raise InputError(self.key, f"{typed} cannot be that.", accepts=accepts)


def _bar(name: str) -> Column:
    """A figure of a bar, from the table of inputs."""
    field = next(field for field in BAR_FIELDS if field.name == name)
    only = frozenset({BAR})
    return Column(name, field.label.lower(), only, field.kind, field.legal, only if name in GEOMETRY else frozenset())


def _number(
    key: str, heading: str, kind: Kind, legal: tuple[float, float], *of: PartKind, needed: bool = False
) -> Column:
    kinds = frozenset(of) or EVERY
    return Column(key, heading, kinds, kind, legal, kinds if needed else frozenset())


HOLE_REACH = (0.0, 1.4)  # m from the end of the arm
COLUMNS: tuple[Column, ...] = (
    Column("kind", "kind", words=tuple(PartKind)), Column("name", "name", needed=EVERY), Column("maker", "maker"),
    Column("number", "number"), Column("axle", "axle", words=("front", "rear", "either"), needed=frozenset({BAR})),
    *map(_bar, ("od", "wall", "centre_length", "pivot_spacing", "arm_length", "splay", "drop", "bend_radius", "arm_width",
                "arm_thickness", "bushing_radial")),
    Column("holes", "holes", frozenset({BAR}), Kind.FINE_LENGTH, HOLE_REACH, frozenset({BAR})),
    Column("hole_names", "hole names", frozenset({BAR})),
    Column("finish", "finish", frozenset({BAR}), words=tuple(Finish)),
    _number("ultimate", "ultimate strength", Kind.STRESS, (1e8, 4e9), BAR),
    _number("yield_", "yield strength", Kind.STRESS, (1e8, 4e9), BAR),
    _number("claim", "claim", Kind.PERCENT, (-99.9, 1e4), BAR), Column("ends", "ends", frozenset({BAR}), words=tuple(Ends)),
    Column("joints", "joints", frozenset({LINK}), words=tuple(Joints), needed=frozenset({LINK})),
    _number("shortest", "shortest", Kind.FINE_LENGTH, (0.01, 1.5), LINK, needed=True),
    _number("longest", "longest", Kind.FINE_LENGTH, (0.01, 1.5), LINK, needed=True),
    _number("bore", "bore", Kind.DIAMETER, (0.003, 0.12), BUSHINGS, needed=True),
    Column("material", "material", frozenset({BUSHINGS})),
    _number("stiffness", "stiffness", Kind.RATE, (1e5, 1e9), LINK, BRACKET, BUSHINGS),
    _number("rating", "rating", Kind.FORCE, (50.0, 2e5), LINK, BRACKET),
    Column("platforms", "platforms"), Column("variants", "variants"), Column("frames", "frames"),
    Column("interchange", "interchange"), Column("not_exhausts", "not with exhaust"),
    _number("widest_tyre", "widest tyre", Kind.LENGTH, (0.05, 0.6)),
    Column("brackets", "needs brackets"), Column("bracing", "needs bracing"),
    Column("work", "work", words=tuple(Work)), Column("revision", "revision"), Column("told_by", "told by"),
    Column("sold_as", "sold as", words=tuple(filter(None, SoldAs))), Column("missing", "not in the box"),
    _number("price", "price", Kind.COUNT, (0.0, 1e7)), _number("hours", "hours", Kind.COUNT, (0.0, 1000.0)),
    _number("mass", "mass", Kind.MASS, (0.0, 500.0)),
)  # fmt: skip
BY_KEY = {column.key: column for column in COLUMNS}
LISTS = ("hole_names", "platforms", "variants", "frames", "interchange", "not_exhausts", "work")
"""Keys of the columns of words in which several can stand, set apart by `BETWEEN`; holes are numbers set apart by blanks."""

"""Facts and fittings as plain data for documents, and back. Only what somebody said is written."""

from __future__ import annotations

from dataclasses import fields
from typing import Any

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.documents.parts.facts import (
    FITTINGS,
    NO_FACTS,
    Ends,
    Fitting,
    Joints,
    PartFacts,
    PartKind,
    SoldAs,
)
from anchor_beam.documents.parts.identity import kind_of
from anchor_beam.words.wanted import Work

Plain = dict[str, Any]
UNIT = {
    "claim": ("claim_percent", 1.0), "ultimate": ("ultimate_MPa", 1e6), "yield_": ("yield_MPa", 1e6),
    "widest_tyre": ("widest_tyre_mm", 1e-3), "mass": ("mass_kg", 1.0),
    "shortest": ("shortest_mm", 1e-3), "longest": ("longest_mm", 1e-3), "bore": ("bore_mm", 1e-3),
    "stiffness": ("stiffness_N_per_mm", 1e3), "rating": ("rating_N", 1.0),
}  # fmt: skip
"""Keys in documents of the figures that have a unit, and its SI value."""
WORDS = ("number", "revision", "told_by", "missing", "brackets", "bracing")
LISTS = ("platforms", "variants", "frames", "not_exhausts")
NUMBERS = ("ultimate", "yield_", "claim", "widest_tyre", "price", "hours", "mass")


def facts_plain(facts: PartFacts) -> Plain:
    """What a part says of itself."""
    out: Plain = {name: value for name in WORDS if (value := getattr(facts, name))}
    out |= {name: list(value) for name in LISTS if (value := getattr(facts, name))}
    out |= {"sold_as": str(facts.sold_as)} if facts.sold_as else {}
    out |= {"finish": str(facts.finish)} if facts.finish is not None else {}
    out |= {"interchange": [list(pair) for pair in facts.interchange]} if facts.interchange else {}
    out |= {"work": [str(work) for work in facts.work]} if facts.work else {}
    out |= {"ends": str(facts.ends)} if facts.ends is not Ends.LINKS else {}
    return out | _numbers_out(facts, NUMBERS)


def facts_from(group: Plain | None) -> PartFacts:
    """What `facts_plain` made; nothing said is nothing known.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    if not group:
        return NO_FACTS
    said: Plain = {name: str(group.get(name, "")) for name in WORDS}
    said |= {name: tuple(map(str, group.get(name) or ())) for name in LISTS}
    return PartFacts(
        **said,
        sold_as=SoldAs(group.get("sold_as") or ""),
        finish=Finish(group["finish"]) if group.get("finish") else None,
        interchange=tuple((str(platform), str(what)) for platform, what in group.get("interchange") or ()),
        work=tuple(map(Work, group.get("work") or ())),
        ends=Ends(group.get("ends") or Ends.LINKS),
        **_numbers_in(group, NUMBERS),
    )


def fitting_plain(part: Fitting) -> Plain:
    """A link, a bracket or bushings, with its kind."""
    kind = kind_of(part)
    out: Plain = {"kind": str(kind), "name": part.name, "maker": part.maker}
    out |= {name: str(value) for name in ("joints", "material") if (value := getattr(part, name, None)) is not None}
    out |= _numbers_out(part, _measures(type(part)))
    facts = facts_plain(part.facts)
    return out | ({"facts": facts} if facts else {})


def fitting_from(group: Plain) -> Fitting:
    """What `fitting_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    made = FITTINGS[PartKind(group["kind"])]
    known = {field.name for field in fields(made)}
    said: Plain = {"name": str(group["name"]), "maker": str(group["maker"])}
    said |= {"joints": Joints(group["joints"])} if "joints" in known else {}
    said |= {"material": str(group["material"])} if "material" in known else {}
    return made(**said, **_numbers_in(group, _measures(made)), facts=facts_from(group.get("facts")))


def _measures(made: type[Fitting]) -> tuple[str, ...]:
    return tuple(field.name for field in fields(made) if field.name in UNIT)


def _numbers_out(record: object, names: tuple[str, ...]) -> Plain:
    out: Plain = {}
    for name in names:
        key, scale = UNIT.get(name, (name, 1.0))
        value = getattr(record, name)
        if value is not None:
            out[key] = float(f"{value / scale:.12g}")
    return out


def _numbers_in(group: Plain, names: tuple[str, ...]) -> dict[str, Any]:
    keys = ((name, *UNIT.get(name, (name, 1.0))) for name in names)
    return {name: float(group[key]) * scale for name, key, scale in keys if group.get(key) is not None}

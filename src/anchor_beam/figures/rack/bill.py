"""What a setting asks to be bought and fitted: its parts that the reference does not have, with price and hours."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.documents.parts.facts import Fitting, PartKind, SoldAs
from anchor_beam.documents.parts.identity import full_name, key_of, kind_of
from anchor_beam.documents.records import BarRecord, CarFile, EndSetting, RackBar, Setting
from anchor_beam.immutable import immutable


@immutable
class Line:
    """A part. count: how many boxes of it. owned: it is in the rack of the car, and costs nothing more. price, hours, mass
    [kg]: of all of them, None where nobody said."""

    axle: Axle
    kind: PartKind
    name: str
    maker: str
    number: str
    count: int
    owned: bool
    price: float | None
    hours: float | None
    mass: float | None
    missing: str
    work: tuple[str, ...]


@immutable
class Bill:
    """Lines, front first; price of those that are not owned and hours of all, as far as they are known."""

    lines: tuple[Line, ...]

    @property
    def price(self) -> float:
        """In the user's currency."""
        return sum(line.price or 0.0 for line in self.lines if not line.owned)

    @property
    def hours(self) -> float:
        """Of work."""
        return sum(line.hours or 0.0 for line in self.lines)

    @property
    def unpriced(self) -> int:
        """Parts to buy that have no price."""
        return sum(line.price is None and not line.owned for line in self.lines)

    @property
    def to_buy(self) -> tuple[Line, ...]:
        """Those that are not owned."""
        return tuple(line for line in self.lines if not line.owned)


def bill(setting: Setting, reference: Setting | None, rack: tuple[RackBar, ...]) -> Bill:
    """Of a setting against the reference, or of all that is on it where there is none."""
    lines = (bill_of_end(axle, setting.end(axle), reference, rack).lines for axle in Axle)
    return Bill(tuple(line for each in lines for line in each))


def bill_of_end(axle: Axle, end: EndSetting, reference: Setting | None, rack: tuple[RackBar, ...]) -> Bill:
    """Of what is on one axle."""
    before = None if reference is None else reference.end(axle)
    found = []
    if end.fitted and not _has(before, end.bar):
        owned = any(item.axle is axle and key_of(item.bar) == key_of(end.bar) for item in rack)
        found.append(_line(axle, end.bar, owned=owned))
    found += [_line(axle, part, owned=False) for part in end.bought if not _has(before, part)]
    return Bill(tuple(found))


def bill_of(file: CarFile) -> Bill:
    """Of the setting on the bench against the reference."""
    return bill(file.bench, file.reference_setting, file.rack)


def _has(end: EndSetting | None, part: BarRecord | Fitting) -> bool:
    """Whether such a part is there."""
    if end is None:
        return False
    there = (end.bar, *end.bought) if end.fitted else end.bought
    return key_of(part) in map(key_of, there)


def _line(axle: Axle, part: BarRecord | Fitting, *, owned: bool) -> Line:
    kind, facts = kind_of(part), part.facts
    count = 2 if kind is not PartKind.BAR and facts.sold_as is SoldAs.SINGLE else 1
    price, mass = (None if each is None else count * each for each in (facts.price, facts.mass))
    return Line(
        axle, kind, full_name(part.name, facts.revision), part.maker, facts.number, count, owned,
        price, facts.hours, mass, facts.missing, tuple(map(str, facts.work)),
    )  # fmt: skip


def bill_csv(found: Bill, currency: str) -> str:
    """The shopping list as a table; numbers plain."""
    import csv
    import io

    from anchor_beam.documents.csv_text import safe

    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(["axle", "kind", "name", "maker", "number", "count", "owned", f"price [{currency}]", "hours [h]",
                     "mass [kg]", "not in the box", "work"])  # fmt: skip
    for line in found.lines:
        writer.writerow([
            line.axle, line.kind, safe(line.name), safe(line.maker), safe(line.number), line.count,
            "yes" if line.owned else "no", *(_number(value) for value in (line.price, line.hours, line.mass)),
            safe(line.missing), " | ".join(line.work),
        ])  # fmt: skip
    return out.getvalue()


def bill_json(found: Bill, currency: str) -> str:
    """The same as a document."""
    import json

    lines = [
        {"axle": str(line.axle), "kind": str(line.kind), "name": line.name, "maker": line.maker, "number": line.number,
         "count": line.count, "owned": line.owned, "price": line.price, "hours": line.hours, "mass_kg": line.mass,
         "missing": line.missing, "work": list(line.work)}
        for line in found.lines
    ]  # fmt: skip
    whole = {"anchor_beam": 1, "kind": "shopping-list", "currency": currency, "lines": lines, "price": found.price,
             "hours": found.hours, "without_price": found.unpriced}  # fmt: skip
    return json.dumps(whole, indent=1, ensure_ascii=False)


def _number(value: float | None) -> str:
    return "" if value is None else f"{value:g}"

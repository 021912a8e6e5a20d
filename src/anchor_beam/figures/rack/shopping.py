"""The shopping list of the setting on the bench, as text for paper."""

from __future__ import annotations

from datetime import date

from anchor_beam import __version__
from anchor_beam.documents.records import CarFile
from anchor_beam.figures.rack.bill import Line, bill_of
from anchor_beam.sheets.page import paper_for
from anchor_beam.sheets.shopping_list import ShoppingLine, ShoppingList
from anchor_beam.units.kinds import Kind, System
from anchor_beam.units.show import show
from anchor_beam.words.rack import total_words


def shopping_list(file: CarFile, units: System) -> ShoppingList:
    """What stands on the page."""
    found, currency = bill_of(file), file.aim.currency
    against = f"against “{file.reference}”" if file.reference_setting is not None else "everything on the setting"
    notes = [f"Not in the box of {line.name}: {line.missing}." for line in found.lines if line.missing]
    work = dict.fromkeys(each for line in found.lines for each in line.work)
    notes += [f"Work: {', '.join(work)}."] if work else []
    notes.append("Compare number and revision with the part before you pay; a maker's instructions come first.")
    return ShoppingList(
        f"{file.car.name}: to buy for “{file.bench.name}”", f"{date.today().isoformat()}, Anchor Beam {__version__}", against,
        tuple(_line(line, currency, units) for line in found.lines),
        total_words(len(found.lines), found.price, found.hours, found.unpriced, currency), tuple(notes), paper_for(units),
    )  # fmt: skip


def _line(line: Line, currency: str, units: System) -> ShoppingLine:
    mass = "" if line.mass is None else str(show(line.mass, Kind.MASS, units))
    maker = "" if line.maker in line.name else line.maker
    under = " · ".join(filter(None, (f"{line.axle} {line.kind}", maker, line.number, mass)))
    boxes = "" if line.count == 1 else f"{line.count} x "
    price = "owned" if line.owned else "no price" if line.price is None else f"{line.price:g} {currency}s"
    return ShoppingLine(f"{boxes}{line.name}", under, price, "" if line.hours is None else f"{line.hours:g} h")

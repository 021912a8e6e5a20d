"""Write the lists of the three invented makers that ship with the application, as CSV of the kind that anybody can bring in.

Every part is invented. Masses follow from the dimensions; what a part costs and how long it takes follows from its kind.

Usage: .venv/bin/python tools/make_catalogue.py
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace
from typing import Any

from anchor_beam.core.sides import Axle
from anchor_beam.documents.making import bar_record
from anchor_beam.documents.parts.facts import (
    BracketPart,
    BushingPart,
    Ends,
    Joints,
    LinkPart,
    PartFacts,
    PartKind,
    SoldAs,
)
from anchor_beam.documents.parts.shipped import FOLDER
from anchor_beam.documents.parts.table import Listed, parts_csv
from anchor_beam.documents.records import Provenance
from anchor_beam.documents.whole_file import write_text
from anchor_beam.words.wanted import Work

BRACKET = 120.0  # mm, of a bar that is fixed without links
STEEL = 7.85e-6  # kg per mm^3
TIDEWRIGHT, OKEFORD, LANTERN = "Tidewright", "Okeford Spring", "Lantern Forge"
SOFT_TO_FIRM = ("soft", "middle", "firm")


@dataclass(frozen=True)
class Mount:
    """Where a bar sits on an axle [mm], the diameter of the standard one, hours for another, and what that asks for."""

    centre: float
    spacing: float
    arm: float
    standard: float
    hours: float
    work: tuple[Work, ...] = ()
    splay: float = 2.0


@dataclass(frozen=True)
class Platform:
    """A car that bars are made for. sister: one that they fit as well, and what must be altered."""

    name: str
    front: Mount
    rear: Mount
    variants: tuple[str, ...] = ()
    sister: tuple[tuple[str, str], ...] = field(default=())

    def mount(self, axle: Axle) -> Mount:
        """Of one axle."""
        return self.front if axle is Axle.FRONT else self.rear


LIFT, SUBFRAME, DRILL, WELD, CUT, SECOND = (
    Work.LIFT,
    Work.SUBFRAME,
    Work.DRILL,
    Work.WELD,
    Work.CUT,
    Work.SECOND_PERSON,
)
FINCH = Platform(
    "Finch 2", Mount(930, 760, 238, 22, 1.5, (LIFT,)), Mount(850, 690, 234, 14, 1.0, (LIFT,)), ("short nose", "long nose"),
    (("Finch 1", "bushing saddles moved out by 10 mm each side"),),
)  # fmt: skip
OLD_FINCH = Platform("Finch 1", Mount(910, 740, 238, 20, 1.5, (LIFT,)), Mount(830, 670, 234, 14, 1.0, (LIFT,)))
WICKEN = Platform(
    "Wicken A",
    Mount(980, 700, 286, 20, 5.5, (LIFT, SUBFRAME, SECOND), 3.0),
    Mount(940, 720, 248, 17, 1.5, (LIFT,), 1.0),
)
HARROW = Platform("Harrow 5", Mount(960, 740, 266, 25, 2.0, (LIFT,)), Mount(930, 700, 282, 16, 1.5, (LIFT,), 0.0))
BRINDLE = Platform(
    "Brindle 3", Mount(960, 740, 277, 18, 4.0, (LIFT, SUBFRAME), 0.0), Mount(955, 735, 242, 16, 1.0, (LIFT,), 0.0)
)
CALLOW = Platform(
    "Callow 4", Mount(950, 730, 277, 20, 2.0, (LIFT,), 0.0), Mount(960, 740, 247, 15, 1.5, (LIFT,), 0.0),
    sister=(("Thornby", "links 8 mm longer, left saddle turned round"),),
)  # fmt: skip
THORNBY = Platform(
    "Thornby", Mount(965, 745, 277, 19, 3.0, (LIFT,), 0.0), Mount(970, 750, 247, 17, 1.5, (LIFT,), 0.0)
)
PLATFORMS = (FINCH, OLD_FINCH, WICKEN, HARROW, BRINDLE, CALLOW, THORNBY)


def bar(
    maker: str, name: str, platform: Platform, axle: Axle, od: float, holes: tuple[float, ...], *, wall: float | None = None,
    names: tuple[str, ...] = (), arm: float = 12.0, price: float, number: str, hours: float = 0.0, radius: float = 42.0,
    bushing: float = 9000.0, spacing: float | None = None, plate: tuple[float, float] | None = None, **said: Any,
) -> Listed:  # fmt: skip
    """A bar for one axle of a platform; arm: what it is longer than the standard one [mm]."""
    mount = platform.mount(axle)
    straight = said.get("ends", Ends.LINKS) is not Ends.LINKS
    lever = BRACKET if straight else mount.arm + arm
    length, area = (
        mount.centre + 2.0 * lever,
        math.pi / 4.0 * (od**2 - (od - 2.0 * wall) ** 2 if wall else od**2),
    )
    plates = {} if plate is None else {"arm_width_mm": plate[0], "arm_thickness_mm": plate[1]}
    facts = PartFacts(
        number=number, platforms=(platform.name,), interchange=platform.sister, price=price,
        hours=mount.hours + hours, mass=round(STEEL * area * length + 0.35, 1),
        **{"work": mount.work, "sold_as": SoldAs.SINGLE, **said},
    )  # fmt: skip
    made = bar_record(
        Provenance.MAKER, name, maker, od_mm=od, wall_mm=wall, centre_length_mm=mount.centre,
        pivot_spacing_mm=mount.spacing if spacing is None else spacing, arm_length_mm=lever,
        splay_deg=0.0 if straight else mount.splay,
        bend_radius_mm=0.0 if plate or straight else radius, bushing_radial_N_per_mm=bushing, holes_mm=holes,
        plate_arms=plate is not None, **plates,
    )  # fmt: skip
    return Listed(PartKind.BAR, axle, replace(made, facts=facts, hole_names=names))


# fmt: off
def tidewright() -> list[Listed]:
    """Adjustable bars, solid and tube; for the Finch the rear one in two revisions."""
    found = [
        bar(TIDEWRIGHT, "Tidewright 25", FINCH, Axle.FRONT, 25.4, (12, 38, 64), wall=4.0, names=SOFT_TO_FIRM, radius=45,
            price=215, number="TW-F25", missing="links", not_exhausts=("front-exit",)),
        bar(TIDEWRIGHT, "Tidewright 17", FINCH, Axle.REAR, 17.0, (12, 36, 60), names=SOFT_TO_FIRM, radius=40, price=185,
            number="TW-R17", revision="late", told_by="holes 24 mm apart; the early one has 20 mm", missing="links"),
        bar(TIDEWRIGHT, "Tidewright 17", FINCH, Axle.REAR, 17.0, (12, 32, 52), names=SOFT_TO_FIRM, radius=40, price=160,
            number="TW-R17E", revision="early", told_by="holes 20 mm apart, grease fitting on the left saddle",
            missing="links, saddles"),
    ]
    for platform in PLATFORMS:
        for axle in Axle:
            mount, side = platform.mount(axle), axle.value[0].upper()
            code = f"{platform.name[0]}{platform.name[-1]}{side}"
            solid, tube = mount.standard + 2.0, mount.standard + 5.0
            found.append(bar(
                TIDEWRIGHT, f"Tidewright {solid:g} {platform.name}", platform, axle, solid, (12, 36, 60), names=SOFT_TO_FIRM,
                price=120 + 4 * solid, number=f"TW-{code}{solid:g}", missing="links",
            ))
            found.append(bar(
                TIDEWRIGHT, f"Tidewright {tube:g} tube {platform.name}", platform, axle, tube, (12, 38, 64), wall=3.5,
                names=SOFT_TO_FIRM, price=165 + 4 * tube, number=f"TW-{code}{tube:g}T", missing="links",
                variants=platform.variants[-1:], widest_tyre=None if axle is Axle.FRONT else 0.225,
            ))
    found += [
        link(TIDEWRIGHT, f"Tidewright link {low}-{high}", Joints.ROD_ENDS, low, high, 22_000, rating, price, f"TW-L{low}")
        for low, high, rating, price in (
            (78, 98, 5200, 74), (90, 120, 5200, 76), (115, 150, 5200, 78), (145, 190, 5200, 82), (230, 275, 5200, 88),
            (255, 300, 5200, 92), (88, 112, 9800, 118), (130, 165, 9800, 124),
        )
    ]
    found += [
        bushings(TIDEWRIGHT, f"Tidewright bushings {bore:g}", "polyurethane", bore, 9000, 38 + bore / 2, f"TW-B{bore:g}")
        for bore in (16, 17, 18, 20, 22, 24, 25.4)
    ]
    found += [
        bracket(TIDEWRIGHT, f"Tidewright saddle {size}", 30_000, rating, price, f"TW-S{size}", platforms=())
        for size, rating, price in ((18, 6000, 32), (22, 7500, 36), (26, 9000, 42))
    ]
    found.append(bracket(TIDEWRIGHT, "Tidewright brace Finch", 45_000, 12_000, 88, "TW-BRF", platforms=("Finch 1", "Finch 2"),
                         frames=("round tube",)))
    return found


def okeford() -> list[Listed]:
    """One or two holes, solid, cheap; bushings of rubber."""
    found = [
        bar(OKEFORD, "Okeford 19", WICKEN, Axle.REAR, 19.0, (14, 46), names=("road", "sport"), arm=0.0, radius=40, price=148,
            number="OK 1190", bushing=7000, work=(LIFT, DRILL), claim=60.0, brackets="Okeford clamp 19", missing="nothing"),
    ]
    for n, platform in enumerate(PLATFORMS):
        for axle in Axle:
            mount, at = platform.mount(axle), 2000 + 100 * n + (0 if axle is Axle.FRONT else 50)
            one, two = mount.standard + 1.0, mount.standard + 3.0
            found.append(bar(
                OKEFORD, f"Okeford {one:g} {platform.name}", platform, axle, one, (12,), arm=0.0, price=70 + 3 * one,
                number=f"OK {at}", bushing=4000, missing="links",
            ))
            found.append(bar(
                OKEFORD, f"Okeford {two:g} {platform.name}", platform, axle, two, (14, 44), names=("road", "sport"), arm=4.0,
                price=88 + 3 * two, number=f"OK {at + 3}", bushing=7000, missing="links",
            ))
    found.append(bar(
        OKEFORD, "Okeford beam bar 21", WICKEN, Axle.REAR, 21.0, (14,), arm=0.0, price=132, number="OK 1210",
        ends=Ends.ARMS, work=(LIFT, DRILL), sold_as=SoldAs.SET, bracing="plates inside the trailing arms",
    ))
    found.append(bar(
        OKEFORD, "Okeford beam bar 23", BRINDLE, Axle.REAR, 23.0, (14,), arm=0.0, price=138, number="OK 2453",
        ends=Ends.ARMS, work=(LIFT, DRILL), sold_as=SoldAs.SET,
    ))
    found += [
        link(OKEFORD, f"Okeford link {length}", joints, length, length, stiffness, rating, price, f"OK 9{length}")
        for length, joints, stiffness, rating, price in (
            (88, Joints.GROMMETS, 900, 2400, 18), (92, Joints.GROMMETS, 900, 2400, 18), (95, Joints.BALLS, 9000, 3600, 26),
            (104, Joints.BALLS, 9000, 3600, 26), (118, Joints.GROMMETS, 1100, 2800, 20), (140, Joints.BALLS, 9000, 3600, 28),
            (250, Joints.BALLS, 8000, 3600, 32), (262, Joints.BALLS, 8000, 3600, 32), (285, Joints.BALLS, 8000, 3600, 34),
        )
    ]
    found += [
        bushings(OKEFORD, f"Okeford rubber {bore}", "rubber", bore, 3000, 12 + bore / 4, f"OK 8{bore}")
        for bore in (15, 17, 19, 20, 22, 25)
    ]
    found += [
        bracket(OKEFORD, f"Okeford clamp {size}", 14_000, rating, price, f"OK 7{size}", platforms=())
        for size, rating, price in ((17, 3200, 14), (19, 3600, 15), (22, 4200, 17), (25, 4800, 19))
    ]
    found.append(bracket(OKEFORD, "Okeford tab Wicken", 9_000, 2600, 22, "OK 7100", platforms=("Wicken A",),
                         work=(LIFT, DRILL)))
    return found


def lantern() -> list[Listed]:
    """Splined tubes with separate arms, bars for live axles, one for launches; strong links."""
    five = ("A", "B", "C", "D", "E")
    found = [
        bar(LANTERN, "Lantern splined 24", HARROW, Axle.REAR, 24.0, (22, 46, 70, 94, 118), wall=3.0, names=five, arm=8.0,
            spacing=810, plate=(34, 12), price=386, number="LF-24S", bushing=14_000, hours=3.0, work=(LIFT, WELD),
            brackets="Lantern axle clamp 76", sold_as=SoldAs.SET, missing="links"),
        bar(LANTERN, "Lantern launch 32", HARROW, Axle.REAR, 32.0, (22, 42, 62, 82, 102, 122), wall=4.5,
            names=(*five, "F"), arm=8.0, spacing=840, plate=(40, 16), price=548, number="LF-32L", bushing=20_000, hours=4.0,
            work=(LIFT, WELD, CUT), brackets="Lantern axle clamp 89", bracing="both frame rails boxed at the links",
            sold_as=SoldAs.SET, not_exhausts=("twin rear exit",)),
        bar(LANTERN, "Lantern axle 20", HARROW, Axle.REAR, 20.0, (16, 44), names=("A", "B"), arm=4.0, price=228,
            number="LF-20A", hours=1.0, work=(LIFT, DRILL), brackets="Lantern axle clamp 76", missing="links"),
        bar(LANTERN, "Lantern hub bar 26", FINCH, Axle.FRONT, 26.0, (14,), arm=0.0, price=264, number="LF-26H",
            ends=Ends.HUBS, work=(LIFT,), bracing="hub brackets tied together"),
        bar(LANTERN, "Lantern beam 28", HARROW, Axle.REAR, 28.0, (16,), arm=0.0, price=242, number="LF-28B", ends=Ends.BEAM,
            work=(LIFT, WELD), sold_as=SoldAs.SET),
    ]
    for platform in (FINCH, CALLOW, THORNBY, OLD_FINCH):
        for axle in Axle:
            mount, code = platform.mount(axle), f"{platform.name[0]}{platform.name[-1]}{axle.value[0].upper()}"
            od = mount.standard + (8.0 if axle is Axle.REAR else 6.0)
            found.append(bar(
                LANTERN, f"Lantern splined {od:g} {platform.name}", platform, axle, od, (20, 42, 64, 86, 108), wall=2.5,
                names=five, arm=14.0, spacing=mount.spacing, plate=(32, 10), price=352 + od, number=f"LF-{code}{od:g}",
                bushing=14_000, hours=1.5, sold_as=SoldAs.SET, missing="links",
                frames=("round tube",) if platform is FINCH else (),
            ))
    found += [
        link(LANTERN, f"Lantern link {low}-{high}", Joints.ROD_ENDS, low, high, 34_000, rating, price, f"LF-L{low}",
             SoldAs.SINGLE)
        for low, high, rating, price in (
            (75, 95, 14_000, 66), (86, 110, 14_000, 68), (105, 140, 14_000, 70), (130, 175, 14_000, 74),
            (170, 220, 14_000, 78), (225, 280, 14_000, 84), (260, 320, 14_000, 88), (130, 160, 26_000, 112),
        )
    ]
    found += [
        bushings(LANTERN, f"Lantern split bearing {bore}", "acetal", bore, 16_000, 96, f"LF-B{bore}") for bore in (24, 28, 32)
    ]
    found += [
        bracket(LANTERN, f"Lantern axle clamp {tube}", 26_000, rating, price, f"LF-C{tube}", platforms=("Harrow 5",))
        for tube, rating, price in ((76, 9500, 94), (82, 9500, 96), (89, 14_000, 128))
    ]
    found += [
        bracket(LANTERN, f"Lantern frame tower {n}", 22_000, 11_000, 72, f"LF-T{n}", platforms=(), work=(LIFT, WELD))
        for n in (1, 2, 3)
    ]
    return found
# fmt: on


def link(
    maker: str, name: str, joints: Joints, low: float, high: float, stiffness: float, rating: float, price: float,
    number: str, sold_as: SoldAs = SoldAs.PAIR,
) -> Listed:  # fmt: skip
    """A link; stiffness in N/mm, rating in N."""
    mass = round((1 if sold_as is SoldAs.SINGLE else 2) * (0.16 + 0.0006 * high), 2)
    facts = PartFacts(number=number, sold_as=sold_as, price=price, hours=0.5, mass=mass)
    part = LinkPart(name, maker, joints, low * 1e-3, high * 1e-3, stiffness * 1e3, rating, facts)
    return Listed(PartKind.LINK, None, part)


def bracket(maker: str, name: str, stiffness: float, rating: float, price: float, number: str, **said: Any) -> Listed:
    """A bracket; stiffness in N/mm, rating in N."""
    facts = PartFacts(number=number, sold_as=SoldAs.PAIR, price=price, hours=0.5, mass=0.9, **said)
    return Listed(PartKind.BRACKET, None, BracketPart(name, maker, stiffness * 1e3, rating, facts))


def bushings(
    maker: str, name: str, material: str, bore: float, stiffness: float, price: float, number: str
) -> Listed:
    """A pair of bushings; bore in mm, stiffness in N/mm."""
    facts = PartFacts(number=number, sold_as=SoldAs.PAIR, price=round(price), hours=0.5, mass=0.2)
    return Listed(PartKind.BUSHINGS, None, BushingPart(name, maker, material, bore * 1e-3, stiffness * 1e3, facts))


def main() -> None:
    """A file for each maker."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    for name, parts in (("tidewright", tidewright()), ("okeford_spring", okeford()), ("lantern_forge", lantern())):
        write_text(FOLDER / f"{name}.csv", parts_csv(parts))


if __name__ == "__main__":
    main()

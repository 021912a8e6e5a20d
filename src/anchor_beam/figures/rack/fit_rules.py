"""Whether a part fits a car: what it is made for against what the car has, and what its user will not do."""

from __future__ import annotations

from anchor_beam.core.sides import Axle
from anchor_beam.documents.parts.facts import BushingPart, Ends, LinkPart, PartFacts
from anchor_beam.documents.parts.table import Listed
from anchor_beam.documents.records import BarRecord, CarFile
from anchor_beam.immutable import immutable
from anchor_beam.words import fit as words
from anchor_beam.words.fit import Cause, Fit
from anchor_beam.words.remark import Remark
from anchor_beam.words.wanted import Wish, Work

NEAR = 0.006  # m by which bushings may sit elsewhere: saddles have slots
ORDER = tuple(Fit)


@immutable
class OnCar:
    """What of a car, and of one of its axles, decides whether a part fits; SI. What nobody entered is empty or None.

    spacing: of the brackets on the car. links: length of both. free: whether the rules
    let this end change. budget, hours: None where nobody asked.
    """

    axle: Axle
    platform: str
    variant: str
    frame: str
    exhaust: str
    tyre_width: float | None
    spacing: float | None
    od: float | None
    links: tuple[float, float]
    free: bool
    wont: tuple[Work, ...]
    budget: float | None
    hours: float | None
    currency: str


@immutable
class Verdict:
    """In a word, and the reasons, the worst first; cause: of that one."""

    fit: Fit
    reasons: tuple[Remark, ...] = ()
    cause: Cause | None = None


def on_car(file: CarFile, axle: Axle) -> OnCar:
    """Of the setting on the bench."""
    car, end, aim = file.car, file.bench.end(axle), file.aim

    def asked(wish: Wish) -> float | None:
        return aim.figure(wish).value if wish in aim.asked else None

    return OnCar(
        axle, car.platform.strip(), car.variant.strip(), car.frame.strip(), car.exhaust.strip(), _tyre_width(file, axle),
        _mounts(file, axle), end.bar.od.value if end.fitted else None,
        (end.link_left.value, end.link_right.value), axle in aim.free, aim.wont, asked(Wish.BUDGET), asked(Wish.HOURS),
        aim.currency,
    )  # fmt: skip


def _mounts(file: CarFile, axle: Axle) -> float | None:
    """How far apart the car's brackets are: those of the reference, which is mostly the car as it came, else of the bench."""
    ends = (setting.end(axle) for setting in (file.reference_setting, file.bench) if setting is not None)
    return next((end.bar.pivot_spacing.value for end in ends if end.fitted), None)


def _tyre_width(file: CarFile, axle: Axle) -> float | None:
    """The wider of both tyres of an axle, None where nobody entered one."""
    read = file.read_at("tyres", None)
    keys = [column.name for column in read.table.columns]
    corners = read.rows[:2] if axle is Axle.FRONT else read.rows[2:4]
    widths = [cell.value for row in corners if (cell := row[keys.index("width")]) is not None]
    return max(widths, default=None)


def verdict(one: Listed, on: OnCar) -> Verdict:
    """Of a part on an axle."""
    found = [*_made_for(one.facts, on), *_room(one.facts, on), *_dimensions(one, on), *_asked(one.facts, on)]
    if one.axle not in (None, on.axle):
        assert one.axle is not None
        found.insert(0, (Fit.NO, Cause.AXLE, words.other_axle(one.axle)))
    found.sort(key=lambda each: -ORDER.index(each[0]))
    if not found:
        return Verdict(Fit.FITS)
    return Verdict(found[0][0], tuple(remark for _, _, remark in found), found[0][1])


Judged = tuple[Fit, Cause, Remark]


def _made_for(facts: PartFacts, on: OnCar) -> list[Judged]:
    found: list[Judged] = []
    for of, wanted, has in (
        ("platform", facts.platforms, on.platform), ("variant", facts.variants, on.variant),
        ("frame", facts.frames, on.frame),
    ):  # fmt: skip
        if not wanted or any(_same(one, has) for one in wanted):
            continue
        altered = next((what for sister, what in facts.interchange if of == "platform" and _same(sister, has)), None)
        if not has:
            found.append((Fit.UNKNOWN, Cause.CAR, words.not_entered(of, wanted)))
        elif altered is not None:
            found.append((Fit.WORK, Cause.CAR, words.sister(has, altered)))
        else:
            found.append((Fit.NO, Cause.CAR, words.not_made_for(of, wanted, has)))
    return found


def _room(facts: PartFacts, on: OnCar) -> list[Judged]:
    """Exhaust and tyre, brackets and bracing."""
    found: list[Judged] = []
    if on.exhaust and any(_same(one, on.exhaust) for one in facts.not_exhausts):
        found.append((Fit.NO, Cause.EXHAUST, words.exhaust(on.exhaust)))
    most, width = facts.widest_tyre, on.tyre_width
    if most is not None and width is None:
        found.append((Fit.UNKNOWN, Cause.TYRE, words.tyre_unknown(most)))
    elif most is not None and width is not None and width > most:
        found.append((Fit.NO, Cause.TYRE, words.tyre(width, most)))
    found += [(Fit.WORK, Cause.MOUNT, words.needs(what)) for what in (facts.brackets, facts.bracing) if what]
    if facts.ends is not Ends.LINKS:
        found.append((Fit.WORK, Cause.MOUNT, words.no_links(facts.ends)))
    return found


def _dimensions(one: Listed, on: OnCar) -> list[Judged]:
    part = one.part
    if isinstance(part, BarRecord) and on.spacing is not None and part.facts.ends is Ends.LINKS:
        own = part.pivot_spacing.value
        return [(Fit.WORK, Cause.MOUNT, words.spacing(own, on.spacing))] if abs(own - on.spacing) > NEAR else []
    if isinstance(part, BushingPart) and on.od is not None and abs(part.bore - on.od) > 0.0003:
        return [(Fit.NO, Cause.SIZE, words.bore(part.bore, on.od))]
    if isinstance(part, LinkPart):
        off = next((long for long in on.links if not part.shortest - 5e-4 <= long <= part.longest + 5e-4), None)
        return [] if off is None else [(Fit.NO, Cause.SIZE, words.link_range(off, part.shortest, part.longest))]
    return []


def _asked(facts: PartFacts, on: OnCar) -> list[Judged]:
    """What *Aim* rules out."""
    found: list[Judged] = []
    if not on.free:
        found.append((Fit.NO, Cause.RULES, words.end_stays(on.axle)))
    wont = tuple(work for work in facts.work if work in on.wont)
    if wont or any(work is not Work.LIFT for work in facts.work):
        found.append((Fit.NO if wont else Fit.WORK, Cause.WORK, words.asks_for(facts.work, wont)))
    if on.budget is not None and facts.price is not None and facts.price > on.budget:
        found.append((Fit.NO, Cause.BUDGET, words.too_dear(facts.price, on.budget, on.currency)))
    if on.hours is not None and facts.hours is not None and facts.hours > on.hours:
        found.append((Fit.NO, Cause.HOURS, words.too_long(facts.hours, on.hours)))
    return found


def _same(one: str, other: str) -> bool:
    return one.casefold() == other.casefold()

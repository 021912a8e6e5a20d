"""Which parts of the rack, or which bars that could be made, do what is wanted: every pair and hole, ranked with reasons.

Pairs are solved by `core.search` in both turns; the best are then worked out as the Beam does, with what *Aim* asks for, so
that a setting that is found and the Beam agree.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np

from anchor_beam.core.arrays import GRAVITY, FloatArray, IntArray
from anchor_beam.core.car.bars import DISCONNECTED, WheelBar
from anchor_beam.core.car.batches import joined, repeated
from anchor_beam.core.car.corner import settle
from anchor_beam.core.car.mirror import mirrored_bars
from anchor_beam.core.linkage.holes import Holes
from anchor_beam.core.search.rack import CHUNK, EndBars, Found, Wish, pairs_of, search
from anchor_beam.core.sides import Axle
from anchor_beam.documents.aim import AimRecord
from anchor_beam.documents.parts.facts import Ends
from anchor_beam.documents.parts.identity import PartKey, full_name, key_of
from anchor_beam.documents.parts.table import Listed
from anchor_beam.documents.records import (
    BarRecord,
    BarState,
    CarRecord,
    EndSetting,
    Figure,
    Provenance,
    RackBar,
    Setting,
)
from anchor_beam.documents.searches import FoundSetting, Made, SearchResult, Wanted
from anchor_beam.errors import AnchorBeamError, NoSolution
from anchor_beam.figures.arches import Arches
from anchor_beam.figures.asked import bump_part, judged
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.ladder import reachable
from anchor_beam.figures.rack.bill import Bill, bill_of_end
from anchor_beam.figures.rack.fit_rules import OnCar, verdict
from anchor_beam.figures.results import both_turns, results
from anchor_beam.immutable import immutable
from anchor_beam.words import search as words
from anchor_beam.words.bars import end_name
from anchor_beam.words.fit import Fit
from anchor_beam.words.remark import Remark
from anchor_beam.words.wanted import Wish as Asked

FIRST = Holes(0, 0)
MOST = 40  # settings that are told
LOOKED_AT = 400  # settings that are worked out as the Beam does before a search gives up
STEP = 0.1  # % of margin, within which it does not matter which is nearer
GATHERING = 0.3  # part of the work that goes into hanging every bar


@immutable
class Stock:
    """What can be chosen from: parts of every list and own ones, and the two axles of the car as fit rules see them; its
    arches, where they were read."""

    parts: tuple[Listed, ...]
    front: OnCar
    rear: OnCar
    rack: tuple[RackBar, ...]
    arches: Arches | None = None

    def on(self, axle: Axle) -> OnCar:
        """One axle."""
        return self.front if axle is Axle.FRONT else self.rear


@immutable
class _Choice:
    """Something that can be on an axle, how the car sees it, what it asks to be bought, and the levers of its links [m]."""

    end: EndSetting
    bar: WheelBar
    owed: Bill
    levers: tuple[float, float]


Told = Callable[[SearchResult, float], None]


def find(
    car: CarRecord,
    bench: Setting,
    reference: Setting | None,
    aim: AimRecord,
    stock: Stock,
    wanted: Wanted,
    told: Told,
) -> SearchResult:
    """Search; told: what is found so far and how much of the work is done.

    Raises:
        NoSolution: nothing is left to search; says what left it out.
        InputError: as `results`.
    """
    excluded: Counter[str] = Counter()
    ends = []
    for i, axle in enumerate(Axle):
        told(SearchResult((), 0, (), final=False), GATHERING * 0.5 * i)
        found_here = _choices(car, bench.end(axle), stock, wanted, axle, excluded)
        owing = [(end, bar, bill_of_end(axle, end, reference, stock.rack), levers) for end, bar, levers in found_here]
        ends.append(_gentle(car, axle, aim, [_Choice(*each) for each in owing], excluded))
        if not ends[-1]:
            raise NoSolution("search", words.nothing_left(axle, tuple(excluded.most_common())))
    wish = Wish(wanted.margin, wanted.roll, aim.inside_down.value if Asked.INSIDE_DOWN in aim.asked else None)
    front, rear = (EndBars.of_bars([each.bar for each in end]) for end in ends)
    judge = _Judge(car, bench, aim, wanted, (ends[0], ends[1]), (front, rear), stock.arches)

    def so_far(found: Found, done: float) -> None:
        told(judge.rough(found), GATHERING + (0.9 - GATHERING) * done)

    turns = both_turns(car)
    found = search(turns.both, turns.grip, front, rear, wish, wanted.phase, so_far=so_far)
    excluded.update({words.EARLY_LIFT: found.ruled_out, words.UNSOLVED: found.unsolved})
    rows = judge.exact(found, excluded, told)
    if not rows:
        raise NoSolution("search", words.nothing_left(None, tuple(excluded.most_common())))
    return SearchResult(rows, found.examined, tuple((what, n) for what, n in excluded.most_common() if n))


def _gentle(
    car: CarRecord, axle: Axle, aim: AimRecord, choices: list[_Choice], excluded: Counter[str]
) -> list[_Choice]:
    """Those that are not too harsh over one bump, where that is asked for."""
    if Asked.HARSHNESS not in aim.asked:
        return choices
    most = aim.harshness.value / 100.0
    kept = [each for each in choices if bump_part(car.axle(axle), _rate(each.bar)) <= most]
    excluded[words.BROKEN[Asked.HARSHNESS]] += len(choices) - len(kept)
    return kept


def _rate(bar: WheelBar) -> float:
    """At the wheel in roll [N/m]."""
    return 2.0 * bar.K_theta * bar.slope[0] * bar.slope[1]


def _choices(
    car: CarRecord, end: EndSetting, stock: Stock, wanted: Wanted, axle: Axle, excluded: Counter[str]
) -> list[tuple[EndSetting, WheelBar, tuple[float, float]]]:
    """Every bar that may be on an axle in every pair of neighbouring holes, with the levers of its links [m]; the links stay
    as they are."""
    made = dict(wanted.made).get(axle)
    if axle in wanted.stays:
        bars = [end.bar] if end.fitted else []
        if not end.connected:
            return [(end, DISCONNECTED, (1.0, 1.0))]
    elif made is not None:
        bars = _made(end.bar, made, excluded)
    else:
        bars = _of_rack(car, stock, axle, excluded)
    found = []
    for bar in bars:
        hung = replace(end, bar=bar, state=BarState.HOOKED, worn=None, bushings=None).hung_in(FIRST)
        if bar == end.bar:
            hung = end.hung_in(FIRST)
        try:
            end_result(car.axle(axle), hung, axle)
        except AnchorBeamError:
            excluded[words.IMPOSSIBLE] += 1
            continue
        for holes, seen in reachable(car, Setting("", hung, hung), axle).items():
            if seen is None:
                excluded[words.OUT_OF_REACH] += 1
            else:
                levers = end_result(car.axle(axle), hung.hung_in(holes), axle).levers
                found.append(
                    (hung.hung_in(holes), seen, (float(levers[0, holes.left]), float(levers[1, holes.right])))
                )
    return found


def _of_rack(car: CarRecord, stock: Stock, axle: Axle, excluded: Counter[str]) -> list[BarRecord]:
    """The bars that fit, each once: an own one before the same of a list. Those without links only where somebody measured
    what they are fixed to."""
    arms_known = car.axle(axle).trailing_arm.provenance is not Provenance.TYPICAL
    found: dict[PartKey, BarRecord] = {}
    for one in stock.parts:
        part = one.part
        if not isinstance(part, BarRecord) or one.axle not in (None, axle):
            continue
        if part.facts.ends is not Ends.LINKS and not arms_known:
            excluded[words.NO_LINKS] += 1
            continue
        judged_ = verdict(one, stock.on(axle))
        if judged_.fit is Fit.NO:
            excluded[str(judged_.cause)] += 1
            continue
        found.setdefault(key_of(part), part)
    return list(found.values())


def _made(like: BarRecord, made: Made, excluded: Counter[str]) -> list[BarRecord]:
    """Bars that could be made, like the one that is there in all that is not asked for."""
    found = []
    for od in made.ods:
        for wall in made.walls:
            for arm in made.arms:
                holes = tuple(hole for hole in made.holes if hole < arm - 0.02)
                if not holes or (wall is not None and 2.0 * wall >= od):
                    excluded[words.IMPOSSIBLE] += 1
                    continue
                found.append(_one_made(like, od, wall, arm, holes))
    return found


def _one_made(like: BarRecord, od: float, wall: float | None, arm: float, holes: tuple[float, ...]) -> BarRecord:
    def typical(value: float) -> Figure:
        return Figure(value, Provenance.TYPICAL)

    name = words.made_name(od, wall, arm)
    kept = like.wall if wall is None else typical(wall)
    return BarRecord(
        **{field: getattr(like, field) for field in _LIKE}, name=name, maker="", solid=wall is None, od=typical(od),
        wall=kept, arm_length=typical(arm), holes=tuple(map(typical, holes)),
    )  # fmt: skip


_LIKE = ("plate_arms", "rigid_bushings", "centre_length", "pivot_spacing", "splay", "drop", "bend_radius", "arm_width",
         "arm_thickness", "bushing_radial")  # fmt: skip


@immutable
class _Judge:
    """Makes settings of pairs, and puts them in their order."""

    car: CarRecord
    bench: Setting
    aim: AimRecord
    wanted: Wanted
    ends: tuple[list[_Choice], list[_Choice]]
    bars: tuple[EndBars, EndBars]
    arches: Arches | None

    def _setting(self, found: Found, i: int) -> Setting:
        front, rear = self.ends[0][int(found.front[i])].end, self.ends[1][int(found.rear[i])].end
        return replace(self.bench, name=setting_name(front, rear), front=front, rear=rear)

    def _owed(self, found: Found, i: int) -> Bill:
        front, rear = self.ends[0][int(found.front[i])].owed, self.ends[1][int(found.rear[i])].owed
        return Bill((*front.lines, *rear.lines))

    def _sums(self, found: Found, name: str) -> FloatArray:
        """(k,) price or hours of every pair."""
        front, rear = (np.array([getattr(each.owed, name) for each in end], dtype=float) for end in self.ends)
        return np.asarray(front[found.front] + rear[found.rear])

    def rough(self, found: Found) -> SearchResult:
        """The nearest so far, by the figures of the search."""
        rows = tuple(
            self._row(found, i, float(found.margin[i]), float(found.roll[i]), float(found.off[i]))
            for i in range(min(len(found.off), MOST))
        )
        return SearchResult(rows, found.examined, (), final=False)

    def exact(self, found: Found, excluded: Counter[str], told: Told) -> tuple[FoundSetting, ...]:
        """The best as the Beam works them out, in the order of what they miss, cost and take."""
        rows: list[FoundSetting] = []
        for looked_at, i in enumerate(self._in_order(found, excluded)):
            if looked_at == LOOKED_AT and not rows:
                raise NoSolution("search", words.gave_up(LOOKED_AT))
            if len(rows) == MOST or looked_at == LOOKED_AT:
                break
            if looked_at % 20 == 0:
                told(SearchResult(tuple(rows), found.examined, (), final=False), 0.9 + 0.1 * len(rows) / MOST)
            row = self._exactly(found, i, excluded)
            if row is not None:
                rows.append(row)
        return tuple(sorted(rows, key=lambda row: (round(row.off / STEP), row.price, row.hours, row.off)))

    def _in_order(self, found: Found, excluded: Counter[str]) -> Iterator[int]:
        """Pairs that keep what is asked of price, hours and links, the best first; the others are counted as it goes."""
        price, hours = self._sums(found, "price"), self._sums(found, "hours")
        fine = np.ones(len(found.off), dtype=bool)
        for wish, sums in ((Asked.BUDGET, price), (Asked.HOURS, hours)):
            if wish in self.aim.asked:
                over = sums > self.aim.figure(wish).value
                excluded[words.BROKEN[wish]] += int((fine & over).sum())
                fine &= ~over
        order = np.lexsort((found.off, hours, price, np.round(found.off / STEP)))
        order = order[fine[order]]
        for start in range(0, len(order), CHUNK):
            part = order[start : start + CHUNK]
            if Asked.LINK_LOAD in self.aim.asked:
                too_much = self._heaviest(found, part) > self.aim.link_load.value
                excluded[words.BROKEN[Asked.LINK_LOAD]] += int(too_much.sum())
                part = part[~too_much]
            yield from part.tolist()

    def _heaviest(self, found: Found, which: IntArray) -> FloatArray:
        """(k,) force in the most loaded link of pairs at 1 g [N], 0 where the car does not settle."""
        turns = both_turns(self.car)
        pairs = pairs_of(self.bars[0], self.bars[1], found.front[which], found.rear[which])
        state = settle(repeated(turns.both, len(which)), joined([pairs, mirrored_bars(pairs)]), GRAVITY)
        torque = (
            np.where(state.converged[:, None], np.abs(state.bar_torque), 0.0).reshape(2, len(which), 2).max(axis=0)
        )
        shortest = [np.array([min(map(abs, each.levers)) for each in end]) for end in self.ends]
        levers = np.stack([shortest[0][found.front[which]], shortest[1][found.rear[which]]], axis=1)
        return np.asarray((torque / levers).max(axis=1))

    def _exactly(self, found: Found, i: int, excluded: Counter[str]) -> FoundSetting | None:
        """One setting; None, counted, where it breaks what is asked for."""
        now = results(self.car, self._setting(found, i))
        margin, roll = now.margin_of(self.wanted.phase), now.roll_gradient
        if margin is None or roll is None:
            excluded[words.UNSOLVED] += 1
            return None
        for wish in self.aim.asked:
            if judged(wish, self.aim, now, self._owed(found, i), self.arches).kept is False:
                excluded[words.BROKEN[wish]] += 1
                return None
        off = abs(_beside(margin, self.wanted.margin))
        if self.wanted.roll is not None:
            off += 10.0 * abs(_beside(roll, self.wanted.roll)) / self.wanted.roll[1]
        return self._row(found, i, margin, roll, off)

    def _row(self, found: Found, i: int, margin: float, roll: float, off: float) -> FoundSetting:
        owed = self._owed(found, i)
        return FoundSetting(self._setting(found, i), margin, roll, off, owed.price, owed.hours, owed.unpriced)


def setting_name(front: EndSetting, rear: EndSetting) -> str:
    """What a setting is called that nobody named: both bars with their holes."""
    return " / ".join(map(on_axle, (front, rear)))


def on_axle(end: EndSetting) -> str:
    """`Tidewright 17, late · 2/3`: the bar of an axle with its holes."""
    bar = full_name(end.bar.name, end.bar.facts.revision) if end.fitted else ""
    return end_name(bar, end.holes)


def why(row: FoundSetting, wanted: Wanted) -> tuple[Remark, ...]:
    """Why a setting stands where it stands."""
    rolled = 0.0 if wanted.roll is None else _beside(row.roll, wanted.roll)
    return words.reasons(_beside(row.margin, wanted.margin), rolled)


def _beside(value: float, window: tuple[float, float]) -> float:
    """How far a value lies below (< 0) or above its window, 0 within."""
    return min(value - window[0], 0.0) or max(value - window[1], 0.0)

"""Which parts of the rack, or which bars that could be made, do what is wanted: every pair and hole, ranked with reasons.

Pairs are solved by `core.search` in both turns; the best are then worked out as the Beam does, with what *Aim* asks for, so
that a setting that is found and the Beam agree.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass, replace

from anchor_beam.core.car.bars import DISCONNECTED, WheelBar
from anchor_beam.core.search.rack import EndBars, Found, Wish, search
from anchor_beam.core.sides import Axle
from anchor_beam.documents.aim import AimRecord
from anchor_beam.documents.parts.facts import Ends
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
from anchor_beam.figures.asked import judged
from anchor_beam.figures.ends import end_result
from anchor_beam.figures.ladder import reachable
from anchor_beam.figures.rack.bill import bill
from anchor_beam.figures.rack.fit_rules import OnCar, verdict
from anchor_beam.figures.results import both_turns, results
from anchor_beam.words import search as words
from anchor_beam.words.fit import Fit
from anchor_beam.words.remark import Remark
from anchor_beam.words.wanted import Wish as Asked

MOST = 40  # settings that are told
LOOKED_AT = 400  # settings that are worked out as the Beam does before a search gives up
STEP = 0.1  # % of margin, within which it does not matter which is nearer
GATHERING = 0.3  # part of the work that goes into hanging every bar


@dataclass(frozen=True)
class Stock:
    """What can be chosen from: parts of every list and own ones, and the two axles of the car as fit rules see them."""

    parts: tuple[Listed, ...]
    front: OnCar
    rear: OnCar
    rack: tuple[RackBar, ...]

    def on(self, axle: Axle) -> OnCar:
        """One axle."""
        return self.front if axle is Axle.FRONT else self.rear


@dataclass(frozen=True)
class _Choice:
    """Something that can be on an axle, and how the car sees it."""

    end: EndSetting
    bar: WheelBar


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
        ends.append(_choices(car, bench.end(axle), stock, wanted, axle, excluded))
        if not ends[-1]:
            raise NoSolution("search", words.nothing_left(axle, tuple(excluded.most_common())))
    wish = Wish(wanted.margin, wanted.roll, aim.inside_down.value if Asked.INSIDE_DOWN in aim.asked else None)
    judge = _Judge(car, bench, reference, aim, stock, wanted, (ends[0], ends[1]))

    def so_far(found: Found, done: float) -> None:
        told(judge.rough(found), GATHERING + (0.9 - GATHERING) * done)

    turns, grip = both_turns(car), both_turns(car).grip
    front, rear = (EndBars.of_bars([each.bar for each in end]) for end in ends)
    found = search(turns.both, grip, front, rear, wish, wanted.phase, so_far=so_far)
    excluded.update({words.EARLY_LIFT: found.ruled_out, words.UNSOLVED: found.unsolved})
    rows = judge.exact(found, excluded, told)
    if not rows:
        raise NoSolution("search", words.nothing_left(None, tuple(excluded.most_common())))
    return SearchResult(rows, found.examined, tuple((what, n) for what, n in excluded.most_common() if n))


def _choices(
    car: CarRecord, end: EndSetting, stock: Stock, wanted: Wanted, axle: Axle, excluded: Counter[str]
) -> list[_Choice]:
    """Every bar that may be on an axle in every pair of neighbouring holes; the links stay as they are."""
    made = dict(wanted.made).get(axle)
    if axle in wanted.stays:
        bars = [end.bar] if end.fitted else []
        if not end.connected:
            return [_Choice(end, DISCONNECTED)]
    elif made is not None:
        bars = _made(end.bar, made, excluded)
    else:
        bars = _of_rack(stock, axle, excluded)
    found = []
    for bar in bars:
        hung = replace(end, bar=bar, state=BarState.HOOKED, hole_left=0, hole_right=0, worn=None, bushings=None)
        if bar == end.bar:
            hung = replace(end, hole_left=0, hole_right=0)
        try:
            end_result(car.axle(axle), hung, axle)
        except AnchorBeamError:
            excluded[words.IMPOSSIBLE] += 1
            continue
        pairs = reachable(car, Setting("", hung, hung), axle)
        for (left, right), seen in pairs.items():
            if seen is None:
                excluded[words.OUT_OF_REACH] += 1
            else:
                found.append(_Choice(replace(hung, hole_left=left, hole_right=right), seen))
    return found


def _of_rack(stock: Stock, axle: Axle, excluded: Counter[str]) -> list[BarRecord]:
    """The bars that fit, each once: an own one before the same of a list."""
    found: dict[tuple[str, str, str], BarRecord] = {}
    for one in stock.parts:
        part = one.part
        if not isinstance(part, BarRecord) or one.axle not in (None, axle):
            continue
        if part.facts.ends is not Ends.LINKS:
            excluded[words.NO_LINKS] += 1
            continue
        judged_ = verdict(one, stock.on(axle))
        if judged_.fit is Fit.NO:
            excluded[str(judged_.cause)] += 1
            continue
        found.setdefault((part.name, part.maker, part.facts.revision), part)
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


@dataclass(frozen=True)
class _Judge:
    """Makes settings of pairs, and puts them in their order."""

    car: CarRecord
    bench: Setting
    reference: Setting | None
    aim: AimRecord
    stock: Stock
    wanted: Wanted
    ends: tuple[list[_Choice], list[_Choice]]

    def _setting(self, found: Found, i: int) -> Setting:
        front, rear = self.ends[0][int(found.front[i])].end, self.ends[1][int(found.rear[i])].end
        return replace(self.bench, name="", front=front, rear=rear)

    def rough(self, found: Found) -> SearchResult:
        """The nearest so far, by the figures of the search."""
        rows = []
        for i in range(min(len(found.off), MOST)):
            setting = self._setting(found, i)
            owed = bill(setting, self.reference, self.stock.rack)
            rows.append(FoundSetting(
                setting, float(found.margin[i]), float(found.roll[i]), float(found.off[i]), owed.price, owed.hours,
                owed.unpriced,
            ))  # fmt: skip
        return SearchResult(tuple(rows), found.examined, (), final=False)

    def exact(self, found: Found, excluded: Counter[str], told: Told) -> tuple[FoundSetting, ...]:
        """The best as the Beam works them out, in the order of what they miss, cost and take."""
        order = sorted(range(min(len(found.off), 20 * LOOKED_AT)), key=lambda i: self._key(found, i))
        rows: list[FoundSetting] = []
        for n, i in enumerate(order[:LOOKED_AT]):
            if len(rows) == MOST:
                break
            if n % 20 == 0:
                told(SearchResult(tuple(rows), found.examined, (), final=False), 0.9 + 0.1 * len(rows) / MOST)
            row = self._row(self._setting(found, i), excluded)
            if row is not None:
                rows.append(row)
        return tuple(sorted(rows, key=lambda row: (round(row.off / STEP), row.price, row.hours, row.off)))

    def _key(self, found: Found, i: int) -> tuple[float, float, float, float]:
        setting, off = self._setting(found, i), float(found.off[i])
        owed = bill(setting, self.reference, self.stock.rack)
        return round(off / STEP), owed.price, owed.hours, off

    def _row(self, setting: Setting, excluded: Counter[str]) -> FoundSetting | None:
        """One setting; None, counted, where it breaks what is asked for."""
        owed = bill(setting, self.reference, self.stock.rack)
        now = results(self.car, setting)
        margin, roll = now.margin_of(self.wanted.phase), now.roll_gradient
        if margin is None or roll is None:
            excluded[words.UNSOLVED] += 1
            return None
        for wish in self.aim.asked:
            if judged(wish, self.aim, now, owed).kept is False:
                excluded[words.BROKEN[wish]] += 1
                return None
        beside = _beside(margin, self.wanted.margin)
        rolled = 0.0 if self.wanted.roll is None else _beside(roll, self.wanted.roll)
        off = abs(beside) + (0.0 if self.wanted.roll is None else 10.0 * abs(rolled) / self.wanted.roll[1])
        return FoundSetting(setting, margin, roll, off, owed.price, owed.hours, owed.unpriced)


def why(row: FoundSetting, wanted: Wanted) -> tuple[Remark, ...]:
    """Why a setting stands where it stands."""
    rolled = 0.0 if wanted.roll is None else _beside(row.roll, wanted.roll)
    return words.reasons(_beside(row.margin, wanted.margin), rolled)


def _beside(value: float, window: tuple[float, float]) -> float:
    """How far a value lies below (< 0) or above its window, 0 within."""
    return min(value - window[0], 0.0) or max(value - window[1], 0.0)

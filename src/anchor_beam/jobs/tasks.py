"""The jobs there are. The worker loads what they import beforehand; the window needs only their names."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.core.sides import Axle, Side
from anchor_beam.documents.records import BarRecord, CarRecord, Setting
from anchor_beam.immutable import immutable
from anchor_beam.jobs.request import Report

if TYPE_CHECKING:
    from anchor_beam.core.bar.peak import Peak
    from anchor_beam.core.bar.shape import Bar
    from anchor_beam.core.grip.handling import Handling
    from anchor_beam.core.grip.outcome import Ending
    from anchor_beam.documents.obstacles import Obstacle
    from anchor_beam.figures.bands import Bands
    from anchor_beam.figures.changing import Changing
    from anchor_beam.figures.claim import Held
    from anchor_beam.figures.clearance import Gap, Mend
    from anchor_beam.figures.compare import Compared
    from anchor_beam.figures.ladder import Ladder
    from anchor_beam.figures.lengths import Cost, Proposal, Turn
    from anchor_beam.figures.placing import Wanted as PlaceWanted
    from anchor_beam.figures.placing import Zone
    from anchor_beam.figures.plane import Spot
    from anchor_beam.figures.reasons import Reason
    from anchor_beam.figures.results import Results
    from anchor_beam.figures.roll_budget import Budget
    from anchor_beam.figures.schools import Tried
    from anchor_beam.figures.strength import Loaded
    from anchor_beam.words.beliefs import Belief
    from anchor_beam.words.warnings import Warned


def load() -> None:
    """Import what tasks import when they run: an import that is interrupted in the middle may not be tried again."""
    import anchor_beam.core.bar.peak
    import anchor_beam.core.bar.stiffness
    import anchor_beam.core.grip.effects
    import anchor_beam.figures.bands
    import anchor_beam.figures.beliefs
    import anchor_beam.figures.changing
    import anchor_beam.figures.claim
    import anchor_beam.figures.clearance
    import anchor_beam.figures.compare
    import anchor_beam.figures.curves
    import anchor_beam.figures.ladder
    import anchor_beam.figures.lengths
    import anchor_beam.figures.placing
    import anchor_beam.figures.plane
    import anchor_beam.figures.rack.rows
    import anchor_beam.figures.rack.search
    import anchor_beam.figures.reasons
    import anchor_beam.figures.results
    import anchor_beam.figures.roll_budget
    import anchor_beam.figures.schools
    import anchor_beam.figures.strength
    import anchor_beam.figures.warnings  # noqa: F401


@immutable
class ResultsOf:
    """Everything that follows from settings of one car, from rest."""

    car: CarRecord
    settings: tuple[Setting, ...]

    def run(self, report: Report) -> tuple[Results, ...]:
        """Of each setting, the later ones near the first.

        Raises:
            InputError: at a figure that cannot be right.
        """
        del report
        from anchor_beam.figures.results import results

        first = results(self.car, self.settings[0])
        return (first, *(results(self.car, setting, first) for setting in self.settings[1:]))


@immutable
class BandsOf:
    """How well the figures of a setting are known, and their differences to the reference."""

    car: CarRecord
    setting: Setting
    reference: Setting | None

    def run(self, report: Report) -> Bands:
        """Derivatives first; where a wheel lifts near a limit they mislead, and draws follow.

        Raises:
            NoSolution: a moved input has no answer.
        """
        from anchor_beam.figures.bands import bands, needs_draws, sampled

        first = bands(self.car, self.setting, self.reference)
        if not needs_draws(self.car, self.setting):
            return first
        report(first, 0.0)
        return sampled(self.car, self.setting, self.reference, first, lambda done: report(first, done))


@immutable
class ChangingOf:
    """How a setting changes direction, and its reference beside it."""

    car: CarRecord
    setting: Setting
    reference: Setting | None

    def run(self, report: Report) -> Changing:
        """Figures first, then with their bands.

        Raises:
            NoSolution: there is no balance.
        """
        from anchor_beam.figures.changing import changing

        return changing(self.car, self.setting, self.reference, report)


@immutable
class ReasonOf:
    """Why a change of setting did what it did, and how surely."""

    car: CarRecord
    before: Setting
    after: Setting

    def run(self, report: Report) -> Reason:
        """All at once."""
        del report
        from anchor_beam.figures.reasons import reason

        return reason(self.car, self.before, self.after)


@immutable
class LadderOf:
    """Every setting that the holes of both bars can reach."""

    car: CarRecord
    setting: Setting

    def run(self, report: Report) -> Ladder:
        """All rungs at once."""
        del report
        from anchor_beam.figures.ladder import ladder

        return ladder(self.car, self.setting)


@immutable
class PlaneOf:
    """Where those settings lie in balance and roll, in every phase; unhooked: and those with a bar off its links."""

    car: CarRecord
    setting: Setting
    unhooked: bool = False

    def run(self, report: Report) -> tuple[Spot, ...]:
        """All of them at once."""
        del report
        from anchor_beam.figures.plane import plane

        return plane(self.car, self.setting, unhooked=self.unhooked)


@immutable
class ComparisonOf:
    """A setting beside the reference, with its bands and those of its differences."""

    car: CarRecord
    setting: Compared
    reference: Setting | None

    def run(self, _report: Report) -> Compared:
        """One row: many at once would be much to take over for the window."""
        from anchor_beam.figures.compare import compared

        return compared(self.car, self.setting, self.reference)


@immutable
class BudgetOf:
    """Where the roll comes from, with this setting and with the reference."""

    car: CarRecord
    setting: Setting
    reference: Setting | None

    def run(self, _report: Report) -> tuple[Budget | None, Budget | None]:
        """All at once."""
        from anchor_beam.figures.roll_budget import budget

        return budget(self.car, self.setting), None if self.reference is None else budget(self.car, self.reference)


@immutable
class WarningsOf:
    """What the setting on the bench is warned of."""

    car: CarRecord
    setting: Setting
    reference: Setting | None

    def run(self, _report: Report) -> tuple[Warned, ...]:
        """All at once."""
        from anchor_beam.figures.warnings import warnings

        return warnings(self.car, self.setting, self.reference)


@immutable
class LengthsOf:
    """What each way to choose the links of an axle costs."""

    car: CarRecord
    setting: Setting
    axle: Axle
    proposals: tuple[Proposal, ...]

    def run(self, _report: Report) -> tuple[tuple[Cost, ...], tuple[Turn, ...], tuple[int, float] | None]:
        """All of them, what a turn of an adjuster does, and the pick-up hole that is nearest square."""
        from anchor_beam.figures.lengths import cost, squarest_pickup, turn_of_adjuster

        costs = tuple(cost(self.car, self.setting, self.axle, each) for each in self.proposals)
        squarest = squarest_pickup(self.car.axle(self.axle), self.setting.end(self.axle), self.axle)
        return costs, turn_of_adjuster(self.car, self.setting, self.axle), squarest


@immutable
class ClearanceOf:
    """How near the bar of an axle comes to what lies around it."""

    car: CarRecord
    setting: Setting
    axle: Axle
    obstacles: tuple[Obstacle, ...]

    def run(self, _report: Report) -> tuple[tuple[Gap, ...], tuple[Mend, ...]]:
        """All of them, and what would help the tightest."""
        from anchor_beam.figures.clearance import clearances, mends

        axle, end = self.car.axle(self.axle), self.setting.end(self.axle)
        found = clearances(axle, end, self.axle, self.obstacles)
        return found, mends(axle, end, self.axle, self.obstacles, found[0]) if found else ()


@immutable
class ZoneOf:
    """Where a mount may sit, with what lies around it."""

    car: CarRecord
    setting: Setting
    axle: Axle
    side: Side
    wanted: PlaceWanted
    obstacles: tuple[Obstacle, ...]

    def run(self, _report: Report) -> Zone:
        """The whole zone."""
        from anchor_beam.figures.placing import zone

        axle, end = self.car.axle(self.axle), self.setting.end(self.axle)
        return zone(axle, end, self.axle, self.side, self.wanted, self.obstacles)


@immutable
class StrengthOf:
    """What links, brackets and bars of the setting on the bench carry."""

    car: CarRecord
    setting: Setting

    def run(self, _report: Report) -> tuple[Loaded, ...]:
        """Of both axles."""
        from anchor_beam.figures.strength import loaded

        return loaded(self.car, self.setting)


@immutable
class ClaimOf:
    """Whether one bar can be so many times as stiff as another."""

    bar: BarRecord
    standard: BarRecord
    standard_hole: int
    ratio: float

    def run(self, _report: Report) -> Held:
        """All at once."""
        from anchor_beam.figures.claim import held

        return held(self.bar, self.standard, self.standard_hole, self.ratio)


@immutable
class SchoolsOf:
    """What the schools of tuning change on this car."""

    car: CarRecord
    setting: Setting

    def run(self, report: Report) -> tuple[Tried, ...]:
        """Every cure at once."""
        del report
        from anchor_beam.figures.schools import schools

        return schools(self.car, self.setting)


@immutable
class BeliefsOf:
    """What this car says to common beliefs."""

    car: CarRecord
    setting: Setting

    def run(self, report: Report) -> tuple[Belief, ...]:
        """All of them."""
        del report
        from anchor_beam.figures.beliefs import beliefs

        return beliefs(self.car, self.setting)


@immutable
class PeaksOf:
    """Peak stress of bars, each with the holes its links hang in, left and right."""

    bars: tuple[tuple[Bar, int, int], ...]

    def run(self, report: Report) -> tuple[Peak, ...]:
        """Of each, at a balanced torque of 1 N m."""
        del report
        from anchor_beam.core.bar.peak import peak_stress
        from anchor_beam.core.bar.stiffness import solve

        return tuple(peak_stress(solve(bar), left, right, 1.0) for bar, left, right in self.bars)


@immutable
class BalanceOf:
    """The balance margin [%] of one setting, or how its corner ends without one, for lists of cars."""

    car: CarRecord
    setting: Setting

    def run(self, report: Report) -> tuple[float | None, Ending | None]:
        """Both None where it has no balance."""
        del report
        from anchor_beam.core.grip.driving import Phase
        from anchor_beam.errors import AnchorBeamError
        from anchor_beam.figures.results import results

        try:
            found = results(self.car, self.setting)
        except AnchorBeamError:
            return None, None
        return found.margin, found.ending_of(Phase.MIDDLE)


@immutable
class HandlingOf:
    """Roll and steer over lateral acceleration, of several settings up to one acceleration [m/s^2]."""

    car: CarRecord
    settings: tuple[Setting, ...]
    last: float

    def run(self, report: Report) -> tuple[Handling | None, ...]:
        """Of each setting; None where it has no balance."""
        del report
        from anchor_beam.figures.curves import handling_of

        return tuple(handling_of(self.car, setting, self.last) for setting in self.settings)

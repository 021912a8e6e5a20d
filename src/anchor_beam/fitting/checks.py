"""Checks of a job: what is measured or looked at, when it passes, what to do when it does not, and how one person does it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from enum import StrEnum

from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind

BOTH = ("left", "right")
Judge = Callable[[tuple[float, ...]], bool]


class Verdict(StrEnum):
    """What a check says."""

    OPEN = "open"
    PASSED = "passed"
    FAILED = "failed"


@immutable
class Check:
    """title, how; places: of the values, empty for one look. kind: of the values, None where it is looked at: yes or no.
    passes: whether the values do; rule: that in words. fails: what to do. solo: how one person does it. drift: how far a
    value may be from the stage before, None for any distance. reading: it is written down, there is no rule. spread: of one
    reading, one standard deviation [SI]."""

    key: str
    title: str
    how: str
    rule: str
    fails: str
    passes: Judge
    places: tuple[str, ...] = ()
    kind: Kind | None = None
    solo: str = ""
    drift: float | None = None
    reading: bool = False
    spread: float = 0.5e-3

    @property
    def value_keys(self) -> tuple[str, ...]:
        """Where its values are kept on a card."""
        return tuple(f"{self.key}.{place}" for place in self.places) if self.places else (self.key,)


def _yes(values: tuple[float, ...]) -> bool:
    return all(value > 0.5 for value in values)


def _within(limit: float) -> Judge:
    return lambda values: max(values) - min(values) <= limit + 1e-12


def _least(limit: float) -> Judge:
    return lambda values: min(values) >= limit - 1e-12


MM, DEG = 1e-3, 0.017453292519943295
FINE, ANGLE = Kind.FINE_LENGTH, Kind.ANGLE


def _look(key: str, title: str, how: str, rule: str, fails: str, solo: str = "") -> Check:
    return Check(key, title, how, rule, fails, _yes, solo=solo)


def _reading(key: str, title: str, how: str, kind: Kind, places: tuple[str, ...] = BOTH) -> Check:
    return Check(
        key,
        title,
        how,
        "written down",
        "",
        lambda _values: True,
        places,
        kind,
        reading=True,
        spread=0.1 * DEG if kind is ANGLE else 1.0 * MM,
    )


CHECKS: dict[str, Check] = {
    check.key: check
    for check in (
        Check("K1", "Centred", "From each end of the bar to the same edge of the body, twice.", "left and right within 2 mm",
              "Slacken the clamps, slide the bar, measure again; collars last.", _within(2 * MM), BOTH, FINE,
              "Hook the tape on the edge; read the other side with the same hook."),
        Check("K2", "Arms equal", "Angle gauge on the same flat of both arms, weight on the wheels, floor taken off.",
              "within half a degree", "A tooth out, a link too long, or a bent arm: compare the arms before you turn links.",
              _within(0.5 * DEG), BOTH, ANGLE, spread=0.1 * DEG),
        _look("K3", "Drops in", "The last pin goes in by finger, weight on the wheels; cross weight the same with links on "
              "or off.", "by finger", "Turn the adjuster of that link until it does. With fixed links: level the car first."),
        _look("K4", "Free to turn", "Links off, clamps final: an arm moves by hand without sticking. Bonded bushings spring.",
              "moves by hand", "Saddle skew, bushing dry or too tight, bar bent: find which clamp by slackening one."),
        Check("K5", "Collar gap", "Feeler between collar and bushing, on the straight of the bar.",
              "as the maker says; both sides within 0.3 mm", "Slacken, set with the feeler, both splits even.",
              _within(0.3 * MM), BOTH, FINE),
        Check("K6", "Thread and spline engaged", "Thread in each rod end, spline in each arm.", "both sides within 2 mm, and "
              "at least one diameter", "Longer body, or another hole. Never hang a joint on less.",
              lambda values: max(values) - min(values) <= 2 * MM + 1e-12 and min(values) >= 8 * MM - 1e-12, BOTH, FINE),
        Check("K7", "Clear through the travel", "Smallest gap at droop, at bump (jack under the hub, spring out, or under "
              "the axle), and from lock to lock with the weight on. Putty on the near spot.",
              "10 mm to what is fixed, 15 to what is hot or moves, 20 to a tyre", "Turn, move or shim the bar. Never file a "
              "pipe.", _least(10 * MM), ("droop", "bump", "lock"), FINE, "Film with the phone while you turn the wheel."),
        _look("K8", "Links square", "Ball free by hand at droop and bump; both bodies in one plane.", "free, one plane",
              "Slacken the jam nuts, turn the bodies square, hold both while they are tightened."),
        Check("K9", "Squeeze even", "Height of the rubber stack of both links.", "within 0.5 mm",
              "Tighten to the sleeve's stop; if there is none, to the same height.", _within(0.5 * MM), BOTH, FINE),
        Check("K10", "Axle clamps", "Thread that shows on both legs; no pipe, breather or weld under the seat.",
              "legs within 2 mm", "Slacken, move the clamp, tighten crosswise in steps.", _within(2 * MM), BOTH, FINE),
        _look("K11", "Saddles seated", "Tab in its slot, split as told, grease fitting reachable.", "all three",
              "Off again: a saddle that is skew tears its bushing."),
        _look("K12", "Paint lines whole", "A line over nut and part at every final joint.", "every line unbroken",
              "Torque that joint again; if it moved twice, find out why."),
        _look("K13", "Nothing left unhooked", "Everything of the put-back list is back, and tallies.", "list empty",
              "Find it before the wheels go on."),
        _look("K14", "Brakes and lamps", "Pedal firm, no warning lamp, no wet spot.", "all three",
              "Do not drive: find the leak, the sensor, the air."),
        _look("K15", "Hidden joint seen", "Photograph of the joint with its paint line, before it is hidden.", "kept",
              "Take off what hides it."),
        _look("K16", "No heat", "Hand near bushings and joints after the drive.", "nothing warm",
              "Something binds: free turn again."),
        Check("K17", "Sides alike", "The same length on both sides: link, arm, bracket.", "within 2 mm",
              "A part is bent or not the twin of the other: a defect before it is a setting.", _within(2 * MM), BOTH, FINE),
        Check("K18", "Parallel", "Tube to a datum at three stations, against the last stage.", "within 0.5 mm",
              "Free it, set the gaps again, tack shorter.", _within(0.5 * MM), ("left", "middle", "right"), FINE,
              drift=0.5 * MM, spread=0.1 * MM),
        Check("K19", "Axle in the middle", "Rim to frame on both sides, at two heights.", "within 3 mm",
              "Lateral rod, springs or frame: find it before the bar is blamed.", _within(3 * MM), BOTH, FINE),
        _look("K20", "Holes meet", "A rod stands square through both walls.", "square, both walls",
              "Do not ream it round: sleeve it, or move the mount."),
        _reading("R1", "Ride height", "Wheel centre up to the arch, driver's weight in, the same floor each time.", FINE),
        _reading("R2", "Link length", "Centre to centre of its joints, as it hangs.", FINE),
        _reading("R3", "Toe", "Of each wheel, in above zero, wheel straight ahead.", ANGLE),
        _reading("R4", "Camber", "Of each wheel, negative with the top towards the car.", ANGLE),
    )
}  # fmt: skip


def verdict(check: Check, measured: Sequence[float | None]) -> Verdict:
    """Of what was measured so far, place by place."""
    numbers = tuple(each for each in measured if each is not None)
    if len(numbers) < len(measured):
        return Verdict.OPEN
    return Verdict.PASSED if check.passes(numbers) else Verdict.FAILED

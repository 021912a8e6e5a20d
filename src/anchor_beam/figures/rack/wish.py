"""What is looked for in a search, and what was found; see `search`."""

from __future__ import annotations

from dataclasses import dataclass

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle
from anchor_beam.documents.records import Setting
from anchor_beam.errors import InputError
from anchor_beam.words.remark import Remark

MOST_MADE = 2000  # bars that could be made, of one axle


@dataclass(frozen=True)
class Made:
    """A bar that could be made instead of the one on an axle: diameters, walls (None for solid), arm lengths and holes from
    the end of the arm [m], each tried with each."""

    ods: tuple[float, ...]
    walls: tuple[float | None, ...]
    arms: tuple[float, ...]
    holes: tuple[float, ...]

    def require_few(self, axle: Axle) -> None:
        """Refuse what would never end.

        Raises:
            InputError
        """
        if not (self.ods and self.walls and self.arms and self.holes):
            raise InputError(
                f"made.{axle}", "A bar to be made needs diameters, walls, arms and holes.", accepts="one of each"
            )
        many = len(self.ods) * len(self.walls) * len(self.arms)
        if many > MOST_MADE:
            raise InputError(
                f"made.{axle}", f"{many} bars are more than one search makes.", accepts=f"up to {MOST_MADE}"
            )


@dataclass(frozen=True)
class Wanted:
    """margin [%] of a phase and roll gradient [rad/(m/s^2)] as windows, roll None where it does not matter. stays: axles
    whose bar stays, in whichever hole. made: bars that could be made, by axle; of the others the rack is searched."""

    phase: Phase
    margin: tuple[float, float]
    roll: tuple[float, float] | None = None
    stays: tuple[Axle, ...] = ()
    made: tuple[tuple[Axle, Made], ...] = ()

    def __post_init__(self) -> None:
        windows = [("margin", self.margin)] + ([("roll", self.roll)] if self.roll is not None else [])
        for name, (low, high) in windows:
            if low > high:
                raise InputError(
                    name, "This window ends before it begins.", got=low, accepts="the smaller figure first"
                )
        for axle, made in self.made:
            made.require_few(axle)


@dataclass(frozen=True)
class FoundSetting:
    """A setting in its place: margin [%], roll gradient [rad/(m/s^2)], off: how far beside what was wanted, 0 within; price
    and hours of what it asks for. why: the reasons for its place."""

    setting: Setting
    margin: float
    roll: float
    off: float
    price: float
    hours: float
    why: tuple[Remark, ...] = ()


@dataclass(frozen=True)
class SearchResult:
    """rows: best first. examined: pairs that were worked out. excluded: what was left out, by reason and how many. final: no
    longer so far; a setting of it and the Beam agree."""

    rows: tuple[FoundSetting, ...]
    examined: int
    excluded: tuple[tuple[str, int], ...]
    final: bool = True

"""What is looked for in a search over bars, and what was found: kept with the car, to be opened again."""

from __future__ import annotations

from typing import Any

from anchor_beam.core.grip.driving import Phase
from anchor_beam.core.sides import Axle
from anchor_beam.documents.plain import setting_from, setting_plain
from anchor_beam.documents.records import Setting
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable

MM = 1e-3
FIGURES = ("margin", "roll", "off", "price", "hours", "unpriced")  # of a setting that was found
MOST_MADE = 2000  # bars that could be made, of one axle


@immutable
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


@immutable
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


@immutable
class FoundSetting:
    """A setting in its place: margin [%], roll gradient [rad/(m/s^2)], off: how far beside what was wanted, 0 within; price
    and hours of what it asks for, unpriced: parts of that without a price."""

    setting: Setting
    margin: float
    roll: float
    off: float
    price: float
    hours: float
    unpriced: int = 0


@immutable
class SearchResult:
    """rows: best first. examined: pairs that were worked out. excluded: what was left out, by reason and how many. final: no
    longer so far; a setting of it and the Beam agree."""

    rows: tuple[FoundSetting, ...]
    examined: int
    excluded: tuple[tuple[str, int], ...]
    final: bool = True


@immutable
class KeptSearch:
    """The last search of a car: what was wanted, and what was found."""

    wanted: Wanted
    result: SearchResult


def search_plain(kept: KeptSearch) -> dict[str, Any]:
    """For a document."""
    wanted, result = kept.wanted, kept.result
    made = [
        {
            "axle": str(axle),
            "diameters_mm": _mm(each.ods),
            "walls_mm": [wall and _mm((wall,))[0] for wall in each.walls],
            "arms_mm": _mm(each.arms),
            "holes_mm": _mm(each.holes),
        }
        for axle, each in wanted.made
    ]
    rows = [
        {"setting": setting_plain(row.setting)} | {key: getattr(row, key) for key in FIGURES} for row in result.rows
    ]
    return {
        "phase": str(wanted.phase),
        "margin": list(wanted.margin),
        "roll": None if wanted.roll is None else list(wanted.roll),
        "stays": [str(axle) for axle in wanted.stays],
        "made": made,
        "rows": rows,
        "examined": result.examined,
        "excluded": [list(pair) for pair in result.excluded],
    }


def search_from(data: dict[str, Any]) -> KeptSearch:
    """What `search_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    made = tuple(
        (
            Axle(each["axle"]),
            Made(
                _metres(each["diameters_mm"]),
                tuple(None if wall is None else round(wall * MM, 9) for wall in each["walls_mm"]),
                _metres(each["arms_mm"]),
                _metres(each["holes_mm"]),
            ),
        )
        for each in data["made"]
    )
    roll = data["roll"]
    wanted = Wanted(
        Phase(data["phase"]),
        (data["margin"][0], data["margin"][1]),
        None if roll is None else (roll[0], roll[1]),
        tuple(map(Axle, data["stays"])),
        made,
    )
    rows = tuple(
        FoundSetting(
            setting_from(row["setting"]),
            row["margin"],
            row["roll"],
            row["off"],
            row["price"],
            row["hours"],
            row["unpriced"],
        )
        for row in data["rows"]
    )
    excluded = tuple((str(what), int(n)) for what, n in data["excluded"])
    return KeptSearch(wanted, SearchResult(rows, int(data["examined"]), excluded))


def _mm(values: tuple[float, ...]) -> list[float]:
    return [round(value / MM, 6) for value in values]


def _metres(values: list[float]) -> tuple[float, ...]:
    return tuple(round(value * MM, 9) for value in values)

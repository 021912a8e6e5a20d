"""A car from little: what is known in two minutes goes over a typical layout, the rest stays typical."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from anchor_beam.core.sides import Axle
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.places import put, read
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.records import BarState, CarFile, Figure, Provenance
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind

TOTAL, SHARE = "total", "front_share"
BARS = {axle: f"bench.{axle}.bar.od" for axle in Axle}


@immutable
class Quick:
    """One quick entry: a place in the car, or one of the two that corner weights are made from."""

    key: str
    label: str
    about: str

    @property
    def kind(self) -> Kind:
        """What sort of number it is."""
        return {TOTAL: Kind.MASS, SHARE: Kind.PERCENT}.get(self.key) or field_at(self.key).kind


QUICK = (
    Quick(TOTAL, "Weight in all", "On any scale, or from the papers, with the driver."),
    Quick(SHARE, "Front share", "Part of the weight on the front axle: two wheels on a public scale tell it."),
    Quick("car.wheelbase", "Wheelbase", field_at("car.wheelbase").help),
    Quick("car.front.track", "Front track", field_at("car.front.track").help),
    Quick("car.rear.track", "Rear track", field_at("car.rear.track").help),
    Quick("car.front.spring_rate", "Front springs", "As stamped on the spring, of one."),
    Quick("car.rear.spring_rate", "Rear springs", "As stamped on the spring, of one."),
    Quick(BARS[Axle.FRONT], "Front bar", "Outer diameter; 0 where the car has no front bar."),
    Quick(BARS[Axle.REAR], "Rear bar", "Outer diameter; 0 where the car has no rear bar."),
)


def typical(file: CarFile, key: str) -> float:
    """What a typical car has at a quick entry [SI]; 0 for a bar that it does not have."""
    car = file.car
    if any(key == BARS[axle] and not file.bench.end(axle).connected for axle in Axle):
        return 0.0
    front, rear = car.corner_fl.value + car.corner_fr.value, car.corner_rl.value + car.corner_rr.value
    if key == TOTAL:
        return front + rear
    if key == SHARE:
        return 100.0 * front / (front + rear)
    figure: Figure = read(file, key)
    return figure.value


def check(key: str, value: float) -> None:
    """Refuse what no car has.

    Raises:
        InputError: at the key.
    """
    if key == TOTAL:
        if not 100.0 <= value <= 12_000.0:
            raise InputError(key, "No car weighs that.", got=value, accepts="100 kg to 12 000 kg")
    elif key == SHARE:
        if not 20.0 <= value <= 80.0:
            raise InputError(key, "No car stands like that.", got=value, accepts="20 % to 80 % on the front axle")
    elif key not in BARS.values() or value != 0.0:
        field_at(key).check(value, key)


def quick_car(file: CarFile, given: Mapping[str, Reading], source: Provenance) -> CarFile:
    """A typical car with what is given over it, where it comes from said of all of that; its first setting follows.

    Raises:
        InputError: at the key of a figure that cannot be.
    """
    for key, reading in given.items():
        check(key, reading.value)
    if TOTAL in given or SHARE in given:
        total, share = (given[key].value if key in given else typical(file, key) for key in (TOTAL, SHARE))
        for name, part in (("fl", share), ("fr", share), ("rl", 100.0 - share), ("rr", 100.0 - share)):
            file = put(file, f"car.corner_{name}", Figure(round(total * part / 200.0, 2), source))
    for axle, key in BARS.items():
        if key in given:
            file = put(file, f"bench.{axle}.state", BarState.of(given[key].value > 0.0, True))
    none = [key for key in BARS.values() if key in given and given[key].value == 0.0]
    for key, reading in given.items():
        if key not in (TOTAL, SHARE, *none):
            file = put(file, key, Figure(reading.value, source, reading.typed))
    worn = {axle: file.bench.end(axle).bar for axle in Axle}
    return replace(
        file, settings=tuple(replace(kept, front=file.bench.front, rear=file.bench.rear) for kept in file.settings),
        rack=tuple(replace(item, bar=worn[item.axle]) for item in file.rack),
    )  # fmt: skip

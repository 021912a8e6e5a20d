"""What lies around the bars."""

from __future__ import annotations

from dataclasses import replace

from anchor_beam.core.sides import Axle
from anchor_beam.documents.obstacles import MOST, Held, Obstacle
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import InputError
from anchor_beam.immutable import immutable
from anchor_beam.words import acts


@immutable(eq=False)
class AddObstacle:
    """One more thing around a bar; a name that is taken gets a number."""

    obstacle: Obstacle

    def apply(self, file: CarFile) -> CarFile:
        if len(file.obstacles) >= MOST:
            raise InputError(
                "obstacles", f"A car may have {MOST} things around its bars.", accepts=f"{MOST} or fewer"
            )
        taken, name, count = {each.of for each in file.obstacles}, self.obstacle.name.strip(), 1
        made = replace(self.obstacle, name=name)
        while made.of in taken:
            count += 1
            made = replace(made, name=f"{name} {count}")
        return replace(file, obstacles=(*file.obstacles, made))

    @property
    def said(self) -> str:
        return acts.obstacle(self.obstacle.axle, self.obstacle.name, "added")


@immutable(eq=False)
class RemoveObstacle:
    """Take one away."""

    axle: Axle
    name: str

    def apply(self, file: CarFile) -> CarFile:
        kept = file.obstacles[: (at := _at(file, self.axle, self.name))] + file.obstacles[at + 1 :]
        return replace(file, obstacles=kept)

    @property
    def said(self) -> str:
        return acts.obstacle(self.axle, self.name, "taken away")


@immutable(eq=False)
class SetObstacle:
    """Another number of one, by its place in the numbers of its shape; at None the gap that it needs, None for the usual
    one."""

    axle: Axle
    name: str
    at: int | None
    reading: Reading | None

    def apply(self, file: CarFile) -> CarFile:
        where = _at(file, self.axle, self.name)
        before = file.obstacles[where]
        if self.at is None:
            least = None if self.reading is None else self.reading.value
            if least is not None and not 0.0 <= least <= 0.2:
                raise InputError("least", "A gap cannot be that.", got=least, accepts="0 to 200 mm")
            after = replace(before, own_least=least)
        elif self.reading is None:
            raise InputError("obstacles", "Nothing stands there.", accepts="a length from the bar's pivot axis")
        else:
            after = before.with_number(self.at, self.reading)
        return _with(file, where, after)

    @property
    def said(self) -> str:
        return acts.obstacle(self.axle, self.name, "measured")


@immutable(eq=False)
class HoldObstacle:
    """Say what one moves with."""

    axle: Axle
    name: str
    held: Held

    def apply(self, file: CarFile) -> CarFile:
        where = _at(file, self.axle, self.name)
        return _with(file, where, replace(file.obstacles[where], held=self.held))

    @property
    def said(self) -> str:
        return acts.obstacle(self.axle, self.name, f"moves with {self.held}")


@immutable(eq=False)
class NameObstacle:
    """Call one something else."""

    axle: Axle
    name: str
    new: str

    def apply(self, file: CarFile) -> CarFile:
        where = _at(file, self.axle, self.name)
        after = replace(file.obstacles[where], name=self.new.strip())
        if not after.name:
            raise InputError("obstacles", "A name needs at least one letter.", accepts="any text")
        if after.of in {each.of for i, each in enumerate(file.obstacles) if i != where}:
            raise InputError("obstacles", f"There is “{after.name}” already.", got=after.name, accepts="another name")
        return _with(file, where, after)

    @property
    def said(self) -> str:
        return acts.obstacle(self.axle, self.new, "named")


@immutable(eq=False)
class ReplaceObstacles:
    """Take those of an axle from a table, in place of what was there."""

    axle: Axle
    obstacles: tuple[Obstacle, ...]

    def apply(self, file: CarFile) -> CarFile:
        others = tuple(each for each in file.obstacles if each.axle is not self.axle)
        if len(others) + len(self.obstacles) > MOST:
            raise InputError(
                "obstacles", f"A car may have {MOST} things around its bars.", accepts=f"{MOST} or fewer"
            )
        return replace(file, obstacles=(*others, *self.obstacles))

    @property
    def said(self) -> str:
        return acts.obstacle(self.axle, f"{len(self.obstacles)} things", "from a table")


def _at(file: CarFile, axle: Axle, name: str) -> int:
    found = next((i for i, each in enumerate(file.obstacles) if each.axle is axle and each.name == name), None)
    if found is None:
        raise InputError("obstacles", f"There is no “{name}” around the {axle} bar.", got=name)
    return found


def _with(file: CarFile, at: int, obstacle: Obstacle) -> CarFile:
    return replace(file, obstacles=(*file.obstacles[:at], obstacle, *file.obstacles[at + 1 :]))

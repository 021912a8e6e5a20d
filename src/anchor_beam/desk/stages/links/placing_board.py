"""Where a mount that the kit leaves free may sit: the zone on the drawing, its best points, and where they are from."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtWidgets import QCheckBox, QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from anchor_beam.core.sides import Axle, Side
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.car.reading_table import ReadingTable
from anchor_beam.desk.stages.links.handles import LinkView
from anchor_beam.desk.stages.links.hole_table import Found, HoleTable
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.choice import Box
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.reading_field import ReadingField
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.documents.builds import PLACING
from anchor_beam.drawings.links import board_for, link_elevation
from anchor_beam.drawings.placing import hole_items, zone_items
from anchor_beam.drawings.shapes import XY, Drawing, Size, Tone
from anchor_beam.errors import AnchorBeamError, InputError, NoSolution
from anchor_beam.figures.free_hole import HolePlace, free_holes, rate_beside
from anchor_beam.figures.picture import Picture
from anchor_beam.figures.placing import Best, Point, Wanted, Zone, wanted_of, zone
from anchor_beam.figures.shown_links import shown_link, travel_of
from anchor_beam.figures.shown_placing import datums, point_cells, shown_zone
from anchor_beam.figures.travelling import Moving
from anchor_beam.jobs.request import Answer, Done, Request
from anchor_beam.session.edits import DrillHole, PlaceMount
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import System
from anchor_beam.words import faults
from anchor_beam.words.placing import DRILL, FREE, HEADS, MOCK_UP, NO_PLACE, NOWHERE, why_not

PREVIEW = 21  # points each way of the zone that is drawn while something moves
EMPTY = Drawing((), (0.0, 0.0), (1.0, 1.0), "", to_scale=False)
BESIDE = 350  # px of what is typed beside the drawing


class PlacingBoard(QWidget):
    """One axle, one side at a time. The zone follows the hand without what lies around, the full one when it rests."""

    def __init__(self, bridge: Bridge, axle: Axle) -> None:
        super().__init__()
        self._bridge, self._axle, self._side = bridge, axle, Side.LEFT
        self.zone: Zone | None = None
        self.usual: dict[str, float] = {}  # what counts where nothing is typed [m]
        self._extent: tuple[XY, XY] = ((0.0, 0.0), (1.0, 1.0))
        px = bridge.theme.px
        column = QVBoxLayout(self)
        column.setContentsMargins(px(14), px(4), px(6), px(4))
        column.setSpacing(px(4))
        column.addLayout(self._head())
        middle = QHBoxLayout()
        middle.addWidget(self._typed())
        self.view = LinkView(bridge, axle, Side.LEFT)
        middle.addWidget(self.view, stretch=1)
        column.addLayout(middle, stretch=1)
        self.said = Caution(bridge.theme)
        column.addWidget(self.said)
        self.points = QWidget()
        grid = QGridLayout(self.points)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(px(12))
        grid.setVerticalSpacing(px(1))
        for i, head in enumerate(HEADS):
            label = self._small(head)
            label.setStyleSheet(in_tone(Tone.SOFT))
            grid.addWidget(label, 0, i)
        self.lines = {best: _Line(self, grid, row) for row, best in enumerate(Best, start=1)}
        grid.setColumnStretch(len(HEADS), 1)
        column.addWidget(self.points)
        self.holes = HoleTable(bridge.theme, self._drill)
        column.addWidget(self.holes)
        self.holes.hide()
        self._note = self._small(MOCK_UP)
        self._note.setWordWrap(True)
        column.addWidget(self._note)
        parts = Part.CAR | Part.SETTING | Part.READINGS
        bridge.listen(self, to=parts | Part.UNITS, then=self._preview)
        bridge.follow(self, to=parts, ask=self._wanted, then=self._take)

    def _small(self, text: str) -> Label:
        label = Label(text)
        label.setFont(self._bridge.theme.font(Size.SMALL))
        return label

    def label(self) -> Label:
        """A cell of the table of points."""
        return self._small("")

    def _head(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(self._bridge.theme.px(10))
        self.free = Box()
        self.free.addItems(list(FREE))
        self.free.setAccessibleName(f"what the kit leaves free on the {self._axle} axle")
        self.free.activated.connect(self._choose_free)
        self.side = Box()
        self.side.addItems(list(Side))
        self.side.setAccessibleName(f"side of the {self._axle} mount")
        self.side.activated.connect(self._choose)
        self.mirrored = QCheckBox("the same on both sides, mirrored")
        self.mirrored.setChecked(True)
        row.addWidget(self.free)
        row.addWidget(self.side)
        row.addWidget(self.mirrored)
        row.addStretch()
        return row

    def _typed(self) -> QWidget:
        holder, px = QWidget(), self._bridge.theme.px
        holder.setFixedWidth(px(BESIDE))
        column = QVBoxLayout(holder)
        column.setContentsMargins(0, 0, px(8), 0)
        column.setSpacing(px(3))
        how = self._small(PLACING.how)
        how.setWordWrap(True)
        column.addWidget(how)
        grid = QGridLayout()
        grid.setVerticalSpacing(px(2))
        self.fields: dict[str, ReadingField] = {}
        for i, entry in enumerate(PLACING.entries):
            field = ReadingField(
                self._bridge,
                PLACING.key,
                self._axle,
                entry.name,
                width=54,
                usual=partial(self.usual_of, entry.name),
            )
            label = Label(entry.label)
            label.setBuddy(field)
            alone = i < 3
            row, at = (i, 0) if alone else (3 + (i - 3) // 2, 2 * ((i - 3) % 2))
            grid.addWidget(label, row, at)
            grid.addWidget(field, row, at + 1)
            self.fields[entry.name] = field
        column.addLayout(grid)
        column.addWidget(self._small("Datum holes, from the bar; the right side where it differs"))
        self.table = ReadingTable(self._bridge, PLACING, self._axle)
        column.addWidget(self.table, stretch=1)
        return holder

    def _choose(self, index: int) -> None:
        self._side = tuple(Side)[index]
        self.view.of_side(self._side)
        self._preview()
        self._bridge.ask_again(self)

    def _choose_free(self, index: int) -> None:
        """The far end of the link, or a hole in the arm: both sides get the same one."""
        arm = index == 1
        self.points.setVisible(not arm)
        self.holes.setVisible(arm)
        self.mirrored.setVisible(not arm)
        self._note.setText(DRILL if arm else MOCK_UP)
        self._preview()
        self._bridge.ask_again(self)

    @property
    def in_the_arm(self) -> bool:
        """Whether a hole in the arm is what is free."""
        return self.free.currentIndex() == 1

    def _drill(self, place: HolePlace) -> None:
        self._bridge.ask_or_complain(DrillHole(self._axle, place.from_end))

    # what stands there

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import ZoneOf

        try:
            wanted = wanted_of(shown.file, self._axle)
        except InputError:
            return None  # the preview says it
        if self.in_the_arm or shown.now.end(self._axle).sides is None:
            return None
        return ZoneOf(shown.file.car, shown.file.bench, self._axle, self._side, wanted, shown.file.obstacles)

    def _take(self, answer: Answer | None) -> None:
        if isinstance(answer, Done):
            self._show(answer.value)

    def _preview(self) -> None:
        """The zone without what lies around, at once."""
        shown = self._bridge.picture
        if shown is None:
            return
        try:
            wanted = wanted_of(shown.file, self._axle)
            self._usual(wanted)
            record, end = shown.file.car.axle(self._axle), shown.file.bench.end(self._axle)
            if self.in_the_arm:
                self._show_holes(shown, free_holes(record, end, self._axle, wanted))
                return
            self._show(zone(record, end, self._axle, self._side, wanted, (), PREVIEW))
        except (InputError, NoSolution) as problem:
            self._cannot(problem)

    def _show_holes(self, shown: Picture, found: Found) -> None:
        self.zone = None
        record, end = shown.file.car.axle(self._axle), shown.file.bench.end(self._axle)
        beside = tuple(rate_beside(record, end, self._axle, place) for _, place in found)
        self.holes.show_places(found, beside, self._bridge.units)
        self.said.say(None if found else NO_PLACE)
        moving = travel_of(shown, self._axle, Moving.BOTH)
        if moving is None:
            self.view.set_drawing(EMPTY)
            return
        link = shown_link(shown, self._axle, self._side, moving, moving.ride, self._bridge.units)
        extent = board_for((link.tip, link.pickup, link.hole))
        drawing = link_elevation(replace(link, link_words="", arm_words=""), *extent)
        letters = hole_items(link.tip, end.bar.arm_length.value, [place.from_end for _, place in found])
        self.view.look_at(link)
        self.view.set_drawing(replace(drawing, items=(*drawing.items, *letters)))

    def usual_of(self, name: str) -> float | None:
        """What counts where nothing is typed [m]."""
        return self.usual.get(name)

    def _usual(self, wanted: Wanted) -> None:
        """What counts where nothing is typed, in soft ink."""
        self.usual = {"shortest": wanted.shortest, "longest": wanted.longest, "ahead_from": wanted.ahead[0],
                "ahead_to": wanted.ahead[1], "up_from": wanted.up[0], "up_to": wanted.up[1]}  # fmt: skip
        for field in self.fields.values():
            field.refresh()

    def _cannot(self, problem: AnchorBeamError) -> None:
        self.zone = None
        self.said.say(faults.sentence(problem, self._bridge.units))
        self.view.set_drawing(EMPTY)
        self.holes.show_places((), (), self._bridge.units)
        for line in self.lines.values():
            line.show_point(None, Best.SQUARE, "", (), self._bridge.units)

    def _show(self, found: Zone) -> None:
        shown, units = self._bridge.picture, self._bridge.units
        if shown is None:
            return
        self.zone = found
        self._draw(shown, found)
        known = dict(found.best)
        letters = dict(zip(known, "ABC", strict=False))
        holes = datums(shown.file, self._axle, self._side)
        for best, line in self.lines.items():
            line.show_point(known.get(best), best, letters.get(best, ""), holes, units)
        missing = why_not(found.why_not, found.allowed.size)
        self.said.say(f"{NOWHERE} {missing[:1].upper()}{missing[1:]}." if not found.allowed.any() else None)

    def _draw(self, shown: Picture, found: Zone) -> None:
        moving = travel_of(shown, self._axle, Moving.BOTH)
        if moving is None:
            return
        link = shown_link(shown, self._axle, self._side, moving, moving.ride, self._bridge.units)
        seen = shown_zone(found, shown.file, self._axle, self._side)
        extent = board_for((link.tip, link.pickup, seen.low, seen.high, *(at for _, at in seen.datums)))
        under, over = zone_items(seen)
        drawing = link_elevation(replace(link, link_words=""), *extent)  # the letters of the points stand there
        self.view.look_at(link)
        if not self.view.grip.held:
            self._extent = extent
        self.view.set_drawing(
            replace(drawing, items=(*under, *drawing.items, *over), low=self._extent[0], high=self._extent[1])
        )

    def use(self, point: Point) -> None:
        """Put the mount there, and links that put the arms level."""
        sides = tuple(Side) if self.mirrored.isChecked() else (self._side,)
        self._bridge.ask_or_complain(PlaceMount(self._axle, sides, point.ahead, point.up))


class _Line:
    """One of the best points."""

    def __init__(self, board: PlacingBoard, grid: QGridLayout, row: int) -> None:
        self._board = board
        self._point: Point | None = None
        self.cells = [board.label() for _ in HEADS]
        self.put = QPushButton("use")
        self.put.setFixedSize(board._bridge.theme.px(56), board._bridge.theme.px(20))
        self.put.setStyleSheet(f"padding: 0 {board._bridge.theme.px(8)}px")
        self.put.clicked.connect(lambda _=False: self._use())
        for i, cell in enumerate(self.cells):
            grid.addWidget(cell, row, i)
        grid.addWidget(self.put, row, len(HEADS))

    def _use(self) -> None:
        if self._point is not None:
            self._board.use(self._point)

    def show_point(
        self, point: Point | None, best: Best, letter: str, holes: tuple[tuple[float, float], ...], units: System
    ) -> None:
        self._point = point
        texts = ("",) * len(HEADS) if point is None else (letter, *point_cells(best, point, holes, units))
        for cell, text in zip(self.cells, texts, strict=True):
            cell.setText(text)
        self.put.setVisible(point is not None)
        self.put.setAccessibleName(f"use the point {letter}: {best}")

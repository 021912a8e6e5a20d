"""The Links stage: elevations of both sides, the lengths under them, the panel of the axle in hand."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PySide6.QtWidgets import QSizePolicy, QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.drawing.chart import ChartStrip
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.links.board import Drawn, FromBehind, FromTheSide, LinksBoard
from anchor_beam.desk.stages.links.build_board import BuildBoard
from anchor_beam.desk.stages.links.chart_board import ChartBoard
from anchor_beam.desk.stages.links.clearance.around import Around
from anchor_beam.desk.stages.links.clearance.strip import ClearanceStrip
from anchor_beam.desk.stages.links.joints_board import JointsBoard
from anchor_beam.desk.stages.links.lengths import LengthsStrip
from anchor_beam.desk.stages.links.panel import LinksPanel
from anchor_beam.desk.stages.links.placing_board import PlacingBoard
from anchor_beam.desk.stages.links.posture import Posture
from anchor_beam.desk.stages.links.travel_bar import TravelBar
from anchor_beam.desk.widgets.axle_tabs import AxleTabs
from anchor_beam.desk.widgets.by_axle import ByAxle
from anchor_beam.desk.widgets.split import Split, stacked
from anchor_beam.desk.widgets.strip import Strip
from anchor_beam.drawings.charts import Chart
from anchor_beam.figures.curves import travel_charts
from anchor_beam.figures.lengths import levelled
from anchor_beam.figures.travelling import Moving, reach
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind, unit_of

MOVING = ("from the side", "from behind")  # boards that the travel handle moves
ALONE = (
    "ride height chart",
    "build sheet",
    "placing a mount",
    "joints of the arm",
)  # boards that take the room of the strip
CURVES = ("rates through the travel", "angles through the travel")


class LinksPage(Split):
    """One axle at a time; every axle has its boards and strips, and all share the travel handle."""

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._axle = bridge, Axle.REAR
        self.posture = Posture()
        self.posture.setParent(self)
        self._files = files
        self.around = {axle: Around(axle) for axle in Axle}
        self._stacks: list[ByAxle] = []
        self._drawn: list[ChartStrip] = []
        self.tabs = AxleTabs(bridge.theme, "links")
        self.travel = TravelBar(bridge, self.posture)
        self.strips, self.panels = self._by_axle(self._strip), self._by_axle(self._figures)
        self.sides = self._by_axle(lambda axle: self._board(axle, FromTheSide(bridge, axle, self.around[axle])))
        views: dict[str, Callable[[], QWidget]] = {
            "from the side": lambda: self.sides,
            "from behind": lambda: self._by_axle(self._from_behind),
            "ride height chart": lambda: self._by_axle(lambda axle: ChartBoard(bridge, axle, files)),
            "build sheet": lambda: self._by_axle(lambda axle: BuildBoard(bridge, axle, files)),
            "placing a mount": lambda: self._by_axle(lambda axle: PlacingBoard(bridge, axle)),
            "joints of the arm": lambda: self._by_axle(lambda axle: JointsBoard(bridge, axle, files)),
        }
        self.boards = Strip(bridge.theme, views, fixed=False)
        self.strips.setFixedHeight(self.strips[self._axle].minimumHeight())
        self.travel.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)
        self._looked_at = MOVING[0]
        self.boards.looked_at.connect(self._look)
        self.fill(stacked(self.boards, self.travel, self.strips), stacked(self.tabs, self.panels))
        self.tabs.chosen.connect(self._choose)
        self.posture.changed.connect(self._limit)
        self.posture.moved.connect(self._point)
        for around in self.around.values():
            around.changed.connect(self.posture.moved)  # the drawings show it
        bridge.listen(self, to=Part.CAR, then=self._limit)
        bridge.listen(self, to=Part.SETTING, then=self._offer)
        self.tabs.choose(self._axle)

    def _look(self, board: str) -> None:
        self._looked_at = board
        self._offer()

    def _offer(self) -> None:
        """The travel handle and the strips where they have something to say of links."""
        shown = self._bridge.picture
        links = shown is None or not shown.file.bench.end(self._axle).fixed
        self.travel.setVisible(links and self._looked_at in MOVING)
        self.strips.setVisible(links and self._looked_at not in ALONE)

    def ahead(self) -> bool:
        """The boards that nobody looked at yet, and those of the other axle, one at a time."""
        return any(stack.ahead() for stack in self._stacks) or self.boards.ahead()

    def _board(self, axle: Axle, drawn: Drawn) -> LinksBoard:
        return LinksBoard(self._bridge, axle, self.posture, drawn)

    def _from_behind(self, axle: Axle) -> LinksBoard:
        return self._board(axle, FromBehind(self._bridge, axle, self.posture, self.around[axle]))

    def _figures(self, axle: Axle) -> LinksPanel:
        panel = LinksPanel(self._bridge, axle)
        panel.joints_wanted.connect(self._to_joints)
        return panel

    def _to_joints(self) -> None:
        self.boards.buttons["joints of the arm"].click()

    def _strip(self, axle: Axle) -> Strip:
        views: dict[str, Callable[[], QWidget]] = {"lengths": partial(LengthsStrip, self._bridge, axle)}
        views |= {words: partial(self._curves, axle, i) for i, words in enumerate(CURVES)}
        views["clearance"] = partial(ClearanceStrip, self._bridge, axle, self.around[axle], self.posture, self._files)
        strip = Strip(self._bridge.theme, views)
        strip.looked_at.connect(lambda name: self.around[axle].look(name == "clearance"))
        return strip

    def _curves(self, axle: Axle, which: int) -> QWidget:
        """Curves with the travel handle on them."""
        made = ChartStrip(self._bridge, partial(self._charts, axle, which), f"{axle} links, {CURVES[which]}")
        self._drawn.append(made)
        self._point()
        return made

    def _by_axle(self, make: Callable[[Axle], QWidget]) -> ByAxle:
        stack = ByAxle(make, self._axle)
        self._stacks.append(stack)
        return stack

    def _choose(self, axle: Axle) -> None:
        self._axle = axle
        for stack in self._stacks:
            stack.look_at(axle)
        steered = axle is Axle.FRONT
        if not steered and self.posture.way is Moving.STEER:
            self.posture.choose(Moving.BOTH)
        self.travel.offer(tuple(way for way in Moving if steered or way is not Moving.STEER))
        self._limit()
        self._offer()

    def _limit(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            self.posture.limit(*reach(shown.file.car.axle(self._axle), self.posture.way))

    def _point(self) -> None:
        """Show on the curves where the wheels stand."""
        length = unit_of(Kind.FINE_LENGTH, self._bridge.units).si
        for drawn in self._drawn:
            moved = self.posture.handle if self.posture.way is not Moving.STEER else 0.0
            drawn.point(moved / length if moved else None)

    def _charts(self, axle: Axle, which: int) -> tuple[Chart, ...]:
        shown = self._bridge.picture
        if shown is None:
            return ()
        end = shown.now.end(axle)
        return travel_charts(shown.now, axle, self._bridge.units, levelled(end, shown.file.car, axle))[which]

"""The Bars stage: board and ladder on the left, the bar in hand on the right."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property
from typing import TYPE_CHECKING

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QWidget

from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.bars.board import BarsBoard
from anchor_beam.desk.stages.bars.ladder_view import LadderView
from anchor_beam.desk.stages.bars.no_bar import NoBarPanel
from anchor_beam.desk.stages.bars.panel import BarPanel
from anchor_beam.desk.widgets.axle_tabs import AxleTabs
from anchor_beam.desk.widgets.deck import Deck
from anchor_beam.desk.widgets.split import Split, stacked
from anchor_beam.desk.widgets.strip import Strip
from anchor_beam.jobs.request import Answer, Done, Request
from anchor_beam.session.workshop import Part

if TYPE_CHECKING:
    from anchor_beam.desk.stages.bars.budget_view import BudgetView
    from anchor_beam.desk.stages.bars.changing_view import ChangingView
    from anchor_beam.desk.stages.bars.claim_view import ClaimView
    from anchor_beam.desk.stages.bars.compare_view import CompareView
    from anchor_beam.desk.stages.bars.curves import CorneringCurves
    from anchor_beam.desk.stages.bars.map_view import MapView
    from anchor_beam.desk.stages.bars.rack.view import RackView
    from anchor_beam.desk.stages.bars.search.view import SearchView
    from anchor_beam.desk.stages.bars.strength_view import StrengthView
    from anchor_beam.desk.stages.bars.warnings_view import WarningsView


class BarsPage(Split):
    """Picking a hole on the board brings its bar into the panel."""

    warned = Signal(object)  # Answer or None: what the setting on the bench is warned of

    def __init__(self, bridge: Bridge, files: Files) -> None:
        super().__init__(bridge.theme)
        self._files = files
        self.board = BarsBoard(bridge)
        self.ladder = LadderView(bridge)
        self._bridge = bridge
        self._panels: dict[Axle, BarPanel] = {}
        self._without: dict[Axle, NoBarPanel] = {}
        self.tabs = AxleTabs(bridge.theme, "bar")
        self._stack = Deck()
        self._axle = Axle.REAR
        self.tabs.chosen.connect(self._choose)
        views = {
            "ladder": lambda: self.ladder, "roll and handling": lambda: self.curves,
            "change of direction": lambda: self.changing, "warnings": lambda: self.warnings,
            "strength": lambda: self.strength,
        }  # fmt: skip
        self.strip = Strip(bridge.theme, views)
        boards: dict[str, Callable[[], QWidget]] = {
            "both bars": lambda: stacked(self.board, self.strip), "setting map": lambda: self.map,
            "rack": lambda: self.rack,
            "search": lambda: self.search, "compare": lambda: self.compare, "a maker's claim": lambda: self.claim,
            "roll budget": lambda: self.budget,
        }  # fmt: skip
        self.boards = Strip(bridge.theme, boards, fixed=False)
        self.board.captioned.connect(self.boards.caption.setText)
        self._looked_at = "both bars"
        self.boards.looked_at.connect(self._look_at)
        self.fill(self.boards, stacked(self.tabs, self._stack))
        for (axle, _), picker in self.board.pickers.items():
            picker.taken.connect(lambda a=axle: self.tabs.choose(a))
        self.tabs.choose(self._axle)
        bridge.listen(self, to=Part.CAR | Part.SETTING, then=self._show)
        self._warned: Answer | None = None
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._warnings_wanted, then=self._take_warnings)

    def _look_at(self, board: str) -> None:
        self._looked_at = board
        self._show_caption()

    def became_narrow(self, narrow: bool) -> None:
        del narrow
        self._show_caption()

    def _show_caption(self) -> None:
        """Where the words of the boards and the handle of the drawer leave room for it."""
        self.boards.caption.setVisible(self._looked_at == "both bars" and not self._narrow)

    def ahead(self) -> bool:
        """The boards and the bar that nobody looked at yet."""
        waiting = next((axle for axle in Axle if axle not in self._panels), None)
        if waiting is not None:
            self.panel(waiting)
        return waiting is not None or self.boards.ahead()

    def _warnings_wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import WarningsOf

        return WarningsOf(shown.file.car, shown.file.bench, shown.file.reference_setting)

    def _take_warnings(self, answer: Answer | None) -> None:
        """A warning that nobody looks at warns nobody: their number stands on the strip."""
        self._warned = answer
        self.warned.emit(answer)
        self.strip.count("warnings", len(answer.value) if isinstance(answer, Done) else 0)

    def _choose(self, axle: Axle) -> None:
        self._axle = axle
        self._show()

    def _show(self) -> None:
        """The panel of the bar, or of the axle that has none."""
        shown = self._bridge.picture
        fitted = shown is None or shown.file.bench.end(self._axle).fitted
        self._stack.bring(self.panel(self._axle) if fitted else self._no_bar(self._axle))

    def _no_bar(self, axle: Axle) -> NoBarPanel:
        if axle not in self._without:
            self._without[axle] = NoBarPanel(self._bridge, axle)
            self._stack.add(self._without[axle])
        return self._without[axle]

    @cached_property
    def curves(self) -> CorneringCurves:
        """Roll and handling; the first picture shows the ladder."""
        from anchor_beam.desk.stages.bars.curves import CorneringCurves

        return CorneringCurves(self._bridge)

    @cached_property
    def map(self) -> MapView:
        """Every setting that the holes reach."""
        from anchor_beam.desk.stages.bars.map_view import MapView

        return MapView(self._bridge)

    @cached_property
    def compare(self) -> CompareView:
        """Settings side by side."""
        from anchor_beam.desk.stages.bars.compare_view import CompareView

        return CompareView(self._bridge, self._files)

    @cached_property
    def budget(self) -> BudgetView:
        """Where the roll comes from."""
        from anchor_beam.desk.stages.bars.budget_view import BudgetView

        return BudgetView(self._bridge)

    @cached_property
    def warnings(self) -> WarningsView:
        """What this setting is warned of."""
        from anchor_beam.desk.stages.bars.warnings_view import WarningsView

        view = WarningsView(self._bridge)
        view.take(self._warned)
        self.warned.connect(view.take)
        return view

    @cached_property
    def strength(self) -> StrengthView:
        """What links, brackets and bars carry."""
        from anchor_beam.desk.stages.bars.strength_view import StrengthView

        return StrengthView(self._bridge)

    @cached_property
    def search(self) -> SearchView:
        """Which bars and holes do what is wanted."""
        from anchor_beam.desk.stages.bars.search.view import SearchView

        return SearchView(self._bridge)

    @cached_property
    def rack(self) -> RackView:
        """Parts to choose from."""
        from anchor_beam.desk.stages.bars.rack.view import RackView

        view = RackView(self._bridge, self._files)
        view.look_at(self._axle)
        self.tabs.chosen.connect(view.look_at)
        return view

    @cached_property
    def claim(self) -> ClaimView:
        """Whether what the maker says can be true."""
        from anchor_beam.desk.stages.bars.claim_view import ClaimView

        view = ClaimView(self._bridge)
        view.look_at(self._axle)
        self.tabs.chosen.connect(view.look_at)
        return view

    @cached_property
    def changing(self) -> ChangingView:
        """How the car changes direction."""
        from anchor_beam.desk.stages.bars.changing_view import ChangingView

        return ChangingView(self._bridge)

    def panel(self, axle: Axle) -> BarPanel:
        """The panel of one bar, built when it is first wanted."""
        if axle not in self._panels:
            self._panels[axle] = BarPanel(self._bridge, axle, self.board)
            self._stack.add(self._panels[axle])
        return self._panels[axle]

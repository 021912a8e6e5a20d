"""The window: rail, header, the stage in hand, the consequence line."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property, partial
from typing import TYPE_CHECKING

from PySide6.QtCore import QRect, Qt, QTimer, Signal
from PySide6.QtGui import QCloseEvent, QKeyEvent, QKeySequence, QPaintEvent, QShortcut
from PySide6.QtWidgets import QApplication, QHBoxLayout, QMainWindow, QVBoxLayout, QWidget

from anchor_beam.desk.beam.header import Header
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.consequence_line import ConsequenceLine
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.shell.first_hint import FirstHint
from anchor_beam.desk.shell.rail import Rail
from anchor_beam.desk.stages.registry import FIRST, STAGES, WITHOUT_CAR, stage_named
from anchor_beam.desk.stages.stage import Stage
from anchor_beam.desk.widgets.deck import Deck
from anchor_beam.desk.widgets.split import Split
from anchor_beam.session.workshop import Part

if TYPE_CHECKING:
    from anchor_beam.core.working import Working
    from anchor_beam.desk.shell.change_panel import ChangePanel
    from anchor_beam.desk.shell.help_panel import HelpPanel
    from anchor_beam.desk.shell.keep_setting import KeepSetting
    from anchor_beam.desk.shell.palette import Act, Palette
    from anchor_beam.desk.shell.unsaved_sheet import UnsavedSheet
    from anchor_beam.desk.widgets.working_panel import WorkingPanel


FIND = "Ctrl+J"
AHEAD = 400  # ms between two stages that are built before anybody looks at them


class Window(QMainWindow):
    """Stages are built when they are first looked at, or before that while nothing else is under way."""

    closed = Signal()

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self.bridge = bridge
        self.files = Files(bridge, self)
        self.rail, self.header, self.line = Rail(bridge), Header(bridge), ConsequenceLine(bridge)
        self._pages: dict[str, QWidget] = {}
        self._stack = Deck()
        right = QVBoxLayout()
        right.setSpacing(0)
        right.addWidget(self.header)
        self.hint = FirstHint(bridge)
        right.addWidget(self.hint)
        right.addWidget(self._stack, stretch=1)
        upper = QHBoxLayout()
        upper.setSpacing(0)
        upper.addWidget(self.rail)
        upper.addLayout(right, stretch=1)
        centre = QWidget()
        column = QVBoxLayout(centre)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addLayout(upper, stretch=1)
        column.addWidget(self.line)
        self.setCentralWidget(centre)
        bridge.working_asked.connect(self._open_working)
        bridge.stage_wanted.connect(self.show_stage)
        bridge.leave_asked.connect(self._ask_what_becomes)
        self._leaving = False  # with edits that are not on the disk, as was said
        self.header.keep.clicked.connect(lambda: self.keep.open(self.header.keep))
        self.header.change.clicked.connect(lambda: self.change.open(self.header.change))
        self.line.seek.clicked.connect(lambda: self.finder.open(self.focusWidget(), self.line))
        self.rail.chosen.connect(self.show_stage)
        self._keys()
        self._settle()
        self._touches: int | None = None  # of the bridge, when it was last seen at rest
        self._ahead = QTimer(self)
        self._ahead.setInterval(AHEAD)
        self._ahead.timeout.connect(self._build_ahead)
        bridge.when_painted(self._ahead.start)
        self.show_stage((FIRST if bridge.picture is not None else WITHOUT_CAR).name)
        bridge.listen(self, to=Part.CAR | Part.GARAGE, then=self._retitle)

    @cached_property
    def keep(self) -> KeepSetting:
        """Made when first wanted: the first picture does not show it."""
        from anchor_beam.desk.shell.keep_setting import KeepSetting

        return KeepSetting(self.bridge, self)

    @cached_property
    def change(self) -> ChangePanel:
        """Made when first wanted."""
        from anchor_beam.desk.shell.change_panel import ChangePanel

        return ChangePanel(self.bridge, self.files, self)

    @cached_property
    def unsaved(self) -> UnsavedSheet:
        from anchor_beam.desk.shell.unsaved_sheet import UnsavedSheet

        return UnsavedSheet(self.bridge, self.files, self)

    @cached_property
    def working(self) -> WorkingPanel:
        from anchor_beam.desk.widgets.working_panel import WorkingPanel

        return WorkingPanel(self.bridge, self)

    def _ask_what_becomes(self, then: Callable[[], None]) -> None:
        self.unsaved.ask(then)

    def _open_working(self, working: Working, asker: QWidget) -> None:
        self.working.open(working, asker)

    def show_stage(self, name: str) -> None:
        """Bring a stage to the front."""
        if name not in self._pages:
            self._add(name)
        self.rail.choose(name)
        self.hint.look_at(name)
        self._stack.bring(self._pages[name])
        focused = self.focusWidget()
        if focused is None or not self.rail.isAncestorOf(focused):  # else the keys walk on along the stages
            self._pages[name].setFocus()

    @property
    def built(self) -> tuple[str, ...]:
        """The stages whose pages exist."""
        return tuple(self._pages)

    def _build_ahead(self) -> None:
        """Build a stage that was not looked at yet, one after another while nothing is under way, then what stages keep for
        later, so that no first look takes longer than the next one."""
        if not self.isVisible():  # closed before it was painted
            self._ahead.stop()
            return
        waiting = [stage.name for stage in STAGES if stage.name not in self.built]
        resting = self.bridge.at_rest and QApplication.mouseButtons() == Qt.MouseButton.NoButton
        rested = resting and self._touches == self.bridge.touches  # what was shown at the last look is painted by now
        self._touches = self.bridge.touches if resting else None
        if not rested:
            return
        if waiting:
            self._add(waiting[0])
        elif not any(page.ahead() for page in self._pages.values() if isinstance(page, Split)):
            self._ahead.stop()
            _ = self.finder  # made by being asked for

    def _wanted(self, stage: Stage) -> None:
        if self.rail.buttons[stage.name].isEnabled():
            self.show_stage(stage.name)

    def page(self, name: str) -> QWidget:
        """A stage's page, built if need be."""
        self.show_stage(name)
        return self._pages[name]

    def _add(self, name: str) -> None:
        self._pages[name] = stage_named(name).page(self.bridge, self.files)
        self._stack.add(self._pages[name])

    def _keys(self) -> None:
        workshop = self.bridge.workshop
        acts: dict[str, tuple[str, Callable[[], object]]] = {
            stage.key: (stage.name, partial(self._wanted, stage)) for stage in STAGES
        }
        acts |= {
            "Ctrl+Z": ("undo, also after a restart", lambda: self.bridge.attempt(workshop.undo)),
            "Ctrl+Shift+Z": ("redo", lambda: self.bridge.attempt(workshop.redo)),
            "Ctrl+Y": ("redo", lambda: self.bridge.attempt(workshop.redo)),
            "Ctrl+S": ("keep the setting on the bench under a name", lambda: self.keep.open(self.header.keep)),
            "Ctrl+K": ("road and event: the change card", lambda: self.change.open(self.header.change)),
            FIND: ("whatever can be done or seen, by a few letters", self.line.seek.click),
            "Ctrl+H": ("to the figures on top", self._to_header),
            "Ctrl+U": ("metric or US customary", workshop.toggle_units),
            "Ctrl+D": ("light or dark", self.line.look.click),
            "Ctrl+P": ("setting sheet as PDF", self.files.export_sheet),
            "Ctrl+E": ("write this car to a file", self.files.export_car),
            "Ctrl+O": ("bring in a car file", self.files.import_car),
            "Ctrl+Q": ("close", self.close),
        }
        self._acts = acts
        for keys, (_, act) in acts.items():
            QShortcut(QKeySequence(keys), self).activated.connect(act)

    @cached_property
    def help(self) -> HelpPanel:
        from anchor_beam.desk.shell.help_panel import HelpPanel

        stages = [
            ("F2", "in a field: where its figure comes from, and what it was"),
            ("F3", "in a field: its quantity in the other unit, everywhere"),
            ("Ctrl+M", "on Car: the measuring aids"), ("Ctrl+F", "in the Garage: find a car"), ("?, F1", "this list"),
        ]  # fmt: skip
        return HelpPanel(self.bridge.theme, self, [*((key, said) for key, (said, _) in self._acts.items()), *stages])

    @cached_property
    def finder(self) -> Palette:
        """Made when first wanted."""
        from anchor_beam.desk.shell.palette import Palette

        return Palette(self.bridge.theme, self, self._whatever)

    def _whatever(self) -> list[Act]:
        """All that can be done or seen: on the page in front, on boards, in the window, and the cars."""
        from anchor_beam.desk.shell.palette import Act, boards_of, on_page

        found: list[Act] = []
        for name, page in self._pages.items():
            if page.isVisible():
                found += on_page(name, page)
        for name, page in self._pages.items():
            if self.rail.buttons[name].isEnabled():
                found += boards_of(name, page, partial(self.show_stage, name))
        found += [Act(said, act, key) for key, (said, act) in self._acts.items() if key != FIND]
        workshop = self.bridge.workshop
        cars = [car for car in workshop.garage.cars() if car.id != workshop.car]
        return found + [Act(f"open {car.name}", partial(self.bridge.open, car.id, lambda: None)) for car in cars]

    def _open_help(self) -> None:
        self.help.open(self.focusWidget())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """What no field and no figure had an answer to."""
        if event.key() in (Qt.Key.Key_F1, Qt.Key.Key_Question):
            self._open_help()
        else:
            super().keyPressEvent(event)

    def _to_header(self) -> None:
        self.header.beam.setFocus(Qt.FocusReason.ShortcutFocusReason)

    def _retitle(self) -> None:
        shown = self.bridge.picture
        self.setWindowTitle(f"{shown.file.car.name} · Anchor Beam" if shown else "Anchor Beam")
        if shown is None:
            self.show_stage(WITHOUT_CAR.name)

    def _settle(self) -> None:
        """Where it stood last, or in the middle of the screen at its best size; never larger than the screen."""
        px, room = self.bridge.theme.px, self.screen().availableGeometry()
        self.setMinimumSize(min(px(940), room.width()), min(px(700), room.height()))
        self.resize(min(px(1280), room.width()), min(px(800), room.height()))
        kept = self.bridge.workshop.choices.window
        if kept is not None and room.contains(QRect(*kept)):
            self.setGeometry(*kept)

    def paintEvent(self, event: QPaintEvent) -> None:
        super().paintEvent(event)
        self.bridge.picture_stands()

    def _leave(self) -> None:
        self._leaving = True
        self.close()

    def closeEvent(self, event: QCloseEvent) -> None:
        focused = self.focusWidget()
        if focused is not None:
            focused.clearFocus()  # a field being typed into commits now
        if not self._leaving and self.bridge.must_ask():
            event.ignore()
            self.unsaved.ask(self._leave)
            return
        workshop = self.bridge.workshop
        if not self.isMaximized() and not self.isFullScreen() and workshop.company.first is workshop:
            at = self.geometry()
            workshop.choices.keep_window((at.x(), at.y(), at.width(), at.height()))
        self._ahead.stop()
        super().closeEvent(event)
        self.bridge.release()
        self.closed.emit()

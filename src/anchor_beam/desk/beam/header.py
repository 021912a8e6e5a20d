"""The strip above every stage: setting and reference on the left, the Beam, four figures on the right."""

from __future__ import annotations

from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QGridLayout,
    QHBoxLayout,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from anchor_beam.desk.beam.beam import Beam
from anchor_beam.desk.beam.phases import PhaseSwitch
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.desk.widgets.result_figure import TallFigure
from anchor_beam.desk.widgets.split import NARROW
from anchor_beam.drawings.shapes import Size
from anchor_beam.figures import workings
from anchor_beam.figures.rows import HEADLINES
from anchor_beam.session.edits import CompareWith, UseSetting
from anchor_beam.session.workshop import Part

NARROWER = 860  # px of the header at the normal font size
NAMES, SHORT_NAMES = 176, 120  # px, width of the settings' names


class Header(QWidget):
    """Always visible; every figure on it opens its working."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        theme = bridge.theme
        self.setFixedHeight(theme.px(118))
        outer = QHBoxLayout(self)
        outer.setContentsMargins(0, 0, 0, 0)
        self._content = QWidget()  # gone while there is no car, so that nothing empty stands there
        outer.addWidget(self._content)
        row = QHBoxLayout(self._content)
        row.setContentsMargins(theme.px(16), theme.px(4), theme.px(10), theme.px(2))
        row.setSpacing(theme.px(10))
        self.setting, self.against = Box(), Box()
        self.setting.setAccessibleName("setting on the bench")
        self.against.setAccessibleName("compared with")
        self.keep = QPushButton("keep as…")
        self.keep.setFont(theme.font(Size.SMALL))
        self.keep.setToolTip("keep the setting on the bench under a name (Ctrl+S)")
        self.change = QPushButton("change…")
        self.change.setFont(theme.font(Size.SMALL))
        self.change.setToolTip("road and event: what changing between them takes, and its card (Ctrl+K)")
        row.addLayout(self._names())
        self.beam, self.phases = Beam(bridge), PhaseSwitch(bridge)
        self.phases.held.connect(self.beam.show_all_phases)
        row.addWidget(self.beam, stretch=1)
        row.addWidget(self.phases)
        grid = QGridLayout()
        grid.setSpacing(0)
        self.figures = tuple(TallFigure(bridge, row) for row in HEADLINES)
        for i, figure in enumerate(self.figures):
            figure.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
            grid.addWidget(figure, i % 2, i // 2)
        row.addLayout(grid)
        self.beam.asked.connect(lambda: self._open(workings.margin_in(bridge.phase), self.beam))
        self.setting.activated.connect(self._use)
        self.against.activated.connect(self._compare)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS | Part.BANDS, then=self._show)

    def resizeEvent(self, event: QResizeEvent) -> None:
        """In a narrow window two of the figures make room for the Beam, in a narrower one the names become shorter."""
        super().resizeEvent(event)
        px = self._bridge.theme.px
        for figure in self.figures[2:]:
            figure.setVisible(self.width() >= px(NARROW))
        for box in (self.setting, self.against):
            box.setFixedWidth(px(NAMES if self.width() >= px(NARROWER) else SHORT_NAMES))

    def _names(self) -> QVBoxLayout:
        theme = self._bridge.theme
        column = QVBoxLayout()
        column.setSpacing(theme.px(1))
        for words, box, bold in (("setting", self.setting, True), ("against", self.against, False)):
            label = Label(words)
            label.setFont(theme.font(Size.SMALL))
            box.setFont(theme.font(Size.NORMAL, bold=bold))
            box.setFixedWidth(theme.px(NAMES))
            column.addWidget(label)
            column.addWidget(box)
            column.addSpacing(theme.px(3))
        buttons = QHBoxLayout()
        buttons.setSpacing(theme.px(6))
        buttons.addWidget(self.keep)
        buttons.addWidget(self.change)
        buttons.addStretch()
        column.addLayout(buttons)
        column.addStretch()
        return column

    def _show(self) -> None:
        shown = self._bridge.picture
        self._content.setVisible(shown is not None)
        if shown is None:
            return
        names = [setting.name for setting in shown.file.settings]
        changed = shown.file.bench != shown.file.saved(shown.file.bench.name)
        title = (
            f"{shown.file.bench.name}, changed"
            if changed and shown.file.bench.name in names
            else shown.file.bench.name
        )
        fill(self.setting, [title, *names] if changed else names, 0 if changed else names.index(title))
        known = names.index(shown.file.reference) if shown.file.reference in names else 0
        fill(self.against, names or ["nothing kept yet"], known)
        self.against.setEnabled(bool(names))
        for box in (self.setting, self.against):
            box.setToolTip(tip(box.currentText()))  # a narrow window cuts it short

    def _use(self, index: int) -> None:
        shown = self._bridge.picture
        if shown is not None:
            offset = self.setting.count() - len(shown.file.settings)
            if index >= offset:
                self._bridge.ask_or_complain(UseSetting(shown.file.settings[index - offset].name))

    def _compare(self, index: int) -> None:
        shown = self._bridge.picture
        if shown is not None and shown.file.settings:
            self._bridge.ask_or_complain(CompareWith(shown.file.settings[index].name))

    def _open(self, maker: workings.Maker, asker: QWidget) -> None:
        if self._bridge.picture is not None:
            self._bridge.show_working(maker(self._bridge.picture), asker)

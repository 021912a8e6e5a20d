"""Naming and keeping the setting on the bench, and forgetting one that is kept."""

from __future__ import annotations

from PySide6.QtCore import QPoint
from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.floating import Floating
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution
from anchor_beam.session.edits import RemoveSetting, SaveSetting
from anchor_beam.words import faults

FORGET, FORGET_IN_USE = "Forget this one", "Forget it all the same"


class KeepSetting(Floating):
    """A small sheet below the setting's name."""

    def __init__(self, bridge: Bridge, window: QWidget) -> None:
        super().__init__(bridge.theme, window)
        self._bridge = bridge
        theme = bridge.theme
        column = QVBoxLayout(self)
        pad = theme.px(12)
        column.setContentsMargins(pad, pad, pad, pad)
        column.addWidget(Label("Keep what is on the bench as"))
        self.name = QLineEdit()
        self.name.setAccessibleName("name of the setting")
        self.name.setMaxLength(80)
        self.name.returnPressed.connect(self._keep)
        column.addWidget(self.name)
        self._caution = Caution(theme)
        column.addWidget(self._caution)
        row = QHBoxLayout()
        self.keep, self.forget = QPushButton("Keep"), QPushButton(FORGET)
        self.keep.clicked.connect(self._keep)
        self.forget.clicked.connect(self._forget)
        row.addWidget(self.forget)
        row.addStretch()
        row.addWidget(self.keep)
        column.addLayout(row)
        self.setFixedWidth(theme.px(300))

    def open(self, below: QWidget) -> None:
        """Show below a widget, with a name to start from."""
        shown = self._bridge.picture
        if shown is None:
            return
        self._caution.say(None)
        self.forget.setText(FORGET)
        self.name.setText(shown.file.bench.name)
        self.forget.setEnabled(shown.file.saved(shown.file.bench.name) is not None)
        self.adjustSize()
        self.move(below.mapTo(self.window(), QPoint(0, below.height() + 4)))
        self.stand(below)
        self.name.setFocus()
        self.name.selectAll()

    def _keep(self) -> None:
        problem = self._bridge.ask(SaveSetting(self.name.text()))
        if problem is None:
            self.close_panel()
        else:
            self._caution.say(faults.sentence(problem, self._bridge.units))
            self.adjustSize()

    def _forget(self) -> None:
        shown = self._bridge.picture
        if shown is None:
            return
        file, name = shown.file, shown.file.bench.name
        others = [setting.name for setting in file.settings if setting.name != name]
        if file.reference == name and others and self.forget.text() == FORGET:
            self._caution.say(f"Every figure is compared with this one. Without it “{others[0]}” takes its place.")
            self.forget.setText(FORGET_IN_USE)
            self.adjustSize()
            return
        self._bridge.ask_or_complain(RemoveSetting(name))
        self.close_panel()

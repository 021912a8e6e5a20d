"""What one fastener holds together: its bolt, the layers from the head on, which way it points, what goes on its thread, how
a tool reaches it; and whether the bolt is long enough with what the job adds."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtCore import QSignalBlocker
from PySide6.QtWidgets import QCheckBox, QGridLayout, QHBoxLayout, QPushButton, QSizePolicy

from anchor_beam.core.fastener.grip import Into
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.stages.fit.scrolled import ScrolledBoard
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.emptied import empty
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.desk.widgets.rows import Caution, labelled
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.stacks import HeadTo, Layer, OnThread, Reach, Stack, checked_layer
from anchor_beam.drawings.shapes import Size
from anchor_beam.errors import AnchorBeamError
from anchor_beam.fitting.fasteners import FASTENERS
from anchor_beam.fitting.stack import Judged, judged
from anchor_beam.immutable import immutable
from anchor_beam.units.kinds import Kind
from anchor_beam.units.parse import parse
from anchor_beam.units.show import show
from anchor_beam.words import faults
from anchor_beam.words.fitting import ANTI_SEIZE, LONGER_BOLT, TRAPPED, bolt_fit

FINE = Kind.FINE_LENGTH
CHOICES = (
    ("into", Into, "Screws into"), ("head", HeadTo, "Head points"), ("on_thread", OnThread, "On the thread"),
    ("reach", Reach, "Reached by"), ("reach_after", Reach, "… after the job"),
)  # fmt: skip


@immutable
class _Length:
    """Where one length of a stack is kept."""

    fields: StackFields
    name: str

    def kept(self) -> Reading | None:
        value = getattr(self.fields.stack, self.name)
        return None if value is None else Reading(value)

    def stand_in(self) -> float | None:
        return None

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        return self.fields.change({self.name: None if reading is None else reading.value})


class StackFields(ScrolledBoard):
    """Of the fastener in hand."""

    def __init__(self, bridge: Bridge, hand: InHand) -> None:
        super().__init__(bridge.theme)
        self._bridge, self._hand = bridge, hand
        self.fastener = ""
        self.title = self.label(size=Size.LARGE)
        self.about = self.label(soft=True)
        self.about.setWordWrap(True)
        self.column.addWidget(self.title)
        self.column.addWidget(self.about)
        self.boxes: dict[str, Box] = {}
        self.lengths = {
            name: NumberField(bridge, FINE, words, _Length(self, name), about=about, width=64)
            for name, words, about in (
                ("length", "bolt under its head", "From under the head to the end of the thread."),
                ("depth", "nut's height, or hole's depth", "Thread that can hold."),
            )
        }  # fmt: skip
        for name, field in self.lengths.items():
            field.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)  # so that both end at the edge
            self.column.addWidget(
                labelled(self._theme, {"length": "Bolt, under its head", "depth": "Nut or hole"}[name], field)
            )
        for name, kind, words in CHOICES:
            box = Box()
            box.addItems([str(option) for option in kind])
            box.setAccessibleName(words)
            box.activated.connect(lambda index, name=name, kind=kind: self._choose({name: tuple(kind)[index]}))
            self.boxes[name] = box
            self.column.addWidget(labelled(self._theme, words, box))
        self.column.addWidget(self.label("Goes through, from the head on", soft=True))
        self._layers = QGridLayout()
        self._layers.setColumnStretch(0, 1)
        self.column.addLayout(self._layers)
        self.layers: list[tuple[Label, QPushButton]] = []
        self._made: tuple[Layer, ...] | None = None
        self.column.addLayout(self._adding())
        self.verdict = self.label(size=Size.NORMAL)
        self.verdict.setWordWrap(True)
        self.column.addWidget(self.verdict)
        self.said = Caution(self._theme)
        self.column.addWidget(self.said)

    def _adding(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.what, self.thick = BenchLine(), BenchLine()
        self.what.setPlaceholderText("washer, bracket, arm")
        self.what.setAccessibleName("what this layer is")
        self.thick.setPlaceholderText("thick")
        self.thick.setAccessibleName("thickness of this layer")
        self.thick.setFixedWidth(self._theme.px(70))
        self.new = QCheckBox("new")
        self.new.setToolTip("comes with this job")
        self.add = QPushButton("add")
        self.add.setAccessibleName("add this layer")
        self.add.clicked.connect(self._add)
        for line in (self.what, self.thick):
            line.returnPressed.connect(self._add)
        for widget in (self.what, self.thick, self.new, self.add):
            row.addWidget(widget)
        return row

    @property
    def stack(self) -> Stack:
        """What was said of it so far."""
        card = self._hand.card
        return Stack() if card is None else card.stacks.get(self.fastener, Stack())

    def show_of(self, fastener: str) -> None:
        """The fields of a fastener."""
        self.fastener = fastener
        known = FASTENERS.get(fastener)
        self.setVisible(known is not None)
        if known is None:
            return
        self.title.setText(known.name)
        frees = f" Frees {known.frees}." if known.frees else ""
        self.about.setText(f"Into {known.into}; {known.hold}; {known.renew}.{frees}")
        stack = self.stack
        for name, kind, _ in CHOICES:
            fill(self.boxes[name], [str(option) for option in kind], tuple(kind).index(getattr(stack, name)))
        for field in self.lengths.values():
            field.refresh()
        self._show_layers(stack.layers)
        self._judge()

    def _show_layers(self, layers: tuple[Layer, ...]) -> None:
        if layers == self._made:
            return
        self._made, self.layers = layers, []
        empty(self._layers)
        for row, layer in enumerate(layers):
            thick = show(layer.thick, FINE, self._bridge.units)
            label = Label(f"{layer.what}, {thick}{' (new)' if layer.new else ''}")
            off = QPushButton("off")
            off.setAccessibleName(f"take {layer.what} out of the stack")
            off.clicked.connect(partial(self._take_off, row))
            self._layers.addWidget(label, row, 0)
            self._layers.addWidget(off, row, 1)
            self.layers.append((label, off))

    def _judge(self) -> None:
        card = self._hand.card
        self.verdict.setText("")
        cautions = [ANTI_SEIZE] if self.stack.on_thread is OnThread.ANTI_SEIZE else []
        try:
            found = None if card is None else judged(card, self.fastener)
        except AnchorBeamError as problem:
            cautions.append(faults.sentence(problem, self._bridge.units))
            found = None
        if found is not None:
            self.verdict.setText(self._fit(found))
            cautions += [LONGER_BOLT] if found.longer else []
            cautions += [TRAPPED] if found.trapped else []
        self.said.say(" ".join(cautions) or None)

    def _fit(self, found: Judged) -> str:
        units = self._bridge.units
        before, after = (show(grip, FINE, units) for grip in (found.before, found.after))
        grip = f"{before.number} → {after}" if found.before != found.after else str(after)
        if found.length is None:
            return bolt_fit(grip, found.why, "")
        low, high = (show(length, FINE, units) for length in (found.length.shortest, found.length.longest))
        return bolt_fit(grip, str(found.length.fit), f"{low.number} to {high}")

    def change(self, said: dict[str, object]) -> AnchorBeamError | None:
        """Say something of this fastener; why not."""
        fastener, after = self.fastener, replace(self.stack, **said)  # type: ignore[arg-type]  # names of its fields
        name = FASTENERS[fastener].name
        return self._hand.change(lambda card: card.with_stack(fastener, after), f"Written down: {name}")

    def _choose(self, said: dict[str, object]) -> None:
        if (problem := self.change(said)) is not None:
            self._bridge.complain(problem)

    def _add(self) -> None:
        try:
            thick = parse(self.thick.text(), FINE, self._bridge.units, place="thick").value
            layer = checked_layer(Layer(self.what.text(), thick, self.new.isChecked()))
        except AnchorBeamError as wrong:
            self.said.say(faults.sentence(wrong, self._bridge.units))
            return
        if (problem := self.change({"layers": (*self.stack.layers, layer)})) is not None:
            self.said.say(faults.sentence(problem, self._bridge.units))
            return
        for line in (self.what, self.thick):
            line.clear()
        with QSignalBlocker(self.new):
            self.new.setChecked(False)
        self.what.setFocus()

    def _take_off(self, at: int) -> None:
        layers = self.stack.layers
        self._choose({"layers": (*layers[:at], *layers[at + 1 :])})

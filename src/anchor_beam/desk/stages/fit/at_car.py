"""One step over the whole window, large enough to be read from two metres, for hands that are dirty: Space signs off,
arrows go on and back, M goes to what is measured, N to a note, Escape closes."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from PySide6.QtCore import QElapsedTimer, QEvent, QObject, Qt, QTimer, Signal
from PySide6.QtGui import QFont, QHideEvent, QKeyEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QScrollArea, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.stages.fit.check_fields import CheckFields
from anchor_beam.desk.stages.fit.hand import InHand
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.bench_line import BenchLine
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.job_card import LONGEST
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.shown_step import lengths_beside
from anchor_beam.fitting.card import State, cautions_of, resting
from anchor_beam.session.workshop import Part
from anchor_beam.words import faults
from anchor_beam.words.fitting import progress

LARGE, MIDDLE = 3.0, 1.7  # times the large type
TICK = 5_000  # ms between two looks at the clock
REST = 10  # min that T puts on the clock
KEYS = (
    "Space done, or take it back   M what is measured   N a note   T rest 10 min more   ← → steps   Page ↑ ↓ the rest"
    "   Esc close"
)


class _Note(BenchLine):
    """Enter keeps it, Escape leaves it as it was; both go back to the step."""

    def __init__(self, page: AtCar) -> None:
        super().__init__()
        self._page = page

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key is Qt.Key.Key_Escape:
            self.setText(self._page.kept_note)
            self.setModified(False)
        if key in (Qt.Key.Key_Escape, Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._page.setFocus()
            return
        super().keyPressEvent(event)


class AtCar(QFrame):
    """Over the window while it is open."""

    left = Signal()

    def __init__(self, bridge: Bridge, hand: InHand, window: QWidget) -> None:
        super().__init__(window)
        self._bridge, self._hand, self._window = bridge, hand, window
        self._looked_at, self._standing = "", ""
        px = bridge.theme.px
        self.setAutoFillBackground(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        column = QVBoxLayout(self)
        column.setContentsMargins(px(40), px(26), px(40), px(26))
        column.setSpacing(px(14))
        self.head, self.text, self.with_what, self.caution, self.said, self.rests = (Label() for _ in range(6))
        self.text.setFont(self._larger(LARGE))
        for label in (self.head, self.with_what, self.caution, self.said, self.rests):
            label.setFont(self._larger(MIDDLE))
        for label in (self.text, self.with_what, self.caution, self.said):
            label.setWordWrap(True)
        self.caution.setStyleSheet(in_tone(Tone.WARNING))
        self.said.setStyleSheet(in_tone(Tone.WARNING))
        self.head.setStyleSheet(in_tone(Tone.SOFT))
        self.values = CheckFields(bridge, hand, times=MIDDLE * 1.3)
        self.values.all_taken.connect(self.setFocus)
        column.addWidget(self._upper(), stretch=1)
        self.note = _Note(self)
        self.note.setFont(self._larger(MIDDLE))
        self.note.setMaxLength(LONGEST)
        self.note.setPlaceholderText("a note, a defect, where it was stuck")
        self.note.setAccessibleName("note at this step, large")
        self.note.setFocusPolicy(Qt.FocusPolicy.ClickFocus)
        self.note.editingFinished.connect(self._keep_note)
        column.addWidget(self.note)
        column.addWidget(self.said)
        row = QHBoxLayout()
        row.setSpacing(px(14))
        self.sign = QPushButton("Done (Space)")
        self.sign.setMinimumHeight(px(84))
        self.sign.setFont(self._larger(MIDDLE))
        self.sign.clicked.connect(self._sign)
        self.back, self.on, self.close_ = QPushButton("←"), QPushButton("→"), QPushButton("close (Esc)")
        self.back.clicked.connect(lambda: self._hand.go(-1))
        self.on.clicked.connect(lambda: self._hand.go(1))
        self.close_.clicked.connect(self.hide)
        for button in (self.back, self.on, self.close_):
            button.setMinimumHeight(px(84))
            button.setFont(self._larger(MIDDLE))
        for button in (self.back, self.on, self.close_, self.sign):
            button.setFocusPolicy(Qt.FocusPolicy.NoFocus)  # Space is the step's
        self.back.setAccessibleName("the step before")
        self.on.setAccessibleName("the next step")
        row.addWidget(self.back)
        row.addWidget(self.on)
        row.addWidget(self.sign, stretch=1)
        row.addWidget(self.close_)
        column.addLayout(row)
        keys = Label(KEYS)
        keys.setStyleSheet(in_tone(Tone.SOFT))
        column.addWidget(keys)
        self.hide()
        self._opened = QElapsedTimer()
        self._clock = QTimer(self)
        self._clock.setInterval(TICK)
        self._clock.timeout.connect(self._tell_time)
        hand.tell(self, self._show)
        hand.note_wanted.connect(lambda: self.note.setFocus() if self.isVisible() else None)
        window.installEventFilter(self)
        bridge.listen(self, to=Part.READINGS, then=hand.keep_up)

    def _upper(self) -> QWidget:
        """What is read of the step and measured in it. A small window scrolls it, so that buttons and note stay there."""
        self.scrolled, upper = QScrollArea(), QWidget()
        inner = QVBoxLayout(upper)
        inner.setContentsMargins(0, 0, 0, 0)
        inner.setSpacing(self._bridge.theme.px(14))
        for widget in (self.head, self.text, self.with_what, self.caution, self.rests, self.values):
            inner.addWidget(widget)
        inner.addStretch()
        self.scrolled.setWidget(upper)
        self.scrolled.setWidgetResizable(True)
        self.scrolled.setFrameShape(QFrame.Shape.NoFrame)
        self.scrolled.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.values.entered.connect(self._keep_in_sight)
        return self.scrolled

    def _keep_in_sight(self, key: str) -> None:
        self.scrolled.ensureWidgetVisible(self.values.fields[key])

    def _larger(self, times: float) -> QFont:
        font = QFont(self._bridge.theme.font(Size.LARGE))
        font.setPixelSize(
            round(font.pixelSize() * times) if font.pixelSize() > 0 else round(font.pointSizeF() * times)
        )
        return font

    def open(self) -> None:
        """Show the step in hand over the window."""
        self.setGeometry(self._window.rect())
        self._looked_at = ""
        self.show()
        self._hand.looked.emit()
        self._clock.start()
        self.raise_()
        self.setFocus()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() is QEvent.Type.Resize and self.isVisible():
            self.setGeometry(self._window.rect())
        return super().eventFilter(watched, event)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if key is Qt.Key.Key_Escape:
            self.hide()
        elif key is Qt.Key.Key_Space:
            self._sign()
        elif key is Qt.Key.Key_N:
            self.note.setFocus()
        elif key is Qt.Key.Key_T:
            self._rest()
        elif key is Qt.Key.Key_M:
            self.values.measure()
        elif key in (Qt.Key.Key_Right, Qt.Key.Key_Down):
            self._hand.go(1)
        elif key in (Qt.Key.Key_Left, Qt.Key.Key_Up):
            self._hand.go(-1)
        elif key in (Qt.Key.Key_PageDown, Qt.Key.Key_PageUp):
            bar = self.scrolled.verticalScrollBar()
            bar.setValue(bar.value() + (bar.pageStep() if key is Qt.Key.Key_PageDown else -bar.pageStep()))
        else:
            super().keyPressEvent(event)

    @property
    def kept_note(self) -> str:
        """The note as it stands on the card."""
        return "" if self._hand.at is None else self._hand.at.note

    def hideEvent(self, event: QHideEvent) -> None:
        self._clock.stop()
        self.left.emit()
        super().hideEvent(event)

    def _keep_note(self) -> None:
        if self.note.isModified():
            self.note.setModified(False)
            self._say(self._hand.note(self.note.text()))

    def _tell_time(self) -> None:
        minutes = self._opened.elapsed() // 60_000
        self.head.setText(f"{self._standing} · {minutes} min on it" if minutes else self._standing)
        lines = [] if self._hand.view is None else resting(self._hand.view, datetime.now(UTC))
        self.rests.setText("\n".join(lines))
        self.rests.setVisible(bool(lines))

    def _rest(self) -> None:
        """Count down from ten minutes more, at the step in hand."""
        at = self._hand.at
        if at is None:
            return
        step, now = at.step.id, datetime.now(UTC)
        begun = max(now, datetime.fromisoformat(at.rests)) if at.rests else now
        until = (begun + timedelta(minutes=REST)).isoformat(timespec="seconds")
        self._say(self._hand.change(lambda card: card.with_wait(step, until), f"{REST} min more on the clock"))

    def _sign(self) -> None:
        self._say(self._hand.sign())

    def _say(self, problem: AnchorBeamError | None) -> None:
        self.said.setText("" if problem is None else f"△ {faults.sentence(problem, self._bridge.units)}")
        self.said.setVisible(problem is not None)

    def _show(self) -> None:
        at, view = self._hand.at, self._hand.view
        if at is None or view is None:
            self.hide()
            return
        step = at.step
        done = " · done" if at.state is State.DONE else ""
        self._standing = f"{at.number}{done} · {step.posture} · {progress(view.done, len(view.steps))}"
        if step.id != self._looked_at:
            self._looked_at = step.id
            self._opened.start()
            self.scrolled.verticalScrollBar().setValue(0)
            self.note.setModified(False)
        if not self.note.isModified():
            self.note.setText(at.note)
        self._tell_time()
        self.text.setText(step.text)
        card = self._hand.card
        lengths = "" if card is None else lengths_beside(step, card.job, self._bridge.units)
        self.with_what.setText(" ".join(filter(None, (lengths, ", ".join(step.tools)))))
        self.caution.setText("  ".join(f"△ {each}" for each in cautions_of(step)))
        for label in (self.with_what, self.caution):
            label.setVisible(bool(label.text()))
        self.sign.setText("Take it back (Space)" if at.state is State.DONE else "Done (Space)")
        self._say(None)

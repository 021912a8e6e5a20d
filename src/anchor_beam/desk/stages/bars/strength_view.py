"""Links, brackets and bars under load: what they carry, what they are rated for, and what follows; ratings are typed here."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QComboBox, QGridLayout, QSizePolicy, QVBoxLayout, QWidget

from anchor_beam.core.bar.fatigue import Finish
from anchor_beam.core.sides import Axle
from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.theme.theme import in_tone
from anchor_beam.desk.widgets.choice import Box, fill
from anchor_beam.desk.widgets.number_field import NumberField
from anchor_beam.desk.widgets.plain import Label, tip
from anchor_beam.documents.parts.facts import PartKind
from anchor_beam.documents.readings import Reading
from anchor_beam.documents.records import EndSetting
from anchor_beam.drawings.shapes import Size, Tone
from anchor_beam.errors import AnchorBeamError
from anchor_beam.figures.strength import USUAL_FINISH, Loaded, Piece, steel
from anchor_beam.jobs.request import Answer, Done, Failed, Request
from anchor_beam.session.edits import SetRating, SetSteel
from anchor_beam.session.workshop import Part
from anchor_beam.units.kinds import Kind
from anchor_beam.units.show import show
from anchor_beam.words import faults
from anchor_beam.words.names import LETTER
from anchor_beam.words.strength import HEADS, NOTE, advice, lasts

KIND = {Piece.LINK: Kind.FORCE, Piece.BRACKET: Kind.FORCE, Piece.BAR: Kind.STRESS}
PART = {Piece.LINK: PartKind.LINK, Piece.BRACKET: PartKind.BRACKET}
USUAL = f"{USUAL_FINISH}, as is usual"
FINISHES = (USUAL, *Finish)


class StrengthView(QWidget):
    """A line for each piece of both axles."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        px = bridge.theme.px
        self.setFixedHeight(px(166))
        column = QVBoxLayout(self)
        column.setContentsMargins(px(14), px(4), px(14), px(2))
        column.setSpacing(px(2))
        grid = QGridLayout()
        grid.setHorizontalSpacing(px(14))
        grid.setVerticalSpacing(0)
        column.addLayout(grid)
        for i, text in enumerate(HEADS):
            grid.addWidget(self._label(text, soft=True), 0, i)
        self.lines: dict[tuple[Axle, Piece], _Line] = {}
        for axle in Axle:
            for piece in Piece:
                self.lines[axle, piece] = _Line(bridge, axle, piece, grid, len(self.lines) + 1)
        grid.setColumnStretch(len(HEADS) - 1, 1)
        self.note = self._label(NOTE, soft=True)
        self.note.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self.note.setToolTip(tip(NOTE))
        column.addStretch()
        column.addWidget(self.note)
        self._found: tuple[Loaded, ...] = ()
        bridge.follow(self, to=Part.CAR | Part.SETTING, ask=self._wanted, then=self._take)
        bridge.listen(self, to=Part.CAR | Part.SETTING | Part.UNITS, then=self._show)

    def _label(self, text: str, *, soft: bool) -> Label:
        label = Label(text)
        label.setFont(self._bridge.theme.font(Size.SMALL))
        if soft:
            label.setStyleSheet(in_tone(Tone.SOFT))
        return label

    def _wanted(self) -> Request | None:
        shown = self._bridge.picture
        if shown is None:
            return None
        from anchor_beam.jobs.tasks import StrengthOf

        return StrengthOf(shown.file.car, shown.file.bench)

    def _take(self, answer: Answer | None) -> None:
        self._found = answer.value if isinstance(answer, Done) else ()
        self.note.setText(faults.sentence(answer.problem, self._bridge.units) if isinstance(answer, Failed) else NOTE)
        self._show()

    def _show(self) -> None:
        found = {(one.axle, one.piece): one for one in self._found}
        for key, line in self.lines.items():
            line.show_piece(found.get(key))


class _Line:
    """One piece: labels and, where its rating is typed, a field. It keeps what is typed into it."""

    def __init__(self, bridge: Bridge, axle: Axle, piece: Piece, grid: QGridLayout, row: int) -> None:
        self._bridge, self._axle, self._piece = bridge, axle, piece
        theme = bridge.theme
        about = (
            "Where the steel yields." if piece is Piece.BAR else "The maker's figure; the weakest of part and bolt."
        )
        self.rated = NumberField(bridge, KIND[piece], f"rating of the {axle} {piece}", self, about=about)
        self.carries, self.used, self.said = Label(), Label(), Label()
        name = Label(f"{LETTER[axle]}  {piece}")
        for label in (name, self.carries, self.used, self.said):
            label.setFont(theme.font(Size.SMALL, bold=label is name))
        self.said.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self.carries.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self.used.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self.finish: QComboBox | None = None
        for i, widget in enumerate((name, self.carries, self.rated, self.used)):
            grid.addWidget(widget, row, i)
        if piece is Piece.BAR:
            self.finish = Box()
            self.finish.addItems(list(FINISHES))
            self.finish.setAccessibleName(f"surface of the {axle} bar")
            self.finish.setFont(theme.font(Size.SMALL))
            self.finish.activated.connect(self._finished)
            grid.addWidget(self.finish, row, 4)
        grid.addWidget(self.said, row, 5)

    @property
    def _end(self) -> EndSetting | None:
        shown = self._bridge.picture
        return None if shown is None else shown.file.bench.end(self._axle)

    # the keeper of what is typed

    def kept(self) -> Reading | None:
        end = self._end
        if end is None:
            return None
        parts = {Piece.LINK: end.link_part, Piece.BRACKET: end.bracket}
        part = parts.get(self._piece)
        value = end.bar.facts.yield_ if self._piece is Piece.BAR else None if part is None else part.rating
        return None if value is None else Reading(value)

    def stand_in(self) -> float | None:
        end = self._end
        return steel(end.bar.facts).yield_ if end is not None and self._piece is Piece.BAR else None

    def keep(self, reading: Reading | None) -> AnchorBeamError | None:
        value, end = None if reading is None else reading.value, self._end
        if self._piece is not Piece.BAR:
            return self._bridge.ask(SetRating(self._axle, PART[self._piece], value))
        finish = None if end is None else end.bar.facts.finish
        return self._bridge.ask(SetSteel(self._axle, finish, value))

    def _finished(self, index: int) -> None:
        end = self._end
        if end is not None:
            finish = None if index == 0 else Finish(FINISHES[index])
            self._bridge.ask_or_complain(SetSteel(self._axle, finish, end.bar.facts.yield_))

    # what stands there

    def show_piece(self, one: Loaded | None) -> None:
        """What it carries, None until that is worked out."""
        units, end, shown = self._bridge.units, self._end, self._bridge.picture
        self.rated.refresh()
        if self.finish is not None and end is not None:
            finish = end.bar.facts.finish
            fill(self.finish, list(FINISHES), 0 if finish is None else FINISHES.index(finish))
        if one is None or shown is None:
            self.carries.setText("…")
            self.used.setText("")
            self.said.setText("")
            return
        carries = one.carries
        self.carries.setText("–" if carries is None else str(show(carries, KIND[self._piece], units)))
        self.used.setText("" if one.used is None else f"{one.used * 100:.0f}\u00a0%")
        words = lasts(one.hours, shown.file.car.use, assumed=one.assumed)
        words = words if self._piece is Piece.BAR else advice(one.used, carries).said(units)
        self.said.setText(one.why or words)
        self.said.setToolTip(tip(one.why or words))
        over = one.used is not None and one.used > 1.0
        self.said.setStyleSheet(in_tone(Tone.WARNING if over else Tone.INK))

"""Typical values that have become better since this car was made: what they are, and a button that takes them."""

from __future__ import annotations

from PySide6.QtWidgets import QPushButton, QVBoxLayout, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.plain import Label
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.offers import Offer, offers
from anchor_beam.drawings.shapes import Size
from anchor_beam.session.edits import TakeTypical
from anchor_beam.session.workshop import Part
from anchor_beam.units.show import show
from anchor_beam.words.acts import choice_at


class Offered(QWidget):
    """Hidden while there is nothing to offer."""

    def __init__(self, bridge: Bridge) -> None:
        super().__init__()
        self._bridge = bridge
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, bridge.theme.px(6))
        self.words = Label()
        self.words.setWordWrap(True)
        self.words.setFont(bridge.theme.font(Size.SMALL))
        self.take = QPushButton("Take them")
        self.take.clicked.connect(lambda: bridge.ask_or_complain(TakeTypical()))
        column.addWidget(self.words)
        column.addWidget(self.take)
        bridge.listen(self, to=Part.CAR | Part.UNITS, then=self._show)

    def _show(self) -> None:
        shown = self._bridge.picture
        found = () if shown is None else offers(shown.file.car)
        self.setVisible(bool(found))
        said = ", ".join(self._said(offer) for offer in found)
        self.words.setText(f"Better typical values for a car like this: {said}. Yours stay until you take them.")

    def _said(self, offer: Offer) -> str:
        if not isinstance(offer.better, float):
            return f"{choice_at(offer.place).partition(', ')[2]} {offer.better} instead of {offer.now}"
        field, units = field_at(offer.place), self._bridge.units
        assert isinstance(offer.now, float)
        now, better = (show(value, field.kind, units) for value in (offer.now, offer.better))
        return f"{field.label.lower()} {better} instead of {now.number}"

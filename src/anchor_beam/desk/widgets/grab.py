"""Taking hold of something drawn with the left mouse button, moving it, and letting it go."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QEvent, QObject, QPointF, Qt
from PySide6.QtGui import QGuiApplication, QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.session.drag import Drag
from anchor_beam.session.edits.edit import Edit

PlaceAt = Callable[[QPointF], str]  # what lies there to be taken hold of, empty for nothing
EditAt = Callable[[str, QPointF], Edit | None]  # what moving a place there means


class Grab(QObject):
    """Watches the mouse over a widget and turns it into a `Drag` of the workshop.

    Only the left button drags. A press that moves less than the desktop's drag distance is a click and changes nothing. The
    drag ends without a trace when Escape is pressed, the window loses the focus, the widget is hidden, the button turns out
    to be up, or the workshop ends it.
    """

    def __init__(self, bridge: Bridge, widget: QWidget, *, place_at: PlaceAt, edit_at: EditAt) -> None:
        super().__init__(widget)
        self._bridge, self._widget = bridge, widget
        self._place_at, self._edit_at = place_at, edit_at
        self._pressed: tuple[str, QPointF] | None = None
        self._drag: Drag | None = None
        widget.setMouseTracking(True)
        widget.installEventFilter(self)

    @property
    def held(self) -> str:
        """The place that is being dragged, empty for none."""
        return self._drag.place if self._drag is not None and self._drag.alive else ""

    def eventFilter(self, _watched: QObject, event: QEvent) -> bool:
        match event.type():
            case QEvent.Type.MouseButtonPress if isinstance(event, QMouseEvent):
                self._press(event)
            case QEvent.Type.MouseMove if isinstance(event, QMouseEvent):
                self._move(event)
            case QEvent.Type.MouseButtonRelease if isinstance(event, QMouseEvent):
                if event.button() is Qt.MouseButton.LeftButton:
                    self._let_go()
            case QEvent.Type.KeyPress if (
                isinstance(event, QKeyEvent) and event.key() == Qt.Key.Key_Escape and self.held
            ):
                self._give_up()
                return True
            case QEvent.Type.FocusOut | QEvent.Type.Hide | QEvent.Type.WindowDeactivate | QEvent.Type.UngrabMouse:
                self._give_up()
            case _:
                pass
        return False

    def _press(self, event: QMouseEvent) -> None:
        self._give_up()
        place = self._place_at(event.position()) if event.button() is Qt.MouseButton.LeftButton else ""
        self._pressed = (place, event.position()) if place else None

    def _move(self, event: QMouseEvent) -> None:
        if self._pressed is None:
            over = self._place_at(event.position())
            self._widget.setCursor(Qt.CursorShape.SizeHorCursor if over else Qt.CursorShape.ArrowCursor)
            return
        if not event.buttons() & Qt.MouseButton.LeftButton:
            self._give_up()  # the release went elsewhere
            return
        place, start = self._pressed
        if self._drag is None:
            far = (event.position() - start).manhattanLength()
            if far < QGuiApplication.styleHints().startDragDistance():
                return
            self._drag = self._bridge.workshop.hold(place)
        edit = self._edit_at(place, event.position())
        if edit is not None:
            self._drag.to(edit)

    def _let_go(self) -> None:
        drag, self._drag, self._pressed = self._drag, None, None
        if drag is not None:
            self._bridge.attempt(drag.let_go)

    def _give_up(self) -> None:
        drag, self._drag, self._pressed = self._drag, None, None
        if drag is not None:
            drag.give_up()

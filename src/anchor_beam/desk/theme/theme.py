"""The look in force: colours, fonts in four sizes and two weights, icons."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

from PySide6.QtCore import QByteArray, QObject, QRectF, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QFont,
    QFontDatabase,
    QFontMetricsF,
    QGuiApplication,
    QIcon,
    QPainter,
    QPalette,
    QPixmap,
)
from PySide6.QtWidgets import QApplication, QWidget

import anchor_beam
from anchor_beam.desk.theme.colours import DARK, LIGHT, Colours
from anchor_beam.desk.theme.dresser import Dresser
from anchor_beam.drawings.shapes import Size, Tone

FAMILY = "B612"
_STEPS = {Size.SMALL: 12.0, Size.NORMAL: 13.0, Size.LARGE: 16.0, Size.HUGE: 23.0}
ROOMY, LARGER = (
    (2400, 1300),
    16.0 / 13.0,
)  # px of a screen where everything is larger, and by how much: type of whole px
ASSETS = Path(anchor_beam.__file__).parent / "assets"


class Theme(QObject):
    """One per application; `changed` tells widgets to take new colours."""

    changed = Signal()

    def __init__(self, choice: str = "desktop") -> None:
        super().__init__()
        self._app = QApplication.instance()
        self._scale = _system_scale()
        self.choice = choice
        self.colours = self._chosen()
        self._fonts: dict[tuple[Size, bool], QFont] = {}
        self._metrics: dict[tuple[Size, bool], QFontMetricsF] = {}
        self._tones: dict[str, QColor] = {}
        self._dresser = Dresser()
        _load_fonts()
        app = self._app
        assert isinstance(app, QApplication)
        app.setStyle("Fusion")
        app.setFont(self.font())
        app.setPalette(self._palette())
        app.setStyleSheet(_style(self._scale))
        QGuiApplication.styleHints().colorSchemeChanged.connect(self._desktop_changed)

    @property
    def dark(self) -> bool:
        return self.colours is DARK

    def choose(self, choice: str) -> None:
        """`light`, `dark` or `desktop`."""
        self.choice = choice
        self.colours = self._chosen()
        self._tones.clear()
        palette = self._palette()
        QGuiApplication.setPalette(palette)
        self._dresser.dress(palette)
        self.changed.emit()

    @property
    def dressed(self) -> bool:
        """Whether everything that is open has the look that was chosen last."""
        return self._dresser.done

    def colour(self, tone: Tone | str) -> QColor:
        """A colour by meaning, everybody's: copy it before you change its alpha."""
        if tone not in self._tones:
            self._tones[tone] = QColor(getattr(self.colours, str(tone)))
        return self._tones[tone]

    def font(self, size: Size = Size.NORMAL, *, bold: bool = False) -> QFont:
        """The shipped family at one of the four sizes, which follow the system font."""
        if (size, bold) not in self._fonts:
            font = QFont(FAMILY)
            font.setPixelSize(max(1, round(_STEPS[size] * self._scale)))
            font.setBold(bold)
            self._fonts[size, bold] = font
        return self._fonts[size, bold]

    def metrics(self, size: Size = Size.NORMAL, *, bold: bool = False) -> QFontMetricsF:
        """Measures of that font."""
        if (size, bold) not in self._metrics:
            self._metrics[size, bold] = QFontMetricsF(self.font(size, bold=bold))
        return self._metrics[size, bold]

    @property
    def enlarged(self) -> float:
        """Text size of this system over the normal one."""
        return self._scale

    def px(self, length: float) -> int:
        """A length designed at the normal font size, in pixels of this system."""
        return round(length * self._scale)

    def icon(self, name: str, tone: Tone = Tone.INK) -> QIcon:
        """One of our own icons in a tone."""
        return _icon(name, self.colour(tone).name(), self.px(22))

    def _chosen(self) -> Colours:
        if self.choice in ("light", "dark"):
            return DARK if self.choice == "dark" else LIGHT
        return DARK if QGuiApplication.styleHints().colorScheme() is Qt.ColorScheme.Dark else LIGHT

    def _desktop_changed(self) -> None:
        if self.choice == "desktop":
            self.choose("desktop")

    def _palette(self) -> QPalette:
        palette, c = QPalette(), self.colours
        roles = QPalette.ColorRole
        for role, name in (
            (roles.Window, "ground"), (roles.Base, "sheet"), (roles.AlternateBase, "panel"), (roles.Button, "panel"),
            (roles.WindowText, "ink"), (roles.Text, "ink"), (roles.ButtonText, "ink"), (roles.PlaceholderText, "soft"),
            (roles.Highlight, "grab"), (roles.HighlightedText, "sheet"), (roles.Mid, "line"), (roles.Link, "grab"),
            (roles.ToolTipBase, "sheet"), (roles.ToolTipText, "ink"), (roles.BrightText, "warning"),
        ):  # fmt: skip
            palette.setColor(role, QColor(getattr(c, name)))
        return palette


@lru_cache(maxsize=1)
def _load_fonts() -> None:
    """Make the shipped fonts known, once for all looks."""
    for name in ("B612-Regular.ttf", "B612-Bold.ttf"):
        QFontDatabase.addApplicationFontFromData(QByteArray((ASSETS / "fonts" / name).read_bytes()))


def in_tone(tone: Tone) -> str:
    """A style sheet that writes in a tone by its role in the palette, so that another look needs no other sheet."""
    roles = {
        Tone.INK: "text", Tone.SOFT: "placeholder-text", Tone.GRAB: "highlight", Tone.WARNING: "bright-text",
    }  # fmt: skip
    return f"color: palette({roles[tone]})"


def restyle(widget: QWidget, sheet: str) -> None:
    """Set a style sheet only where it changes: polishing a widget costs more than painting it."""
    if widget.styleSheet() != sheet:
        widget.setStyleSheet(sheet)


def _system_scale() -> float:
    """1.0 at the usual 12 px system font; more on a screen with room for it."""
    info = QFontDatabase.systemFont(QFontDatabase.SystemFont.GeneralFont)
    pixels = info.pixelSize() if info.pixelSize() > 0 else info.pointSizeF() * 96.0 / 72.0
    room = QGuiApplication.primaryScreen().availableSize()
    wide = room.width() >= ROOMY[0] and room.height() >= ROOMY[1]
    return max(0.8, pixels / 12.0) * (LARGER if wide else 1.0)


@lru_cache(maxsize=64)
def _icon(name: str, colour: str, size: int) -> QIcon:
    from PySide6.QtSvg import QSvgRenderer

    text = (ASSETS / "icons" / f"{name}.svg").read_text().replace("currentColor", colour)
    pixmap = QPixmap(size * 2, size * 2)
    pixmap.fill(Qt.GlobalColor.transparent)
    painter = QPainter(pixmap)
    QSvgRenderer(QByteArray(text.encode())).render(painter, QRectF(0, 0, size * 2, size * 2))
    painter.end()
    pixmap.setDevicePixelRatio(2.0)
    return QIcon(pixmap)


def _style(scale: float) -> str:
    """Only what the palette cannot say: flat fields on a line, quiet buttons, visible focus; colours are its roles."""

    def px(length: int) -> str:
        return f"{max(1, round(length * scale))}px"

    chevron, check = (ASSETS / "icons" / f"{name}.svg" for name in ("chevron", "check"))
    return f"""
    QToolTip {{ background: palette(base); color: palette(text); border: 1px solid palette(mid); padding: {px(4)}; }}
    QPushButton {{ background: transparent; color: palette(highlight); border: 1px solid palette(mid); border-radius: 2px;
        padding: {px(4)} {px(10)}; }}
    QPushButton:hover {{ border-color: palette(highlight); }}
    QPushButton:focus {{ border: 2px solid palette(highlight); }}
    QPushButton:disabled {{ color: palette(placeholder-text); }}
    QComboBox {{ background: palette(base); color: palette(text); border: none; border-bottom: 1px solid palette(mid);
        padding: {px(2)} {px(4)}; }}
    QComboBox::drop-down {{ border: none; width: {px(18)}; }}
    QComboBox::down-arrow {{ image: url({chevron}); width: {px(11)}; height: {px(11)}; }}
    QComboBox:focus {{ border-bottom: 2px solid palette(highlight); }}
    QComboBox QAbstractItemView {{ background: palette(base); color: palette(text);
        selection-background-color: palette(highlight); selection-color: palette(base); border: 1px solid palette(mid); }}
    QCheckBox {{ spacing: {px(6)}; padding: {px(1)} {px(6)} {px(1)} 0; }}
    QCheckBox:focus, QRadioButton:focus {{ outline: none; color: palette(highlight); text-decoration: underline; }}
    QCheckBox::indicator {{ width: {px(11)}; height: {px(11)}; border: 1px solid palette(placeholder-text);
        background: palette(base); }}
    QCheckBox::indicator:checked {{ image: url({check}); }}
    QCheckBox::indicator:hover {{ border-color: palette(highlight); }}
    QCheckBox::indicator:focus {{ border: 2px solid palette(highlight); width: {px(9)}; height: {px(9)}; }}
    QLineEdit {{ background: palette(base); color: palette(text); border: none; border-bottom: 1px solid palette(mid);
        padding: {px(1)} {px(2)}; }}
    QLineEdit:focus {{ border-bottom: 2px solid palette(highlight); }}
    QMenu {{ background: palette(base); color: palette(text); border: 1px solid palette(mid); padding: {px(4)}; }}
    QMenu::item {{ padding: {px(4)} {px(18)}; }}
    QMenu::item:selected {{ background: palette(highlight); color: palette(base); }}
    QScrollBar:vertical {{ background: transparent; width: {px(8)}; margin: 0; }}
    QScrollBar::handle:vertical {{ background: palette(mid); border-radius: {px(3)}; min-height: {px(24)}; }}
    QScrollBar::add-line, QScrollBar::sub-line {{ height: 0; }}
    """

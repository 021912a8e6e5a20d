"""What a stage is: a name, a key, a page, and what is open there. The list of all of them is in `registry`."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from anchor_beam.figures.picture import Picture
from anchor_beam.immutable import immutable

if TYPE_CHECKING:
    from PySide6.QtWidgets import QWidget

    from anchor_beam.desk.bridge import Bridge
    from anchor_beam.desk.shell.files import Files


@immutable
class Stage:
    """name: on the rail. icon: a file of the icons. digit: with Ctrl, its key, which stays its own when stages come between.

    page: makes the page; it imports what it needs, so that a stage costs nothing until it is looked at. open: what is still
    to do there, in a word or two, empty for nothing. about: one sentence, for tool tips and the list of keys. below: it
    stands under the stages of the work. needs_car: whether it is of use without a car.
    """

    name: str
    icon: str
    digit: int
    about: str
    page: Callable[[Bridge, Files], QWidget]
    open: Callable[[Picture], str]
    below: bool = False
    needs_car: bool = True

    @property
    def key(self) -> str:
        """Its shortcut."""
        return f"Ctrl+{self.digit}"

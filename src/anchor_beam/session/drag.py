"""Something held and moved: tried out on the whole bench while it is held, kept as one act when it is let go."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.errors import InputError, NoSolution
from anchor_beam.session.edits.edit import Edit

if TYPE_CHECKING:
    from anchor_beam.session.outcome import Outcome
    from anchor_beam.session.workshop import Workshop


class Drag:
    """One drag of one place of one car, from taking hold to letting go. It ends by itself when the car in hand changes, when
    something else is done, or when another drag begins; then it moves nothing more."""

    def __init__(self, workshop: Workshop, place: str) -> None:
        self._workshop = workshop
        self.place = place
        self._last: Edit | None = None

    @property
    def alive(self) -> bool:
        """Whether it still holds."""
        return self._workshop.drag is self

    def to(self, edit: Edit) -> None:
        """Try an act out. One that cannot be leaves what was tried last."""
        if not self.alive:
            return
        try:
            self._workshop.try_out(edit)
        except (InputError, NoSolution):
            return
        self._last = edit

    def let_go(self) -> Outcome | None:
        """Keep what was tried last as one act; None where nothing was, or the drag had ended."""
        if not self.alive:
            return None
        edit, self._last = self._last, None
        if edit is None:
            self._workshop.end_drag()
            return None
        return self._workshop.do(edit)

    def give_up(self) -> None:
        """Back to what is kept."""
        if self.alive:
            self._workshop.end_drag()

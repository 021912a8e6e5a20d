"""The workshops of one garage, one for each window: no car is in two hands, and what one changes the others see."""

from __future__ import annotations

from typing import TYPE_CHECKING

from anchor_beam.errors import InputError

if TYPE_CHECKING:
    from anchor_beam.session.workshop import Workshop


class Company:
    """Whoever works in a garage at the moment, in the order in which they came."""

    def __init__(self) -> None:
        self._workshops: list[Workshop] = []

    def join(self, workshop: Workshop) -> None:
        """From now on."""
        self._workshops.append(workshop)

    def leave(self, workshop: Workshop) -> None:
        """Its window is closed."""
        self._workshops.remove(workshop)

    @property
    def first(self) -> Workshop:
        """Who is there longest."""
        return self._workshops[0]

    def others(self, of: Workshop) -> list[Workshop]:
        """Everybody else."""
        return [workshop for workshop in self._workshops if workshop is not of]

    def holder(self, car: int) -> Workshop | None:
        """Who has a car in hand."""
        return next((workshop for workshop in self._workshops if workshop.car == car), None)

    def require_free(self, car: int, asker: Workshop) -> None:
        """Refuse a car that somebody else has in hand.

        Raises:
            InputError
        """
        holder = self.holder(car)
        if holder is not None and holder is not asker:
            name = "" if holder.picture is None else f"“{holder.picture.file.car.name}” "
            raise InputError("garage", f"{name}is open in the other window.", accepts="another car")

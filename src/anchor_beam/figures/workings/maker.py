"""What makes a working: a function of the picture, None where the figure does not exist now."""

from __future__ import annotations

from collections.abc import Callable

from anchor_beam.core.working import Working
from anchor_beam.figures.picture import Picture

Maker = Callable[[Picture], Working | None]

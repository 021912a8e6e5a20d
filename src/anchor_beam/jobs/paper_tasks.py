"""Files that take longer to make than a hand waits for."""

from __future__ import annotations

from collections.abc import Callable, Hashable

from anchor_beam.immutable import immutable
from anchor_beam.jobs.request import Report


@immutable
class FileOf:
    """The bytes of a file. make: a function of `sheets`, content: what it is given."""

    make: Callable[..., bytes]
    content: tuple[Hashable, ...]

    def run(self, _report: Report) -> bytes:
        """The file, whole.

        Raises:
            InputError: as `make`.
        """
        return self.make(*self.content)

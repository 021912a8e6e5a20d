"""Files that go out: written whole or not at all, under names that stay in the folder that was chosen."""

from __future__ import annotations

import os
import re
import tempfile
from collections.abc import Callable
from pathlib import Path

_NO_PART_OF_A_NAME = re.compile(r'[\x00-\x1f\x7f/\\:*?"<>|\u202a-\u202e\u2066-\u2069]+')
LONGEST = 100  # characters of a name, so that no file system refuses it in any script


def write_whole(path: Path, make: Callable[[Path], object]) -> None:
    """Have a file made beside its place and put there when it is whole and on the disk; what was there stays until then.

    Raises:
        OSError: it could not be written; what was there is as it was.
    """
    place = path.resolve()  # a link stays a link
    with tempfile.TemporaryDirectory(dir=place.parent, prefix=".anchor-beam-") as folder:
        made = Path(folder) / "made"
        make(made)
        with made.open("rb") as file:
            os.fsync(file.fileno())
        made.chmod(place.stat().st_mode & 0o777 if place.exists() else 0o666 & ~_mask())
        made.replace(place)


def write_bytes(path: Path, content: bytes) -> None:
    """Write bytes whole.

    Raises:
        OSError: as `write_whole`.
    """
    write_whole(path, lambda made: made.write_bytes(content))


def write_text(path: Path, text: str) -> None:
    """Write a text whole, as UTF-8.

    Raises:
        OSError: as `write_whole`.
    """
    write_bytes(path, text.encode(errors="backslashreplace"))


def file_name(name: str, ending: str) -> str:
    """A file name from any name a user gave: `a/../b` becomes `a .. b`, nothing of it is a folder or a device."""
    plain = " ".join(_NO_PART_OF_A_NAME.sub(" ", name).split()).strip(". ")
    while len(plain.encode()) > LONGEST:
        plain = plain[:-1]
    return f"{plain.strip() or 'car'}{ending}"


def _mask() -> int:
    mask = os.umask(0)
    os.umask(mask)
    return mask

"""Whether there is a screen to open a window on, before Qt is asked: without one it ends the process, advising to reinstall.

Reads the environment and tries the doors that it names; knows no Qt.
"""

from __future__ import annotations

import contextlib
import re
import socket
from collections.abc import Mapping
from pathlib import Path

WAITS = 2.0  # s for a display on another machine
_X = re.compile(r"^(?P<host>[^/]*?):(?P<number>\d+)(?:\.\d+)?$")


def missing(environment: Mapping[str, str]) -> str:
    """Why no window can be opened, as a sentence; empty where one can."""
    wanted = environment.get("QT_QPA_PLATFORM", "").partition(":")[0].partition(";")[0]
    if wanted and wanted not in ("xcb", "wayland"):
        return ""  # said by whoever started us, such as offscreen
    x, wayland = environment.get("DISPLAY", ""), environment.get("WAYLAND_DISPLAY", "")
    if not x and not wayland:
        return "There is no screen here to open a window on. “anchor-beam solve” works without one."
    if wanted != "wayland" and x and _answers_x(x):
        return ""
    if wanted != "xcb" and wayland and _answers_wayland(wayland, environment.get("XDG_RUNTIME_DIR", "")):
        return ""
    named = " and ".join(f"{name}={value}" for name, value in (("DISPLAY", x), ("WAYLAND_DISPLAY", wayland)) if value)
    return f"The screen that {named} names does not answer, so no window can be opened."


def platform(environment: Mapping[str, str]) -> str:
    """The door that Qt has to be told where the one it would take first is shut; empty where its own choice is right."""
    wayland, x = environment.get("WAYLAND_DISPLAY", ""), environment.get("DISPLAY", "")
    if environment.get("QT_QPA_PLATFORM") or not wayland or not x:
        return ""
    return "" if _answers_wayland(wayland, environment.get("XDG_RUNTIME_DIR", "")) else "xcb"


def _answers_x(display: str) -> bool:
    match = _X.match(display)
    if match is None:
        return Path(display).exists()  # a path to a socket
    number = int(match["number"])
    if match["host"] in ("", "unix"):
        place = f"/tmp/.X11-unix/X{number}"
        return _answers(socket.AF_UNIX, place) or _answers(socket.AF_UNIX, f"\0{place}")
    return _answers(socket.AF_INET, (match["host"], 6000 + number))


def _answers_wayland(display: str, runtime: str) -> bool:
    return _answers(socket.AF_UNIX, str(Path(runtime) / display))


def _answers(family: socket.AddressFamily, place: str | tuple[str, int]) -> bool:
    with contextlib.closing(socket.socket(family, socket.SOCK_STREAM)) as door:
        door.settimeout(WAITS)
        try:
            door.connect(place)
        except (OSError, ValueError):
            return False
        return True

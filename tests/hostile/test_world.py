"""The world outside: locales, no screen, scripts that the shipped font does not know."""

from __future__ import annotations

import ast
import contextlib
import os
import shutil
import signal
import socket
import sqlite3
import subprocess
import sys
import time
from dataclasses import replace
from pathlib import Path

import pytest
from pypdf import PdfReader

import anchor_beam
from anchor_beam.demo.team import team
from anchor_beam.desk import display
from anchor_beam.figures.picture import picture
from anchor_beam.figures.sheet import setting_sheet
from anchor_beam.sheets.lettering import runs
from anchor_beam.sheets.setting_sheet import setting_sheet_pdf
from anchor_beam.units.kinds import System

LOCALES = {"tr_TR": "tr_TR.UTF-8", "de_DE": "de_DE.UTF-8", "ar_EG": "ar_EG.UTF-8", "C": "C", "none": ""}


@pytest.fixture(scope="module")
def made_locales(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Locales that a bare machine does not have, made where its tools allow."""
    folder = tmp_path_factory.mktemp("locales")
    if shutil.which("localedef") is not None:
        for name in ("tr_TR", "ar_EG"):
            made = str(folder / f"{name}.UTF-8")
            subprocess.run(["localedef", "-i", name, "-f", "UTF-8", made], check=False, capture_output=True)
    return folder


def opened(garage: Path) -> bool:
    """Whether a car is on the bench of the window that holds this garage."""
    with (
        contextlib.suppress(sqlite3.Error),
        contextlib.closing(sqlite3.connect(f"file:{garage}?mode=ro", uri=True)) as db,
    ):
        return db.execute("SELECT count(*) FROM choice WHERE name = 'car'").fetchone()[0] == 1
    return False


@pytest.mark.parametrize("name", LOCALES)
def test_the_window_opens_in_every_locale(made_locales: Path, tmp_path: Path, name: str) -> None:
    environment = {"QT_QPA_PLATFORM": "offscreen"}
    if name != "none":
        environment |= {
            "LC_ALL": LOCALES[name],
            "LANG": LOCALES[name],
            "LOCPATH": str(made_locales),
            "HOME": str(tmp_path),
        }
    garage = tmp_path / "garage.sqlite3"
    command = [sys.executable, "-m", "anchor_beam", "demo", "--garage", str(garage)]
    with subprocess.Popen(command, env=environment, stderr=subprocess.PIPE, text=True) as window:
        end = time.monotonic() + 20.0
        while not opened(garage) and window.poll() is None and time.monotonic() < end:
            time.sleep(0.1)
        time.sleep(0.5)
        assert window.poll() is None
        window.send_signal(signal.SIGINT)
        told = window.communicate(timeout=10)[1]
    assert (window.returncode, "Traceback" in told) == (0, False), told


def test_no_property_of_qt_is_set_by_a_keyword() -> None:
    """Their names are changed to those of setters letter by letter, which a Turkish locale does differently."""
    asked = []
    for path in (Path(anchor_beam.__file__).parent / "desk").rglob("*.py"):
        for call in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if (
                isinstance(call, ast.Call)
                and isinstance(call.func, ast.Name)
                and call.func.id[:1] == "Q"
                and call.keywords
            ):
                asked.append(f"{path.name}:{call.lineno}")
    assert asked == []


@pytest.mark.parametrize(
    "environment", [{}, {"WAYLAND_DISPLAY": "wayland-9"}, {"DISPLAY": ":77"}, {"DISPLAY": "nonsense"}]
)
def test_without_a_screen_there_is_one_sentence_and_code_2(environment: dict[str, str], tmp_path: Path) -> None:
    kept = {
        key: value
        for key, value in os.environ.items()
        if key not in ("QT_QPA_PLATFORM", "DISPLAY", "WAYLAND_DISPLAY")
    }
    command = [sys.executable, "-m", "anchor_beam", "demo", "--garage", str(tmp_path / "garage.sqlite3")]
    done = subprocess.run(command, env=kept | environment, capture_output=True, text=True, timeout=20, check=False)
    assert done.returncode == 2
    assert len(done.stderr.splitlines()) == 1
    assert "install" not in done.stderr
    assert not (tmp_path / "garage.sqlite3").exists()


def test_a_dead_compositor_beside_a_live_x_server_is_passed_by(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    with socket.socket(socket.AF_UNIX, socket.SOCK_STREAM) as server:
        server.bind(str(tmp_path / "x"))
        server.listen()
        monkeypatch.setattr(display, "_answers_x", lambda _name: True)
        both = {"DISPLAY": ":0", "WAYLAND_DISPLAY": "gone", "XDG_RUNTIME_DIR": str(tmp_path)}
        assert (display.missing(both), display.platform(both)) == ("", "xcb")
        alive = both | {"WAYLAND_DISPLAY": "x"}
        assert (display.missing(alive), display.platform(alive)) == ("", "")


def test_a_name_in_any_script_stands_on_the_sheet_and_in_its_title(tmp_path: Path) -> None:
    name = "سيارة 赛车 🏁 Finch"
    file = team()[0]
    path = tmp_path / "sheet.pdf"
    path.write_bytes(
        setting_sheet_pdf(setting_sheet(picture(replace(file, car=replace(file.car, name=name))), System.METRIC))
    )
    document = PdfReader(path)
    assert document.metadata is not None
    assert (document.metadata.title or "").startswith(name)
    assert "Finch" in document.pages[0].extract_text()
    pieces = runs(name)
    assert "".join(piece.text for piece in pieces) == name
    assert all(
        piece.width(10.0) > 2.0 * len(piece.text.strip()) for piece in pieces
    )  # a font or a box, never nothing

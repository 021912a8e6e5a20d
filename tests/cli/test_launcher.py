"""The launcher beside the README: standard library only, quick when ready, clear when it cannot go on."""

from __future__ import annotations

import ast
import importlib.machinery
import importlib.util
import os
import re
import subprocess
import sys
from pathlib import Path
from types import ModuleType

import pytest

ROOT = Path(__file__).parent.parent.parent
LAUNCHER = ROOT / "anchor-beam"


@pytest.fixture
def launcher() -> ModuleType:
    loader = importlib.machinery.SourceFileLoader("launcher", str(LAUNCHER))
    spec = importlib.util.spec_from_loader("launcher", loader)
    module = importlib.util.module_from_spec(spec)
    sys.dont_write_bytecode, before = True, sys.dont_write_bytecode
    loader.exec_module(module)
    sys.dont_write_bytecode = before
    return module


def test_it_imports_the_standard_library_only() -> None:
    tree = ast.parse(LAUNCHER.read_text())
    names = {
        alias.name.partition(".")[0]
        for node in ast.walk(tree)
        if isinstance(node, ast.Import)
        for alias in node.names
    }
    names |= {node.module.partition(".")[0] for node in ast.walk(tree) if isinstance(node, ast.ImportFrom)}
    assert names <= set(sys.stdlib_module_names)
    assert os.access(LAUNCHER, os.X_OK)


def test_ready_means_ready_for_this_checkout_and_these_requirements(launcher, tmp_path, monkeypatch) -> None:
    monkeypatch.setattr(launcher, "READY", tmp_path / "ready-for")
    monkeypatch.setattr(launcher, "PYTHON", Path(sys.executable))
    mark = launcher.fingerprint()
    assert not launcher.ready("run", mark)
    (tmp_path / "ready-for").write_text(f"{mark} run")
    assert launcher.ready("run", mark)
    assert not launcher.ready("test", mark)
    assert not launcher.ready("run", "another")


def test_without_rights_it_prints_the_command_to_type(launcher, monkeypatch) -> None:
    monkeypatch.setattr(launcher, "found", lambda name: name == "apt-get")
    monkeypatch.setattr(launcher.os, "geteuid", lambda: 1000)
    with pytest.raises(launcher.Trouble, match=r"sudo apt-get install -y libegl1 libgl1"):
        launcher.apt_install(["libegl1", "libgl1"], why="Qt needs libraries")


def test_without_apt_it_names_what_is_missing(launcher, monkeypatch) -> None:
    monkeypatch.setattr(launcher, "found", lambda name: False)
    monkeypatch.setattr(launcher, "loads", lambda library: library != "libEGL.so.1")
    with pytest.raises(launcher.Trouble, match="libegl1"):
        launcher.system_libraries(with_screen=False)


def test_an_old_python_is_told_which_one_is_needed(launcher, monkeypatch, capsys) -> None:
    monkeypatch.setattr(launcher.sys, "version_info", (3, 9, 0))
    assert launcher.main() == 1
    assert "needs Python 3.11 or newer, and this is 3.9" in capsys.readouterr().err


def test_the_pins_name_no_address_and_cover_what_is_required() -> None:
    pins = (ROOT / "constraints.txt").read_text().splitlines()
    assert all(re.fullmatch(r"[A-Za-z0-9._-]+==[A-Za-z0-9.]+", pin) for pin in pins if pin)
    pinned = {pin.partition("==")[0].lower().replace("_", "-") for pin in pins}
    import tomllib

    project = tomllib.loads((ROOT / "pyproject.toml").read_text())["project"]
    wanted = [*project["dependencies"], *project["optional-dependencies"]["test"]]
    assert {re.split(r"[><=!]", name)[0].lower().replace("_", "-") for name in wanted} <= pinned


def test_the_readmes_commands_exist() -> None:
    readme = (ROOT / "README.md").read_text()
    assert "./anchor-beam demo" in readme
    assert "./anchor-beam test" in readme
    helped = subprocess.run(
        [sys.executable, "-m", "anchor_beam", "--help"], capture_output=True, text=True, check=True
    )
    for command in ("demo", "solve", "schema", "--version"):
        assert command in helped.stdout

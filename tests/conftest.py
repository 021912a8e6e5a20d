"""Every test gets its own data folder and the C locale; a thread left alive fails the test that made it."""

from __future__ import annotations

import contextlib
import os
import threading
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from hypothesis import settings

settings.register_profile("suite", deadline=None)  # speed is shown in benchmarks, and a machine may be busy
settings.load_profile("suite")
SCREEN = Path(__file__).parent / "support" / "screen.json"  # Qt's own offscreen one is 800 x 800
QTS_OWN = ("Thread (pooled", "QDBus")  # kept by Qt for a while, whoever used them
if os.environ.get("QT_QPA_PLATFORM", "offscreen") == "offscreen":
    os.environ["QT_QPA_PLATFORM"] = f"offscreen:configfile={SCREEN}"


@pytest.fixture(autouse=True)
def own_surroundings(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    for name in ("XDG_DATA_HOME", "XDG_CONFIG_HOME", "XDG_CACHE_HOME", "HOME"):
        folder = tmp_path / name.lower()
        folder.mkdir()
        monkeypatch.setenv(name, str(folder))
    monkeypatch.setenv("LC_ALL", "C.UTF-8")


@pytest.fixture(autouse=True)
def no_thread_left() -> Iterator[None]:
    before, qt_before = set(threading.enumerate()), qt_threads()
    yield
    left = [thread.name for thread in threading.enumerate() if thread not in before and not thread.daemon]
    assert not left, f"threads left alive: {left}"
    left = [name for name in qt_threads() - qt_before if not name.startswith(QTS_OWN)]
    assert not left, f"threads of Qt left alive: {left}"


def qt_threads() -> set[str]:
    """Threads that have a name of their own, as Qt gives it to its; Python does not list them."""
    tasks = Path("/proc/self/task")
    ours = (tasks / str(os.getpid()) / "comm").read_text()
    threads = set()
    for task in tasks.iterdir():
        with contextlib.suppress(OSError):  # ended meanwhile
            if (name := (task / "comm").read_text()) != ours:
                threads.add(f"{name.strip()} {task.name}")
    return threads


@pytest.fixture
def garage_path(tmp_path: Path) -> Path:
    return tmp_path / "garage" / "garage.sqlite3"


@pytest.fixture(scope="session")
def jobs() -> Iterator[object]:
    """One worker for all windows of the run; the window before gives it back when the next one opens."""
    from anchor_beam.jobs.office import Jobs

    made = Jobs()
    yield made
    made.close()


@pytest.fixture
def open_desk(qtbot: object, garage_path: Path, jobs: object) -> Iterator[Callable[..., object]]:
    """Opens a window on the garage at `garage_path`; called again it is a restart. See `support.desk.Desk`."""
    from support.desk import Desk

    desks: list[Desk] = []

    def start(**how: object) -> Desk:
        for desk in desks:
            desk.close()
        desks.append(Desk(qtbot, garage_path, jobs, **how))
        return desks[-1]

    yield start
    for desk in desks:
        desk.close()


@pytest.fixture
def desk(open_desk: Callable[..., object]) -> object:
    """The demo garage in a window."""
    return open_desk()

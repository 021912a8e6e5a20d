"""Start the real application under a virtual screen, wait for its window, close it as a user would, look at the code.

Uses the `xcb` platform of Qt, so it also proves that the libraries the launcher installs are the right ones.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
from pathlib import Path

PROGRAM = """
import sys
from pathlib import Path
from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication
app = QApplication(sys.argv[:1])
from anchor_beam.demo.filling import fill
from anchor_beam.desk.app import run
def look():
    windows = [w for w in app.topLevelWidgets() if w.isVisible()]
    if len(windows) == 1 and windows[0].windowHandle().isExposed():
        image = windows[0].grab().toImage()
        colours = {image.pixel(x, y) for x in range(0, image.width(), 40) for y in range(0, image.height(), 40)}
        print(app.platformName(), windows[0].windowTitle(), image.width(), image.height(), len(colours), flush=True)
        windows[0].close()
timer = QTimer(); timer.setInterval(200); timer.timeout.connect(look); timer.start()
sys.exit(run(Path(sys.argv[1]) / "garage.sqlite3", fill=fill))
"""


def main() -> int:
    """Exit code 0 when a window was painted on a real X server and closed cleanly."""
    if shutil.which("Xvfb") is None:
        print("Xvfb is missing: apt-get install xvfb")
        return 1
    read, write = os.pipe()
    server = subprocess.Popen(
        ["Xvfb", "-displayfd", str(write), "-screen", "0", "1280x800x24", "-nolisten", "tcp"],
        pass_fds=[write], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
    )  # fmt: skip
    os.close(write)
    try:
        with os.fdopen(read) as pipe:
            display = pipe.readline().strip()
        environment = {**os.environ, "DISPLAY": f":{display}", "QT_QPA_PLATFORM": "xcb"}
        with tempfile.TemporaryDirectory() as folder:
            command = [sys.executable, "-c", PROGRAM, folder]
            done = subprocess.run(command, env=environment, capture_output=True, text=True, timeout=90, check=False)
            kept = (Path(folder) / "garage.sqlite3").exists()
    finally:
        server.terminate()
        server.wait(timeout=10)
    print((done.stdout + done.stderr).strip())
    words = done.stdout.split()
    painted = len(words) > 4 and words[0] == "xcb" and int(words[-1]) >= 5
    return 0 if done.returncode == 0 and painted and kept else 1


if __name__ == "__main__":
    sys.exit(main())

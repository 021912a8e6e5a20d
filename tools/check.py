"""Everything that must hold before a change lands: format, lint, types, import contracts, tests, a real window.

Run by `./anchor-beam test`. Arguments are handed to pytest, and then only pytest runs: `./anchor-beam test -k ladder`.
"""

from __future__ import annotations

import os
import subprocess
import sys
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
BIN = Path(sys.executable).parent
CODE = ["src", "tests", "tools", "benchmarks"]
TESTS = [sys.executable, "-m", "pytest"]
STEPS: list[tuple[str, list[str]]] = [
    ("format", [str(BIN / "ruff"), "format", "--check", *CODE]),
    ("lint", [str(BIN / "ruff"), "check", *CODE]),
    ("import contracts", [str(BIN / "lint-imports"), "--no-cache"]),
    ("types, strict", [str(BIN / "mypy")]),
    ("the real window under Xvfb", [sys.executable, str(ROOT / "tools" / "smoke.py")]),
    ("tests", [*TESTS, "-n", "2", "--dist", "loadfile", "--hypothesis-seed=1"]),  # the same draws for everybody
]


def main(arguments: list[str]) -> int:
    """Run every step, stop at none, report all that failed."""
    environment = {**os.environ, "QT_QPA_PLATFORM": "offscreen", "PYTHONPATH": str(ROOT / "src")}
    if arguments:
        return subprocess.run([*TESTS, *arguments], cwd=ROOT, env=environment, check=False).returncode
    failed = []
    for name, command in STEPS:
        print(f"== {name}", flush=True)
        start = time.monotonic()
        code = subprocess.run(command, cwd=ROOT, env=environment, check=False).returncode
        print(f"   {'ok' if code == 0 else 'FAILED'}, {time.monotonic() - start:.1f} s", flush=True)
        if code:
            failed.append(name)
    if failed:
        print("Failed: " + ", ".join(failed), flush=True)
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))

"""Commands and their exit codes."""

from __future__ import annotations

import argparse
import contextlib
import gc
import os
import sys
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import TYPE_CHECKING

from anchor_beam import __version__
from anchor_beam.errors import AnchorBeamError

if TYPE_CHECKING:
    from anchor_beam.store.garage import Garage


def main(arguments: Sequence[str] | None = None) -> int:
    """Run a command line; returns the exit code."""
    chosen = parser().parse_args(arguments)
    try:
        code: int = chosen.run(chosen)
    except AnchorBeamError as problem:
        print(f"anchor-beam: {problem}", file=sys.stderr)
        return 2
    return code


def parser() -> argparse.ArgumentParser:
    """The command line."""
    top = argparse.ArgumentParser(
        prog="anchor-beam",
        description="A bench for anti-roll bars: choose, set, fit and prove them. Without a command it opens your garage.",
    )
    top.add_argument("--version", action="version", version=f"Anchor Beam {__version__}")
    top.set_defaults(run=_window, garage=None, theme="desktop")
    commands = top.add_subparsers(title="commands", metavar="")
    demo = commands.add_parser("demo", help="open the demo garage with the three cars of the Gannet Point team")
    demo.add_argument("--fresh", action="store_true", help="start the demo over, as it was shipped")
    demo.set_defaults(run=_demo)
    looks = ("desktop", "light", "dark")
    for command, look, garage in ((top, "desktop", None), (demo, argparse.SUPPRESS, argparse.SUPPRESS)):
        command.add_argument("--theme", choices=looks, default=look, help="look of the window")
        command.add_argument(
            "--garage", type=Path, default=garage, metavar="FILE", help="garage file to open instead"
        )
    solve = commands.add_parser("solve", help="answer the questions of a JSON document, without a window")
    solve.add_argument("file", metavar="FILE.json", help="the document, - for standard input")
    solve.add_argument("-o", "--output", type=Path, default=None, metavar="OUT.json", help="where the answer goes")
    solve.set_defaults(run=_solve)
    schema = commands.add_parser("schema", help="print the JSON Schema of a document kind")
    schema.add_argument("kind", help="a kind of question, such as bar or balance, or car-file")
    schema.set_defaults(run=_schema)
    return top


def _window(chosen: argparse.Namespace) -> int:
    return _desk(chosen.garage or _data_folder() / "garage.sqlite3", None, chosen.theme)


def _desk(path: Path, fill: Callable[[Garage], None] | None, theme: str) -> int:
    """The window. What a start makes stays, so the collector rests until the first picture stands; `run` wakes it."""
    from anchor_beam.desk import display

    if why := display.missing(os.environ):
        print(f"anchor-beam: {why}", file=sys.stderr)
        return 2
    if door := display.platform(os.environ):
        os.environ["QT_QPA_PLATFORM"] = door
    gc.disable()
    from anchor_beam.desk.app import run

    return run(path, fill=fill, theme=theme)


def _demo(chosen: argparse.Namespace) -> int:
    usual = _data_folder() / "demo" / "garage.sqlite3"
    path = chosen.garage or usual
    if chosen.fresh:
        from anchor_beam.store.fresh import set_aside

        aside = set_aside(path, known=path == usual)
        if aside is not None:
            print(f"anchor-beam: the demo starts over; what was there is kept in {aside}.", file=sys.stderr)
    return _desk(path, _fill, chosen.theme)


def _fill(garage: Garage) -> None:
    """The demo; loaded only for a garage that is empty."""
    from anchor_beam.demo.filling import fill

    fill(garage)


def _solve(chosen: argparse.Namespace) -> int:
    from anchor_beam.documents import bounds
    from anchor_beam.headless.solve import UNREADABLE, answer_text

    name = "The document" if chosen.file == "-" else chosen.file
    try:
        if chosen.file == "-":
            raw = bounds.read_from(sys.stdin.buffer, bounds.QUESTIONS, name)
        else:
            raw = bounds.read_bytes(Path(chosen.file), bounds.QUESTIONS, name)
        text = bounds.as_text(raw, name)
        answer, code = answer_text(text, lambda far: print(f"anchor-beam: {far}", file=sys.stderr))
    except OSError as problem:
        print(f"anchor-beam: {name} could not be read: {problem.strerror}.", file=sys.stderr)
        return UNREADABLE
    except AnchorBeamError as problem:
        print(f"anchor-beam: {problem}", file=sys.stderr)
        return UNREADABLE
    if chosen.output is None:
        return code if _print(answer) else UNREADABLE
    from anchor_beam.documents.whole_file import write_text

    try:
        write_text(chosen.output, answer + "\n")
    except OSError as problem:
        print(f"anchor-beam: {chosen.output} was not written: {problem.strerror}.", file=sys.stderr)
        return UNREADABLE
    return code


def _schema(chosen: argparse.Namespace) -> int:
    import json

    from anchor_beam.documents.asks import schema

    return 0 if _print(json.dumps(schema(chosen.kind), indent=1, ensure_ascii=False)) else 2


def _print(text: str) -> bool:
    """Write to standard output as UTF-8 in every locale; False where nobody takes it, which is said."""
    try:
        sys.stdout.buffer.write(f"{text}\n".encode(errors="backslashreplace"))  # half a character stays JSON that way
        sys.stdout.buffer.flush()
    except OSError as problem:
        with contextlib.suppress(OSError):
            print(f"anchor-beam: the answer was not taken: {problem.strerror}.", file=sys.stderr)
        os.dup2(
            os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno()
        )  # or the interpreter complains once more at its end
        return False
    return True


def _data_folder() -> Path:
    from platformdirs import user_data_path

    return user_data_path("anchor-beam", appauthor=False)

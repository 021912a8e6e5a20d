"""Lists of parts in and out: brought in from a table, written as one, taken out again."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtWidgets import QMenu, QPushButton

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.shell.files import Files
from anchor_beam.desk.stages.bars.rack.taking_out import TakingOut
from anchor_beam.documents.bounds import PARTS_FILE, as_text, read_bytes
from anchor_beam.documents.parts.table import Listed, parts_csv, parts_from
from anchor_beam.errors import DocumentError
from anchor_beam.jobs.request import Answer, Done, Failed
from anchor_beam.session.exchange import explain
from anchor_beam.words import faults
from anchor_beam.words.rack import brought_in


class ListsButton(QPushButton):
    """Opens the menu; shown: the parts that would be written."""

    def __init__(self, bridge: Bridge, files: Files, shown: Callable[[], tuple[Listed, ...]]) -> None:
        super().__init__("Lists…")
        self._bridge, self._files, self._shown = bridge, files, shown
        self.taking_out = TakingOut(bridge, files.window)
        self.lists = QMenu(self)
        self.lists.setAccessibleName("lists of parts")
        self.lists.aboutToShow.connect(self._fill)
        self.setMenu(self.lists)
        self._slot = f"parts list {id(self)}"
        self.destroyed.connect(lambda: bridge.jobs.stop(self._slot))

    def _fill(self) -> None:
        self.lists.clear()
        self.lists.addAction("Bring in a list…").triggered.connect(lambda: self._files.parts_in(self.take))
        self.lists.addAction("Write what is shown…").triggered.connect(self._write)
        self.lists.addAction("Write what to buy…").triggered.connect(self._shop)
        for name in self._bridge.workshop.parts_lists.names:
            shown = name.replace("&", "&&")
            action = self.lists.addAction(f"Take out “{shown}”")
            action.triggered.connect(lambda _=False, n=name: self._forget(n))

    def take(self, path: Path) -> None:
        """Bring in a list from a file, once the whole of it has been read without a fault."""
        try:
            content = read_bytes(path, PARTS_FILE, path.name)
            text = as_text(content, path.name)
        except OSError as problem:
            self._files.problems.open(path.name, f"The file could not be read: {problem.strerror}.")
            return
        except DocumentError as problem:
            self._files.problems.open(path.name, explain(problem))
            return
        from anchor_beam.jobs.rack_tasks import PartsCounted

        self._bridge.report(path.name, "is being read…")
        self._bridge.jobs.ask(self._slot, PartsCounted(text), lambda answer: self._read(path, text, answer))

    def _read(self, path: Path, text: str, answer: Answer) -> None:
        workshop = self._bridge.workshop
        if isinstance(answer, Failed):
            problem = answer.problem
            said = (
                explain(problem)
                if isinstance(problem, DocumentError)
                else faults.sentence(problem, self._bridge.units)
            )
            self._files.problems.open(path.name, said)
        elif isinstance(answer, Done):
            self._bridge.attempt(
                lambda: workshop.parts_lists.keep(
                    path.stem, workshop.garage.blobs.keep(text.encode()), brought_in(answer.value)
                )
            )

    def _write(self) -> None:
        self._files.table_out("parts", parts_csv(self._shown()))

    def _shop(self) -> None:
        shown = self._bridge.picture
        if shown is not None:
            self._files.shopping_out(shown.file)

    def _forget(self, name: str) -> None:
        lists = self._bridge.workshop.parts_lists
        text = dict(lists.all()).get(name, "")
        parts = (one.part for one in (parts_from(text) if text else ()))
        self.taking_out.ask(name, parts, lambda: self._bridge.attempt(lambda: lists.forget(name)))

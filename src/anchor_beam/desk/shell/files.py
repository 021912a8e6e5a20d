"""Files in and out: car documents, the setting sheet and the change card."""

from __future__ import annotations

from collections.abc import Callable, Hashable
from dataclasses import replace
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar

from PySide6.QtCore import QObject, Qt
from PySide6.QtWidgets import QFileDialog, QWidget

from anchor_beam.desk.bridge import Bridge
from anchor_beam.desk.widgets.sheet import Sheet
from anchor_beam.documents.bounds import CAR_FILE, as_text, read_bytes
from anchor_beam.documents.records import CarFile
from anchor_beam.documents.whole_file import file_name, write_bytes, write_text
from anchor_beam.errors import DocumentError, StoreError
from anchor_beam.figures.picture import Picture
from anchor_beam.jobs.paper_tasks import FileOf
from anchor_beam.jobs.request import Answer, Done, Failed
from anchor_beam.session.exchange import bring_in_bundle, explain, read_car_file, write_car
from anchor_beam.words import faults

if TYPE_CHECKING:
    from anchor_beam.documents.job_card import JobCard
    from anchor_beam.drawings.shapes import Drawing
    from anchor_beam.sheets.comparison import Comparison
    from anchor_beam.sheets.drawn_page import DrawnPage


Table = TypeVar("Table")


class Files(QObject):
    """Opens a file dialog, does the work, says what came of it."""

    def __init__(self, bridge: Bridge, window: QWidget) -> None:
        super().__init__(window)
        self._bridge, self._window = bridge, window
        self.problems = ProblemSheet(bridge, window)
        self._made = 0  # files asked for

    @property
    def window(self) -> QWidget:
        """Over which its sheets stand."""
        return self._window

    def import_car(self) -> None:
        """Bring a car file, or a bundle of cars, into the garage."""
        self._ask("Bring in a car file", "Car files and bundles (*.json *.zip)", "", self.read_from, saving=False)

    def export_car(self) -> None:
        """Write the car on the bench as a document."""
        kinds = "Car file (*.json);;With photos and parts (*.zip)"
        self._ask("Write this car", kinds, self._named(".json"), self.write_to, saving=True)

    def export_garage(self) -> None:
        """Write every car with all that hangs on it."""
        self._ask("Write the whole garage", "Bundles (*.zip)", "garage.zip", self.garage_to, saving=True)

    def export_sheet(self) -> None:
        """Write the setting sheet."""
        kinds = "PDF (*.pdf);;Table (*.csv);;JSON (*.json)"
        self._ask("Setting sheet", kinds, self._named(" setting.pdf"), self.sheet_to, saving=True)

    def export_change_card(self) -> None:
        """Write the card for the way from road to event and back."""
        self._ask("Change card", "PDF (*.pdf)", self._named(" change.pdf"), self.change_card_to, saving=True)

    def change_card_to(self, path: Path) -> None:
        """The card without asking."""
        from anchor_beam.figures.change_card import change_card
        from anchor_beam.sheets.change_card import change_card_pdf

        shown = self._bridge.picture
        card = None if shown is None else change_card(shown.file, self._bridge.units)
        if card is not None:
            self._make(path, change_card_pdf, card)

    def readings_in(self, then: Callable[[Path], None]) -> None:
        """Ask for a table of readings."""
        self._ask("Take readings from a table", "Tables (*.csv *.txt)", "", then, saving=False)

    def height_chart_out(self, content: DrawnPage, table: str) -> None:
        """Write the chart of ride height against link length, in the form of the file's ending."""
        from anchor_beam.sheets.drawn_page import drawn_page_pdf

        def write(path: Path) -> None:
            if path.suffix in (".csv", ".json"):
                self._write_table(path, table)
            else:
                self._make(path, drawn_page_pdf, content)

        kinds = "PDF (*.pdf);;Table (*.csv);;JSON (*.json)"
        self._ask("Ride height chart", kinds, self._named(" link chart.pdf"), write, saving=True)

    def build_sheet_out(self, content: DrawnPage) -> None:
        """Print what a link is made of."""
        from anchor_beam.sheets.drawn_page import drawn_page_pdf

        self._ask(
            "Build sheet", "PDF (*.pdf)", self._named(" link.pdf"),
            lambda path: self._make(path, drawn_page_pdf, content), saving=True,
        )  # fmt: skip

    def obstacles_in(self, then: Callable[[Path], None]) -> None:
        """Ask for a table of what lies around a bar."""
        self._ask("Take what lies around the bar from a table", "Tables (*.csv *.txt)", "", then, saving=False)

    def table_from(self, path: Path, read: Callable[[str], Table], then: Callable[[Table], object]) -> None:
        """Take a table from a file, whole or not at all: what is wrong with it stands on a sheet of its own."""
        self.table_of(path.name, lambda: as_text(read_bytes(path, CAR_FILE, path.name), path.name), read, then)

    def table_of(
        self, name: str, text: Callable[[], str], read: Callable[[str], Table], then: Callable[[Table], object]
    ) -> None:
        """The same from text that is got somehow."""
        try:
            found = read(text())
        except OSError as problem:
            self.problems.open(name, f"The file could not be read: {problem.strerror}.")
        except DocumentError as problem:
            self.problems.open(name, explain(problem))
        else:
            then(found)

    def joints_in(self, then: Callable[[Path], None]) -> None:
        """Ask for a table of joints."""
        self._ask("Take joints from a table", "Tables (*.csv *.txt)", "", then, saving=False)

    def parts_in(self, then: Callable[[Path], None]) -> None:
        """Ask for a list of parts."""
        self._ask("Bring in a list of parts", "Tables (*.csv *.txt)", "", then, saving=False)

    def photo_in(self, then: Callable[[Path], None]) -> None:
        """Ask for a photo."""
        self._ask("Take a photo", "Photos (*.png *.jpg *.jpeg)", "", then, saving=False)

    def comparison_out(self, content: Comparison) -> None:
        """Print settings side by side."""
        from anchor_beam.sheets.comparison import comparison_pdf

        self._ask(
            "Settings side by side", "PDF (*.pdf)", self._named(" settings.pdf"),
            lambda path: self._make(path, comparison_pdf, content), saving=True,
        )  # fmt: skip

    def shopping_out(self, file: CarFile) -> None:
        """Write what has to be bought, in the form of the file's ending."""
        from anchor_beam.figures.rack.bill import bill_csv, bill_json, bill_of
        from anchor_beam.figures.rack.shopping import shopping_list
        from anchor_beam.sheets.shopping_list import shopping_list_pdf

        def write(path: Path) -> None:
            found, currency = bill_of(file), file.aim.currency
            text = {".csv": bill_csv, ".json": bill_json}.get(path.suffix)
            if text is None:
                self._make(path, shopping_list_pdf, shopping_list(file, self._bridge.units))
            else:
                self._write(path, lambda: write_text(path, text(found, currency)))

        kinds = "PDF (*.pdf);;Table (*.csv);;JSON (*.json)"
        self._ask(
            "Shopping list",
            kinds,
            self._named(" to buy.pdf"),
            write,
            saving=True,
        )

    def job_card_out(self, car: str, card: JobCard) -> None:
        """Print a job card for the workshop wall, or as a page for a phone."""
        from anchor_beam.figures.job_sheet import job_sheet
        from anchor_beam.sheets.job_card import job_card_page, job_card_pdf

        content = job_sheet(car, card, self._bridge.units)

        def write(path: Path) -> None:
            self._make(path, job_card_page if path.suffix == ".html" else job_card_pdf, content)

        self._ask(
            "Job card",
            "PDF (*.pdf);;Page for a phone (*.html)",
            file_name(f"{car} {card.title}", ".pdf"),
            write,
            saving=True,
        )

    def template_out(self, drawings: tuple[Drawing, ...], name: str, scale: tuple[float, float]) -> None:
        """Write templates at full size: one PDF, or for cutters a file for each side. scale: across and up, for the
        printer."""
        from anchor_beam.sheets.page import paper_for
        from anchor_beam.sheets.template import template_dxf, template_pdf, template_svg

        def write(path: Path) -> None:
            one = {".svg": template_svg, ".dxf": template_dxf}.get(path.suffix)
            if one is None:
                paper = paper_for(self._bridge.units)
                self._make(path, template_pdf, drawings, paper, name, scale)
                return
            if len(drawings) == 1:
                self._make(path, one, drawings[0])
                return
            for side, drawing in zip(("left", "right"), drawings, strict=True):
                beside = path.with_stem(f"{path.stem} {side}")
                self._make(beside, one, drawing)

        kinds = "PDF (*.pdf);;SVG, a file for each side (*.svg);;DXF, a file for each side (*.dxf)"
        self._ask("Template", kinds, file_name(name, ".pdf"), write, saving=True)

    def calendar_out(self, name: str, text: str) -> None:
        """Write dates as a calendar."""
        self._ask(
            "Dates", "Calendar (*.ics)", file_name(name, ".ics"),
            lambda path: self._write(path, lambda: write_text(path, text)), saving=True,
        )  # fmt: skip

    def table_out(self, name: str, text: str) -> None:
        """Write a table, as CSV or as JSON."""
        self._ask(
            "Write this table", "Tables (*.csv);;JSON (*.json)", file_name(name, ".csv"),
            lambda path: self._write_table(path, text), saving=True,
        )  # fmt: skip

    def _write_table(self, path: Path, text: str) -> None:
        from anchor_beam.documents.csv_text import as_json

        self._write(path, lambda: write_text(path, as_json(text) if path.suffix == ".json" else text))

    def read_from(self, path: Path) -> None:
        """Import without asking."""
        if path.suffix == ".zip" or path.is_dir():
            self._bundle_from(path)
            return
        try:
            file = read_car_file(path)
        except OSError as problem:
            self.problems.open(path.name, f"The file could not be read: {problem.strerror}.")
            return
        except DocumentError as problem:
            self.problems.open(path.name, explain(problem))
            return
        self._bridge.add(file, f"brought in from {path.name}", lambda: None)

    def _bundle_from(self, path: Path) -> None:
        workshop = self._bridge.workshop

        def keep() -> None:
            cars = bring_in_bundle(workshop.garage, path, f"brought in from {path.name}")
            count = "one car" if len(cars) == 1 else f"{len(cars)} cars"
            self._bridge.open(cars[0], lambda: self._bridge.report(path.name, f"{count} brought in."))

        try:
            self._bridge.attempt(keep)
        except DocumentError as problem:
            self.problems.open(path.name, explain(problem))

    def garage_to(self, path: Path) -> None:
        """Export every car without asking."""
        from anchor_beam.store.bundle import write_bundle

        garage = self._bridge.workshop.garage
        cars = [listed.id for away in (False, True) for listed in garage.cars(put_away=away)]
        self._write(path, lambda: write_bundle(garage, cars, path, whole=True))

    def write_to(self, path: Path) -> None:
        """Export without asking."""
        shown, car = self._bridge.picture, self._bridge.workshop.car
        if path.suffix == ".zip" and car is not None:
            from anchor_beam.store.bundle import write_bundle

            self._write(path, lambda: write_bundle(self._bridge.workshop.garage, [car], path))
        elif shown is not None:
            text = write_car(shown.file)
            self._write(path, lambda: write_text(path, text))

    def sheet_to(self, path: Path) -> None:
        """The sheet without asking."""
        from anchor_beam.figures.sheet import setting_sheet, sheet_csv
        from anchor_beam.jobs.tasks import BandsOf
        from anchor_beam.sheets.setting_sheet import setting_sheet_pdf

        def write(shown: Picture) -> None:
            content = setting_sheet(shown, self._bridge.units)
            if path.suffix in (".csv", ".json"):
                self._write_table(path, sheet_csv(content))
            else:
                self._make(path, setting_sheet_pdf, content)

        shown = self._bridge.picture
        if shown is None:
            return
        if shown.now.problem is not None:
            write(shown)
            return
        self._bridge.report(path.name, "is being made: its bands are worked out first.")
        wanted = BandsOf(shown.file.car, shown.file.bench, shown.file.reference_setting)
        self._bridge.jobs.ask("sheet", wanted, partial(self._sheet_answered, shown, write))

    def _sheet_answered(self, shown: Picture, write: Callable[[Picture], None], answer: Answer) -> None:
        """The sheet is that of the moment at which it was asked for, whenever its bands are there."""
        if isinstance(answer, Done):
            write(replace(shown, bands=answer.value))
        elif isinstance(answer, Failed):
            write(replace(shown, bands=None, bands_missing=faults.sentence(answer.problem, self._bridge.units)))

    def _make(self, path: Path, make: Callable[..., bytes], *content: Hashable) -> None:
        """Have a file made, and written when it is whole."""

        def answered(answer: Answer) -> None:
            if isinstance(answer, Done):
                self._write(path, lambda: write_bytes(path, answer.value))
            elif isinstance(answer, Failed):
                self._bridge.complain(answer.problem)

        self._bridge.report(path.name, "is being made.")
        self._made += 1
        self._bridge.jobs.ask(f"file {self._made}", FileOf(make, content), answered)

    def _write(self, path: Path, work: Callable[[], object]) -> None:
        try:
            work()
        except OSError as problem:
            reason = problem.strerror or problem
            self._bridge.complain(StoreError("file", f"{path.name} was not written, nothing was changed: {reason}."))
            return
        self._bridge.report(path.name, f"is written to {path.parent}.")

    def _named(self, ending: str) -> str:
        """A proposal from the car's name."""
        shown = self._bridge.picture
        return file_name(shown.file.car.name if shown else "", ending)

    def _ask(self, title: str, kinds: str, name: str, then: Callable[[Path], None], *, saving: bool) -> None:
        dialog = QFileDialog(self._window, title, str(Path.home()), kinds)
        dialog.setOption(QFileDialog.Option.DontUseNativeDialog)
        dialog.setAcceptMode(QFileDialog.AcceptMode.AcceptSave if saving else QFileDialog.AcceptMode.AcceptOpen)
        dialog.setFileMode(QFileDialog.FileMode.AnyFile if saving else QFileDialog.FileMode.ExistingFile)
        if name:
            dialog.selectFile(name)
            dialog.setDefaultSuffix(name.rpartition(".")[2])
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        dialog.fileSelected.connect(lambda path: then(Path(path)))
        dialog.open()


class ProblemSheet(Sheet):
    """Why a file was not taken over, every line of it, until it is closed."""

    def __init__(self, bridge: Bridge, window: QWidget) -> None:
        super().__init__(bridge.theme, window)
        self.close_button = self.button("Close")
        self.close_button.clicked.connect(self.hide)

    def open(self, name: str, text: str) -> None:
        """Show the sentences."""
        self.show_lines(f"{name} was not taken over", text, self.close_button)

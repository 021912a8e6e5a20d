"""Cars in and out of the garage as documents."""

from __future__ import annotations

from anchor_beam.bench.results import results
from anchor_beam.documents.fields import field_at
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import AnchorBeamError, DocumentError, NoSolution, Problem


def read_car(text: str) -> CarFile:
    """Read a car document and work out every setting in it once, so that nothing impossible enters the garage.

    Raises:
        DocumentError: with every problem, by its key in the document.
    """
    from anchor_beam.documents.car_file import from_json  # with the validator, which takes a while to load

    file = from_json(text)
    problems = []
    places = [("bench", file.bench), *((f"settings[{i}]", setting) for i, setting in enumerate(file.settings))]
    for prefix, setting in places:
        try:
            results(file.car, setting)
        except NoSolution:
            continue  # a link that does not reach is a state of the car, shown on the bench
        except AnchorBeamError as problem:
            problems.append(Problem(_document_place(problem.place, prefix), problem.message, problem.accepts))
    if problems:
        raise DocumentError("The file does not fit together; nothing was taken over.", tuple(problems))
    return file


def write_car(file: CarFile) -> str:
    """The car as a document."""
    return to_json(file)


def _document_place(place: str, prefix: str) -> str:
    """`bench.rear.bar.wall` as `settings[2].rear.bar.wall_mm`."""
    try:
        unit = field_at(place).key.removeprefix(field_at(place).name)
    except KeyError:
        unit = ""
    inner = place.removeprefix("bench")
    where = f"{prefix}{inner}" if place.startswith("bench") else place
    return f"{where.partition('[')[0]}{unit}[{where.partition('[')[2]}" if where.endswith("]") else where + unit

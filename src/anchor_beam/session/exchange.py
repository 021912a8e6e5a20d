"""Cars in and out of the garage as documents."""

from __future__ import annotations

from pathlib import Path

from anchor_beam.documents.bounds import CAR_FILE, as_text, read_bytes
from anchor_beam.documents.fields import (
    AIM_FIELDS,
    AXLE_FIELDS,
    BAR_FIELDS,
    CAR_FIELDS,
    END_FIELDS,
    HOLE_FIELD,
    field_at,
)
from anchor_beam.documents.plain import to_json
from anchor_beam.documents.records import CarFile
from anchor_beam.errors import AnchorBeamError, DocumentError, NoSolution, Problem
from anchor_beam.figures.results import results
from anchor_beam.store.garage import Garage


def read_car(text: str) -> CarFile:
    """Read a car document and work out every setting in it once, so that nothing impossible enters the garage.

    Raises:
        DocumentError: with every problem, by its key in the document.
    """
    from anchor_beam.documents.car_file import from_json  # with the validator, which takes a while to load

    file = from_json(text)
    require_possible(file)
    return file


def read_car_file(path: Path) -> CarFile:
    """The same from a file.

    Raises:
        DocumentError: as `read_car`, and where the file is too large or is no text.
        OSError: it cannot be read.
    """
    return read_car(as_text(read_bytes(path, CAR_FILE, path.name), path.name))


def require_possible(file: CarFile) -> None:
    """Work out every setting of a car once.

    Raises:
        DocumentError: with everything that cannot be.
    """
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


def bring_in_bundle(garage: Garage, source: Path, said: str) -> tuple[int, ...]:
    """Keep the cars of a bundle, with all that hangs on them, once every setting in it has been worked out; their numbers.

    Raises:
        DocumentError: with every problem; nothing was kept.
        StoreError: nothing was kept.
    """
    from anchor_beam.store.bundle import keep_bundle, read_bundle

    bundle = read_bundle(garage, source)
    for file in bundle.cars.values():
        require_possible(file)
    if not bundle.cars:
        raise DocumentError("There is no car in this bundle.")
    return keep_bundle(garage, bundle, said)


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


def explain(problem: DocumentError) -> str:
    """The problem with every fault on a line of its own, its place in words first and as a key last."""
    lines = [problem.message]
    for fault in problem.problems:
        where = place_in_words(fault.place)
        accepts = f" Accepted: {fault.accepts}." if fault.accepts else ""
        is_key = fault.place and where.casefold() != fault.place.casefold()
        lines.append(f"{where}: {fault.message}{accepts}" + (f"  [{fault.place}]" if is_key else ""))
    return "\n".join(lines)


def place_in_words(place: str) -> str:
    """`settings[2].rear.bar.od_mm` as `Settings, line 3, rear, bar, outer diameter`."""
    words = []
    for part in place.split("."):
        name, *indices = part.replace("]", "").split("[")
        words.append(_LABELS.get(name, name.replace("_", " ")))
        words += [f"{kind} {int(index) + 1}" for kind, index in zip(("line", "column"), indices, strict=False)]
    text = ", ".join(words)
    return text[:1].upper() + text[1:]


_LABELS = {
    field.key: field.label[0].lower() + field.label[1:]
    for field in (*CAR_FIELDS, *AXLE_FIELDS, *BAR_FIELDS, *END_FIELDS, *AIM_FIELDS, HOLE_FIELD)
} | {"bench": "setting on the bench", "hole_left": "left hole", "hole_right": "right hole"}  # fmt: skip

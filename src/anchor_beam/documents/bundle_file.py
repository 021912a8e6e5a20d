"""Documents of a bundle as they come from outside: checked strictly, one kind at a time, before they are read.

A bundle is a folder or a zip with a list, `bundle.json`, one JSON file for each document, and the bytes of photos under
their hashes. See docs/formats.md.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints, create_model

from anchor_beam.core.sides import Axle
from anchor_beam.documents.bounds import MOST_DOCUMENTS
from anchor_beam.documents.car_file import (
    BarDocument,
    CarDocument,
    LoadStateDocument,
    ObstacleDocument,
    PairDocument,
    Sourced,
    figures,
)
from anchor_beam.documents.fields import END_FIELDS
from anchor_beam.documents.json_text import FORMAT, parse_json, require_format
from anchor_beam.documents.kinds import DocumentKind
from anchor_beam.documents.later import with_later_keys
from anchor_beam.documents.model_text import Name, Note
from anchor_beam.documents.parts.documents import Bought
from anchor_beam.documents.reading import validate
from anchor_beam.documents.sidecars import misfits
from anchor_beam.errors import DocumentError, Problem

STRICT = ConfigDict(extra="forbid", frozen=True)
Number = Annotated[int, Field(ge=1)]
Hash = Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{64}$")]


class ListedDocument(BaseModel):
    """A document of the bundle: its number there, its kind, whose it is, and the revision in the file."""

    model_config = STRICT
    document: Number
    revision: Number
    kind: Name
    owner: Number | None = None
    head: bool = True


class BundleDocument(BaseModel):
    """The list of a bundle."""

    model_config = STRICT
    anchor_beam: Annotated[int, Field(ge=1, le=FORMAT)]
    kind: Literal["bundle"]
    documents: Annotated[tuple[ListedDocument, ...], Field(max_length=MOST_DOCUMENTS)]
    blobs: Annotated[tuple[Hash, ...], Field(max_length=MOST_DOCUMENTS)] = ()


KeptEndDocument = create_model(
    "KeptEndDocument", __base__=Sourced, connected=(bool, ...), fitted=(bool, True), hole_left=(Number, ...),
    hole_right=(Number, ...), pickup=(Number, 1), part=(Number, ...),
    bought=(Bought, ()), **figures(END_FIELDS),
)  # fmt: skip


class KeptSettingDocument(BaseModel):
    """A setting that names the parts it wears."""

    model_config = STRICT
    name: Name
    front: KeptEndDocument  # type: ignore[valid-type]  # made from the table of inputs
    rear: KeptEndDocument  # type: ignore[valid-type]
    state: Note = ""


class KeptBenchDocument(BaseModel):
    """The setting on the bench, and what it is compared with."""

    model_config = STRICT
    setting: KeptSettingDocument
    reference: Note
    pair: PairDocument | None = None


class RackDocument(BaseModel):
    """The parts tried on a car."""

    model_config = STRICT
    parts: tuple[Number, ...]


class PartDocument(BaseModel):
    """A bar and its axle."""

    model_config = STRICT
    axle: Axle
    bar: BarDocument  # type: ignore[valid-type]


class PhotoDocument(BaseModel):
    """A picture."""

    model_config = STRICT
    title: Note
    media_type: Literal["image/png", "image/jpeg"]
    blob: Hash


MODELS: dict[str, type[BaseModel]] = {
    "car": CarDocument, "setting": KeptSettingDocument, "bench": KeptBenchDocument, "rack": RackDocument,
    "part": PartDocument, "photo": PhotoDocument, "load state": LoadStateDocument,
    "obstacle": ObstacleDocument,
}  # fmt: skip


def read_list(text: str) -> BundleDocument:
    """The list of a bundle.

    Raises:
        DocumentError
    """
    return validate(BundleDocument, require_format(parse_json(text), "a bundle"))


def read_document(text: str, kind: DocumentKind[Any], place: str) -> Any:
    """One document of a bundle as a record; place: its file, for messages.

    Raises:
        DocumentError: with every problem, at its place in the file.
    """
    data = dict(require_format(parse_json(text), f"a {kind.name}"))
    said, schema = data.pop("kind", None), data.pop("schema", None)
    del data["anchor_beam"]
    if said != kind.name or not isinstance(schema, int) or not 1 <= schema <= kind.schema:
        accepts = f"kind “{kind.name}”, schema 1 to {kind.schema}"
        raise DocumentError(f"{place} is not what the list says it is.", (Problem(place, f"Got {said!r}.", accepts),))
    model = MODELS.get(kind.name)
    if model is not None:
        given = with_later_keys(data) if kind.name == "car" else data
        data = validate(model, given, prefix=place).model_dump()
        if problems := tuple(misfits(data, place)):
            raise DocumentError(f"{place} does not fit together.", problems)
    try:
        return kind.read(data, schema)
    except (KeyError, ValueError, TypeError) as problem:
        raise DocumentError(f"{place} cannot be read.", (Problem(place, str(problem)),)) from problem

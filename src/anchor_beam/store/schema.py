"""The tables of a garage file.

document   what is kept: of which kind, whose (a car's, or with no owner the garage's), and its head, the revision that
           counts now; without a head it was taken away, or never listed
revision   what a document said at some time; never changed, so that others can name it
pin        revisions that name revisions of other documents
act        what the user did with a car: a tree, walked by undo and redo; `redo` is the branch gone last
change     heads that an act moved, from `before` to `after`
journal    at which act a car stands
blob       bytes of photos under their hash, each kept once
choice     what the user chose for this garage, such as the car last on the bench
"""

from __future__ import annotations

APPLICATION_ID = 0x416E4265  # "AnBe"
SCHEMA_VERSION = 2
TABLES = """
CREATE TABLE document (
    id INTEGER PRIMARY KEY,
    kind TEXT NOT NULL,
    owner INTEGER REFERENCES document(id),
    head INTEGER REFERENCES revision(id),
    title TEXT NOT NULL DEFAULT '',
    put_away INTEGER NOT NULL DEFAULT 0
);
CREATE INDEX document_of_owner ON document(owner, kind);
CREATE TABLE revision (
    id INTEGER PRIMARY KEY,
    document INTEGER NOT NULL REFERENCES document(id),
    parent INTEGER REFERENCES revision(id),
    schema INTEGER NOT NULL,
    made_at TEXT NOT NULL,
    body BLOB NOT NULL
);
CREATE INDEX revision_of_document ON revision(document);
CREATE TABLE pin (revision INTEGER NOT NULL REFERENCES revision(id), pinned INTEGER NOT NULL REFERENCES revision(id));
CREATE INDEX pin_on ON pin(pinned);
CREATE INDEX pin_of ON pin(revision);
CREATE TABLE act (
    id INTEGER PRIMARY KEY,
    car INTEGER NOT NULL REFERENCES document(id),
    parent INTEGER REFERENCES act(id),
    redo INTEGER REFERENCES act(id),
    made_at TEXT NOT NULL,
    said TEXT NOT NULL
);
CREATE INDEX act_of_car ON act(car);
CREATE TABLE change (
    act INTEGER NOT NULL REFERENCES act(id),
    document INTEGER NOT NULL REFERENCES document(id),
    before INTEGER REFERENCES revision(id),
    after INTEGER REFERENCES revision(id)
);
CREATE INDEX change_of_act ON change(act);
CREATE TABLE journal (car INTEGER PRIMARY KEY REFERENCES document(id), at INTEGER NOT NULL REFERENCES act(id));
CREATE TABLE blob (hash TEXT PRIMARY KEY, bytes BLOB NOT NULL);
CREATE TABLE choice (name TEXT PRIMARY KEY, value TEXT NOT NULL);
"""

"""Documents from outside: every fault is named at its place in the user's words, in time and in little memory."""

from __future__ import annotations

import copy
import json
import os
import random
import resource
import subprocess
import sys
import time
import zipfile
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest

from anchor_beam.demo.team import team
from anchor_beam.documents.bounds import CAR_FILE, MEGABYTE
from anchor_beam.documents.plain import as_document
from anchor_beam.errors import DocumentError
from anchor_beam.session.exchange import bring_in_bundle, explain, read_car, read_car_file
from anchor_beam.store.bundle import write_bundle
from anchor_beam.store.garage import Garage

CAR = as_document(team()[0])
SHAPES: list[Any] = [
    None,
    [],
    {},
    "",
    "x",
    True,
    -1,
    0,
    1e308,
    [[]],
    {"a": {}},
    "\x00",
    "\ud800",
    10**40,
    ["measured"],
]
FOREIGN = ("None", "should be", "Input ", "validat", "Traceback", "<class", "type=", "pydantic")


def places(data: Any, at: tuple[Any, ...] = ()) -> Iterator[tuple[Any, ...]]:
    yield at
    inner = data.items() if isinstance(data, dict) else enumerate(data) if isinstance(data, list) else ()
    for key, value in inner:
        yield from places(value, (*at, key))


def with_(at: tuple[Any, ...], value: Any) -> dict[str, Any]:
    data = copy.deepcopy(CAR)
    group: Any = data
    for key in at[:-1]:
        group = group[key]
    group[at[-1]] = value
    return data


def faults(document: Any) -> str:
    """What a user reads of it; empty where it is taken."""
    try:
        read_car(json.dumps(document))
    except DocumentError as problem:
        return explain(problem)
    return ""


def test_any_shape_at_any_place_is_taken_or_named() -> None:
    chance = random.Random(10)
    everywhere = [at for at in places(CAR) if at]
    named = 0
    for _ in range(250):
        at, shape = chance.choice(everywhere), chance.choice(SHAPES)
        said = faults(with_(at, shape))
        named += bool(said)
        assert not any(word in said for word in FOREIGN), (at, shape, said)
    assert named > 150


@pytest.mark.parametrize(("at", "value", "words"), [
    (("bench", "rear", "bar", "typed", "od_mm"), "25 mm", "is another value than the figure"),
    (("bench", "rear", "bar", "typed", "od_mm"), "9**9**9", "not a unit"),
    (("bench", "rear", "bar", "typed", "weight"), "1 kg", "There is no figure “weight” here"),
    (("bench", "rear", "bar", "spread"), {"od_mm": -0.1}, "A spread is not below zero"),
    (("car", "front", "spread"), {"track_mm": 1e9}, "wider than everything that is possible"),
    (("car", "provenance"), ["measured"], "This must be a group in braces"),
    (("car", "tyre"), {"kind": "street"}, "street"),
    (("car", "name"), "   ", "A name cannot be blank"),
    (("car", "name"), "a\x00b", "characters that nobody can read"),
    (("car", "name"), None, "Got nothing"),
    (("bench", "name"), "x" * 81, "at most 80"),
    (("car", "wheelbase_mm"), 10**70, "digits"),
    (("settings",), [CAR["bench"]] * 500, "at most 400"),
])  # fmt: skip
def test_what_used_to_be_believed_is_named(at: tuple[Any, ...], value: Any, words: str) -> None:
    document = with_(at[:-1], {}) if at[-2:-1] == ("typed",) else copy.deepcopy(CAR)
    group: Any = document
    for key in at[:-1]:
        group = group.setdefault(key, {})
    group[at[-1]] = value
    assert words in faults(document)


def test_a_byte_order_mark_and_limits_typed_with_a_value_are_taken(tmp_path: Path) -> None:
    document = copy.deepcopy(CAR)
    document["car"]["cg_height_mm"] = 500.0
    document["car"]["typed"] = {"cg_height_mm": "500 ± 20 mm"}
    document["car"]["spread"] = {"cg_height_mm": 10.0}
    path = tmp_path / "car.json"
    path.write_text("\ufeff" + json.dumps(document), encoding="utf-8")
    assert read_car_file(path).car.cg_height.spread == pytest.approx(0.010)


@pytest.mark.parametrize(
    "text", ["[" * 100_000, '{"a":' * 5000, "[" * 40 + "]" * 40, '{"anchor_beam": 1' + "0" * 5000 + "}"]
)
def test_depth_and_digits_end_before_they_cost_anything(text: str) -> None:
    with pytest.raises(DocumentError):
        read_car(text)


def sparse(path: Path, size: int) -> Path:
    with path.open("wb") as file:
        file.truncate(size)
    return path


def test_a_file_of_two_hundred_megabytes_is_refused_by_its_bound(tmp_path: Path) -> None:
    began = time.monotonic()
    with pytest.raises(DocumentError, match=f"larger than {CAR_FILE // MEGABYTE} MB"):
        read_car_file(sparse(tmp_path / "large.json", 200 * MEGABYTE))
    assert time.monotonic() - began < 2.0


def test_a_zip_that_unpacks_without_end_is_refused(tmp_path: Path) -> None:
    path = tmp_path / "bomb.zip"
    with Garage(tmp_path / "garage.sqlite3") as garage:
        garage.add(team()[0], "made")
        write_bundle(garage, [garage.cars()[0].id], path)
        kept = {name: zipfile.ZipFile(path).read(name) for name in zipfile.ZipFile(path).namelist()}
        with zipfile.ZipFile(path, "w", zipfile.ZIP_DEFLATED) as archive:
            for name, content in kept.items():
                archive.writestr(name, b" " * 20 * MEGABYTE if name.startswith("documents") else content)
        with pytest.raises(DocumentError, match="larger than"):
            bring_in_bundle(garage, path, "brought in")
        assert len(garage.cars()) == 1


def solve(*arguments: str, text: str | None = None, **how: Any) -> subprocess.CompletedProcess[str]:
    def little_memory() -> None:
        resource.setrlimit(resource.RLIMIT_DATA, (600 * MEGABYTE, 600 * MEGABYTE))

    command = [sys.executable, "-m", "anchor_beam", "solve", *arguments]
    return subprocess.run(
        command, input=text, capture_output="stdout" not in how, text=True, timeout=20, preexec_fn=little_memory, check=False,
        **how,
    )  # fmt: skip


def asked(*questions: dict[str, Any]) -> str:
    return json.dumps({"anchor_beam": 1, "ask": questions})


BAR = {"od_mm": 22.0, "E_Pa": 206e9, "G_Pa": 79.3e9, "density_kg_per_m3": 7850, "pivots_y_mm": [380, -380],
       "path_mm": [[250, 500, 0, 0], [0, 500, 0, 30], [0, -500, 0, 30], [250, -500, 0, 0]], "holes_mm": [0]}  # fmt: skip


@pytest.mark.parametrize(("question", "code", "words"), [
    ({"kind": "bar", "id": "\ud800", "load_N": 1000, "bar": BAR}, 0, "K_theta"),
    ({"kind": "bar", "id": "b", "load_N": 1000, "bar": BAR | {"holes_mm": [i / 1e3 for i in range(9999)]}}, 3, "at most 40"),
    ({"kind": "bar", "id": "b", "load_N": 10**50, "bar": BAR}, 3, "at most"),
    ({"kind": "skidpad", "id": "s", "radius_m": 30, "lap_times_s": [1e-200, 2e-200]}, 3, "too far apart"),
    ({"kind": "skidpad", "id": "s", "log": {"time_s": list(range(40)), "ay_g": [0.5] * 40, "reading_deg": [1.0] * 40,
                                            "longest_lag_s": 1e14}}, 3, "0 to 5 s"),
])  # fmt: skip
def test_a_question_without_sense_has_an_answer_that_is_json(question: dict[str, Any], code: int, words: str) -> None:
    done = solve("-", text=asked(question))
    assert done.returncode == code, done.stderr
    assert words in json.dumps(json.loads(done.stdout), ensure_ascii=False)
    assert "Traceback" not in done.stderr


@pytest.mark.parametrize("source", ["/dev/zero", "large", "folder", "not there", "bytes"])
def test_a_source_that_is_no_document_ends_with_code_2_and_one_sentence(tmp_path: Path, source: str) -> None:
    make: dict[str, Callable[[], Path]] = {
        "/dev/zero": lambda: Path("/dev/zero"), "large": lambda: sparse(tmp_path / "large.json", 200 * MEGABYTE),
        "folder": lambda: tmp_path, "not there": lambda: tmp_path / "nothing.json", "bytes": lambda: tmp_path / "bytes.json",
    }  # fmt: skip
    (tmp_path / "bytes.json").write_bytes(b"\xff\xfe{}")
    began = time.monotonic()
    done = solve(str(make[source]()))
    assert time.monotonic() - began < 2.0
    assert done.returncode == 2
    assert len(done.stderr.strip().splitlines()) == 1


def test_an_answer_that_nobody_takes_ends_with_code_2(tmp_path: Path) -> None:
    ask = tmp_path / "ask.json"
    ask.write_text(asked({"kind": "bar", "id": "b", "load_N": 1000, "bar": BAR}))
    with Path("/dev/full").open("w") as full:
        done = solve(str(ask), stdout=full, stderr=subprocess.PIPE)
    assert (done.returncode, len(done.stderr.strip().splitlines())) == (2, 1)
    read, write = os.pipe()
    os.close(read)
    with os.fdopen(write, "w") as closed:
        done = solve(str(ask), stdout=closed, stderr=subprocess.PIPE)
    assert (done.returncode, "Traceback" in done.stderr) == (2, False)

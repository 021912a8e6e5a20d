"""Cars as plain data, and back: the body of a car document, without validation.

The garage keeps its revisions in this form and reads them back with `from_plain`; documents from outside go through
`car_file`, which validates first. Loads nothing heavy, so that the window opens quickly.
"""

from __future__ import annotations

import json
from typing import Any

from anchor_beam.core.grip.model import Drive
from anchor_beam.core.grip.tyre import TyreKind
from anchor_beam.core.sides import Axle, AxleKind
from anchor_beam.documents.aim import AimRecord, usual_aim
from anchor_beam.documents.alignment import alignment_from, alignment_plain
from anchor_beam.documents.fields import (
    AIM_FIELDS,
    AXLE_FIELDS,
    BAR_FIELDS,
    CAR_FIELDS,
    END_FIELDS,
    HOLE_FIELD,
    document_number,
)
from anchor_beam.documents.inputs import Field
from anchor_beam.documents.json_text import FORMAT
from anchor_beam.documents.kept import KeptEnd
from anchor_beam.documents.later import CAR_TEXTS, LATER_AXLE_CHOICES, LATER_CHOICES, with_later_keys
from anchor_beam.documents.load_states import STATE_FIELDS, LoadState, state_from
from anchor_beam.documents.obstacles import obstacle_from, obstacle_plain
from anchor_beam.documents.parts.as_plain import facts_from, facts_plain, fitting_from, fitting_plain
from anchor_beam.documents.parts.facts import BracketPart, BushingPart, LinkPart
from anchor_beam.documents.readings import readings_from, readings_plain
from anchor_beam.documents.records import (
    Adjuster,
    ArmDirection,
    AxleRecord,
    BarRecord,
    BarState,
    CarFile,
    CarRecord,
    EndSetting,
    Figure,
    Pair,
    Provenance,
    RackBar,
    Setting,
)
from anchor_beam.words.wanted import MayChange, Wish, Work

BOUGHT = {"link_part": LinkPart, "bracket": BracketPart, "bushings": BushingPart}
"""What can be bought beside a bar, by the name that an end gives it."""


def to_json(file: CarFile) -> str:
    """The document as text, indented, keys in the order of the table."""
    return json.dumps(as_document(file), indent=1, ensure_ascii=False)


def as_document(file: CarFile) -> dict[str, Any]:
    """The document as plain data."""
    document: dict[str, Any] = {
        "anchor_beam": FORMAT,
        "kind": "car-file",
        "car": car_plain(file.car),
        "rack": [{"axle": str(item.axle), "bar": bar_plain(item.bar)} for item in file.rack],
        "settings": [setting_plain(item) for item in file.settings],
        "bench": setting_plain(file.bench),
        "reference": file.reference,
    }
    if file.aim != usual_aim():
        document["aim"] = aim_plain(file.aim)
    if file.states:
        document["load_states"] = [load_plain(state) for state in file.states]
    if file.obstacles:
        document["obstacles"] = [obstacle_plain(each) for each in file.obstacles]
    if file.pair != Pair():
        document["pair"] = pair_plain(file.pair)
    if file.readings:
        document["readings"] = [readings_plain(item) for item in file.readings]
    return document


def _figures_out(named: list[tuple[str, Field, Figure]]) -> dict[str, Any]:
    """Numbers by key, then the sidecars, each only where it says something."""
    out: dict[str, Any] = {key: document_number(field, figure.value) for key, field, figure in named}
    out["provenance"] = {key: str(figure.provenance) for key, _, figure in named}
    out["typed"] = {key: figure.typed for key, _, figure in named if figure.typed}
    out["spread"] = {
        key: document_number(field, figure.spread) for key, field, figure in named if figure.spread is not None
    }
    return {key: value for key, value in out.items() if value != {}}


def _record_figures(record: object, fields: tuple[Field, ...]) -> list[tuple[str, Field, Figure]]:
    return [(field.key, field, getattr(record, field.name)) for field in fields]


def _axle_out(axle: AxleRecord) -> dict[str, Any]:
    choices = {"kind": str(axle.kind), "arms": str(axle.arms), "adjuster": str(axle.adjuster),
               **{name: str(getattr(axle, name)) for name in LATER_AXLE_CHOICES}}  # fmt: skip
    return choices | _figures_out(_record_figures(axle, AXLE_FIELDS))


def car_plain(car: CarRecord) -> dict[str, Any]:
    """A car without its bars."""
    head = {"name": car.name, "description": car.description, "drive": str(car.drive), "tyre": str(car.tyre),
            **{name: str(getattr(car, name)) for name in LATER_CHOICES},
            **{name: text for name in CAR_TEXTS if (text := getattr(car, name))}}  # fmt: skip
    axles = {"front": _axle_out(car.front), "rear": _axle_out(car.rear)}
    return head | _figures_out(_record_figures(car, CAR_FIELDS)) | axles


def aim_plain(aim: AimRecord) -> dict[str, Any]:
    """What is asked of a car."""
    head = {"may_change": str(aim.may_change), "asked": [str(wish) for wish in aim.asked],
            "wont": [str(work) for work in aim.wont], "currency": aim.currency}  # fmt: skip
    return head | _figures_out(_record_figures(aim, AIM_FIELDS))


def aim_from(group: dict[str, Any]) -> AimRecord:
    """What `aim_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    return AimRecord(
        MayChange(group["may_change"]), tuple(map(Wish, group["asked"])), tuple(map(Work, group["wont"])),
        str(group["currency"]), **_figures_in(group, AIM_FIELDS),
    )  # fmt: skip


def load_plain(state: LoadState) -> dict[str, Any]:
    """A load state."""
    figures = [(field.key, field, figure) for field, figure in zip(STATE_FIELDS, state.figures, strict=True)]
    return {"name": state.name} | _figures_out(figures)


def load_from(group: dict[str, Any]) -> LoadState:
    """What `load_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    return state_from(str(group["name"]), _figures_in(group, STATE_FIELDS))


def pair_plain(pair: Pair) -> dict[str, str]:
    """Two settings between which a car is changed."""
    return {"road": pair.road, "event": pair.event, "on_car": pair.on_car}


def pair_from(group: dict[str, Any]) -> Pair:
    """What `pair_plain` made; nothing said is no pair."""
    return Pair(*(str(group.get(key, "")) for key in ("road", "event", "on_car")))


def bar_plain(bar: BarRecord) -> dict[str, Any]:
    """A bar."""
    head = {"name": bar.name, "maker": bar.maker, "solid": bar.solid, "plate_arms": bar.plate_arms,
            "rigid_bushings": bar.rigid_bushings}  # fmt: skip
    head |= {"hole_names": list(bar.hole_names)} if bar.hole_names else {}
    head |= {"facts": facts} if (facts := facts_plain(bar.facts)) else {}
    holes = [(f"holes_mm[{i}]", HOLE_FIELD, hole) for i, hole in enumerate(bar.holes)]
    figures = _figures_out([*_record_figures(bar, BAR_FIELDS), *holes])
    numbers = [figures.pop(key) for key, _, _ in holes]
    return head | {"holes_mm": numbers} | figures


def setting_plain(setting: Setting) -> dict[str, Any]:
    """A setting, complete in itself."""

    def end(record: EndSetting) -> dict[str, Any]:
        rest = {"bar": bar_plain(record.bar)} | bought_plain(record) | alignment_plain(record.alignment)
        return hung_plain(record) | _figures_out(_record_figures(record, END_FIELDS)) | rest

    state = {"state": setting.state} if setting.state else {}
    return {"name": setting.name, "front": end(setting.front), "rear": end(setting.rear)} | state


def hung_plain(end: EndSetting | KeptEnd) -> dict[str, int]:
    """Whether there is a bar, whether it hangs on its links, and in which holes, counted from 1; that there is a bar, and
    that the links hang in the first hole of what is beyond, goes without saying."""
    fitted = {} if end.state is not BarState.NONE else {"fitted": False}
    holes = {"hole_left": end.hole_left + 1, "hole_right": end.hole_right + 1}
    pickup = {"pickup": end.pickup + 1} if end.pickup else {}
    return {**fitted, "connected": end.state is BarState.HOOKED, **holes, **pickup}


def hung_from(group: dict[str, Any]) -> dict[str, Any]:
    """What `hung_plain` made, by name."""
    state = BarState.of(bool(group.get("fitted", True)), bool(group["connected"]))
    left, right = group["hole_left"] - 1, group["hole_right"] - 1
    return {"state": state, "hole_left": left, "hole_right": right, "pickup": int(group.get("pickup", 1)) - 1}


def bought_plain(end: EndSetting | KeptEnd) -> dict[str, Any]:
    """What is bought beside the bar of an end."""
    bought = [part for name in BOUGHT if (part := getattr(end, name)) is not None]
    return {"bought": [fitting_plain(part) for part in bought]} if bought else {}


def bought_from(group: dict[str, Any]) -> dict[str, Any]:
    """What `bought_plain` made, by name."""
    parts = tuple(map(fitting_from, group.get("bought") or ()))
    return {name: part for name, made in BOUGHT.items() for part in parts if type(part) is made}


def link_figures(end: object) -> dict[str, Any]:
    """The link lengths of a setting's end, with where they come from."""
    return _figures_out(_record_figures(end, END_FIELDS))


def links_from(group: dict[str, Any]) -> dict[str, Figure]:
    """The link lengths of what `link_figures` made, by name."""
    return _figures_in(group, END_FIELDS)


def from_plain(data: dict[str, Any]) -> CarFile:
    """Records from plain data that is known to be whole.

    Raises:
        KeyError, ValueError, TypeError: it is not; the caller knows what that means for the user.
    """
    data = {**data, "car": with_later_keys(data["car"])}
    return CarFile(
        car=car_from(data["car"]),
        rack=tuple(RackBar(Axle(item["axle"]), bar_from(item["bar"])) for item in data["rack"]),
        settings=tuple(setting_from(item) for item in data["settings"]),
        bench=setting_from(data["bench"]),
        reference=data["reference"],
        readings=tuple(readings_from(item) for item in data.get("readings", ())),
        aim=aim_from(data["aim"]) if data.get("aim") else usual_aim(),
        states=tuple(load_from(item) for item in data.get("load_states", ())),
        pair=pair_from(data.get("pair") or {}),
        obstacles=tuple(obstacle_from(item) for item in data.get("obstacles", ())),
    )


def _figure(group: dict[str, Any], key: str, field: Field, number: float) -> Figure:
    spread = group.get("spread", {}).get(key)
    return Figure(
        value=number * field.scale,
        provenance=Provenance(group.get("provenance", {}).get(key, Provenance.GUESS)),
        typed=group.get("typed", {}).get(key, ""),
        spread=None if spread is None else spread * field.scale,
    )


def _figures_in(group: dict[str, Any], fields: tuple[Field, ...]) -> dict[str, Figure]:
    return {field.name: _figure(group, field.key, field, group[field.key]) for field in fields}


def _axle(group: dict[str, Any]) -> AxleRecord:
    rest: dict[str, Any] = {name: type(choice)(group[name]) for name, choice in LATER_AXLE_CHOICES.items()}
    return AxleRecord(
        kind=AxleKind(group["kind"]), arms=ArmDirection(group["arms"]), adjuster=Adjuster(group["adjuster"]),
        **(rest | _figures_in(group, AXLE_FIELDS)),
    )  # fmt: skip


def car_from(group: dict[str, Any]) -> CarRecord:
    """A car from what `car_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    rest: dict[str, Any] = {name: type(choice)(group[name]) for name, choice in LATER_CHOICES.items()}
    rest |= {name: str(group.get(name, "")) for name in CAR_TEXTS}
    rest |= _figures_in(group, CAR_FIELDS)
    return CarRecord(
        name=group["name"], description=group["description"], drive=Drive(group["drive"]), tyre=TyreKind(group["tyre"]),
        front=_axle(group["front"]), rear=_axle(group["rear"]), **rest,
    )  # fmt: skip


def bar_from(group: dict[str, Any]) -> BarRecord:
    """A bar from what `bar_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    numbers = enumerate(group["holes_mm"])
    return BarRecord(
        name=group["name"], maker=group["maker"], solid=group["solid"], plate_arms=group["plate_arms"],
        rigid_bushings=group["rigid_bushings"], hole_names=tuple(map(str, group.get("hole_names") or ())),
        facts=facts_from(group.get("facts")),
        holes=tuple(_figure(group, f"holes_mm[{i}]", HOLE_FIELD, number) for i, number in numbers),
        **_figures_in(group, BAR_FIELDS),
    )  # fmt: skip


def _end(group: dict[str, Any]) -> EndSetting:
    rest: dict[str, Any] = hung_from(group) | bought_from(group) | _figures_in(group, END_FIELDS)
    return EndSetting(bar=bar_from(group["bar"]), worn=None, alignment=alignment_from(group), **rest)


def setting_from(group: dict[str, Any]) -> Setting:
    """What `setting_plain` made.

    Raises:
        KeyError, ValueError, TypeError: the data is not whole.
    """
    return Setting(group["name"], _end(group["front"]), _end(group["rear"]), str(group.get("state", "")))

"""The acts of the user, one small class each, named for the act. Each makes a new car in hand from the old one."""

from anchor_beam.session.edits.aims import AskFor, RuleOut, SetWindow
from anchor_beam.session.edits.bars import (
    AddHole,
    ForgetBar,
    KeepBar,
    PutBar,
    ReachRung,
    ReachSpot,
    RemoveHole,
    SetHole,
    SetPickup,
    WearPart,
)
from anchor_beam.session.edits.card_readings import TakeFromCard
from anchor_beam.session.edits.documents import DocumentEdit, MoveInGarage, PutDocument, PutDocuments, RemoveDocument
from anchor_beam.session.edits.edit import Edit
from anchor_beam.session.edits.figures import Choose, RestoreFigure, SetProvenance, SetValue, TakeTypical
from anchor_beam.session.edits.links import DrillHole, LevelLink, MovePickup, PlaceMount, SetLinks, TakeJoints
from anchor_beam.session.edits.load_states import ForgetLoadState, KeepLoadState, UseLoadState
from anchor_beam.session.edits.obstacles import (
    AddObstacle,
    HoldObstacle,
    NameObstacle,
    RemoveObstacle,
    ReplaceObstacles,
    SetObstacle,
)
from anchor_beam.session.edits.parts import FitListed, SetClaim, SetRating, SetSteel, TakeOff
from anchor_beam.session.edits.readings import ReplaceRows, SetReading, SetSupport, TakeMeasured, TakeReadings
from anchor_beam.session.edits.settings import (
    ChangeBetween,
    CompareWith,
    PutSetting,
    RemoveSetting,
    SaveSetting,
    SignOff,
    UseSetting,
)

__all__ = [
    "AddHole",
    "AddObstacle",
    "AskFor",
    "ChangeBetween",
    "Choose",
    "CompareWith",
    "DocumentEdit",
    "DrillHole",
    "Edit",
    "FitListed",
    "ForgetBar",
    "ForgetLoadState",
    "HoldObstacle",
    "KeepBar",
    "KeepLoadState",
    "LevelLink",
    "MoveInGarage",
    "MovePickup",
    "NameObstacle",
    "PlaceMount",
    "PutBar",
    "PutDocument",
    "PutDocuments",
    "PutSetting",
    "ReachRung",
    "ReachSpot",
    "RemoveDocument",
    "RemoveHole",
    "RemoveObstacle",
    "RemoveSetting",
    "ReplaceObstacles",
    "ReplaceRows",
    "RestoreFigure",
    "RuleOut",
    "SaveSetting",
    "SetClaim",
    "SetHole",
    "SetLinks",
    "SetObstacle",
    "SetPickup",
    "SetProvenance",
    "SetRating",
    "SetReading",
    "SetSteel",
    "SetSupport",
    "SetValue",
    "SetWindow",
    "SignOff",
    "TakeFromCard",
    "TakeJoints",
    "TakeMeasured",
    "TakeOff",
    "TakeReadings",
    "TakeTypical",
    "UseLoadState",
    "UseSetting",
    "WearPart",
]  # fmt: skip

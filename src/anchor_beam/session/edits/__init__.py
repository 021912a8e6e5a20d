"""The acts of the user, one small class each, named for the act. Each makes a new car in hand from the old one."""

from anchor_beam.session.edits.aims import AskFor, RuleOut, SetWindow
from anchor_beam.session.edits.bars import AddHole, KeepBar, PutBar, ReachRung, RemoveHole, SetHole, WearPart
from anchor_beam.session.edits.documents import DocumentEdit, PutDocument, RemoveDocument
from anchor_beam.session.edits.edit import Edit
from anchor_beam.session.edits.figures import Choose, RestoreFigure, SetProvenance, SetValue, TakeTypical
from anchor_beam.session.edits.links import LevelLink
from anchor_beam.session.edits.readings import ReplaceRows, SetReading, TakeMeasured
from anchor_beam.session.edits.settings import CompareWith, RemoveSetting, SaveSetting, UseSetting

__all__ = [
    "AddHole", "AskFor", "Choose", "CompareWith", "DocumentEdit", "Edit", "KeepBar", "LevelLink", "PutBar",
    "PutDocument", "ReachRung", "RemoveDocument", "RemoveHole", "RemoveSetting", "ReplaceRows", "RestoreFigure", "RuleOut",
    "SaveSetting", "SetHole", "SetProvenance", "SetReading", "SetValue", "SetWindow", "TakeMeasured", "TakeTypical",
    "UseSetting", "WearPart",
]  # fmt: skip

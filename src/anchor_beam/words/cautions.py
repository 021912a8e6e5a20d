"""Cautions, written once, to stand in the step or on the sheet where they belong."""

from __future__ import annotations

CHANGE_CARD = (
    "Car on stands on hard level ground, wheels chocked, never under a car on a jack alone. Both wheels of the axle at equal "
    "travel before a link is undone: a twisted bar springs when it is let go. Hot exhaust. Torques are the maker's.",
)
SETTING_SHEET = (
    "Estimates for a steady corner, with their bands; never a clearance to exceed a maker's rating. Follow the maker's "
    "instructions and torque figures, the law of the place and the class rules.",
    "Before undoing a link: car on stands on hard level ground, wheels chocked, both wheels of the axle at equal travel. "
    "A twisted bar springs when it is let go. Never work under a car on a jack alone.",
    "First drive slow, on closed ground. A car that is neutral in the dry can be loose in the wet.",
)

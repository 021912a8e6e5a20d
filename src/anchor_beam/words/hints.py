"""What somebody who sees a stage for the first time should know of it, in two sentences."""

from __future__ import annotations

HINTS = {
    "Garage": "Name your car, choose the layout most like it, press Enter. Everything else can wait.",
    "Car": "Purple can be typed into; the letter behind it says how well it is known. What to measure first is top right.",
    "Aim": "The patch is what you want: drag it, or say what the car is used for. The rings are what your holes can reach.",
    "Bars": "Click a hole: Beam and bottom line say what it does, Ctrl+Z takes it back. A figure shows its working.",
    "Links": "Length sets where the arm stands, never how stiff the bar is. A row’s button takes it; Space moves the wheels.",
    "Fit": "A card is one job on one axle. Space signs a step; what cannot be done yet says which step comes first.",
}

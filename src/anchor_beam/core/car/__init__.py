"""The car in a steady corner.

`model` holds the inputs, `bars` what a bar does at the wheels, `corner` settles the nonlinear car, `lift` finds where a
wheel leaves the ground, `linear` gives slopes at rest in closed form, `jack` lifts the car at a point.
"""

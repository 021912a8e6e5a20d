"""Tyre grip and the balance of the car.

`tyre` is the tyre with its presets, `model` what grip needs to know about a car, `wheels` camber and longitudinal force
at each wheel, `limit` which axle gives up first in each phase, `handling` the curve below the limit, `effects` which of
the schools is right about a change.
"""

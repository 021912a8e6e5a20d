"""From readings to figures: jack test, drop-in, deflection of a bar, tilt, motion ratio, skid pad and log.

Every function gives its figure with one standard error; readings are SI and in the order in which they were taken.
"""

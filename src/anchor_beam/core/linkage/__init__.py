"""Arm, link and pick-up: where the arm stands, how far it turns per wheel travel, which link length puts it level.

`arm` solves the closed chain for any points; `tape` feeds it from planar dimensions.
"""

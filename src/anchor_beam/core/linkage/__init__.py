"""Arm, link and pick-up: where the arm stands, how far it turns per wheel travel, which link length puts it level.

`arm` closes the chain for any points; `tape` feeds it from planar dimensions, `mounts` from coordinates of an arm, a strut
or a live axle, and `travel` moves it through the wheel's travel. `direct` is the bar without links.
"""

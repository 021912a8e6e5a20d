"""The anti-roll bar as a beam in space.

`shape` makes a path from workshop dimensions, `path` lays true arcs along it, `mesh` cuts it into elements,
`beam` solves it for every hole at once, `stiffness` turns that into K_theta, end rates, energy and stress,
`handbook` has the closed forms that workshops use, for comparison.
"""

"""Car: the figures that the balance needs, on the drawing of the car."""

"""The numbers: SI floats and arrays in, frozen results out. NumPy and SciPy, nothing else.

Frame ISO 8855: x forward, y left, z up. In a left turn the lateral acceleration and the roll angle are positive
(right side down). Wheel travel is positive in bump.
"""

"""Anchor Beam: a bench for anti-roll bars.

The package loads nothing by itself: each command imports the rooms it needs.
"""

__version__ = "0.1.0"

"""How a figure came about: the one record that screens and reports open when somebody asks.

A working is data, not text: values stay in SI with their kind of quantity, and whoever shows it formats them.
"""

from __future__ import annotations

from anchor_beam.immutable import immutable


@immutable
class Term:
    """One value in a working: its symbol in the formula, its name in words, value [SI] and kind of quantity."""

    symbol: str
    name: str
    value: float
    kind: str


@immutable
class Working:
    """Formula, the values put into it, the result, and where the formula comes from.

    `limits` says in one sentence when the figure is not to be trusted.
    """

    title: str
    formula: str
    terms: tuple[Term, ...]
    result: Term
    source: str
    limits: str = ""

"""Formulas: what the short notation means, and that every formula of every working can be read and set."""

from __future__ import annotations

import pytest

from anchor_beam.desk.drawing.formula import FormulaView
from anchor_beam.drawings.formula import Fraction, Line, Root, Scripts, Word, read_formula, spoken


def test_the_notation() -> None:
    assert read_formula(r"K_\theta = \frac{T}{\theta}") == Line(
        (
            Scripts(Word("K", slanted=True), Word("θ", slanted=True), None),
            Word("="),
            Fraction(Line((Word("T", slanted=True),)), Line((Word("θ", slanted=True),))),
        )
    )
    (root,) = read_formula(r"\sqrt{a^2 + b_{fl}^2}").parts
    assert isinstance(root, Root)
    assert spoken(root) == "√(a^2 + b_fl^2)"
    assert spoken(read_formula(r"k_{\text{at the wheel}}")) == "k_at the wheel"


@pytest.mark.parametrize("wrong", ["a_{b", "a}", r"\frac{a}", r"\unheard", r"\sqrt{a"])
def test_a_formula_that_is_written_wrong_is_refused(wrong: str) -> None:
    with pytest.raises(ValueError, match=r"brace|no symbol"):
        read_formula(wrong)


def test_a_fraction_is_taller_and_a_long_formula_breaks(desk) -> None:
    theme = desk.bridge.theme
    plain, fraction = FormulaView(theme, "a = b"), FormulaView(theme, r"a = \frac{b}{c}")
    assert fraction.sizeHint().height() > plain.sizeHint().height()
    long = r"a = b + c, \quad d = e + f, \quad g = h + i"
    wide, narrow = FormulaView(theme, long, room=4000.0), FormulaView(theme, long, room=100.0)
    assert narrow.sizeHint().width() < wide.sizeHint().width()
    assert narrow.sizeHint().height() > wide.sizeHint().height()

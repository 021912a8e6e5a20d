r"""Formulas as data: read from a short notation, drawn by whoever shows them.

The notation is what engineers write by hand in plain text: `K_\theta = \frac{T}{\theta}`. `_` sets a word or a group in
braces below, `^` above, `\frac{over}{under}` is a fraction, `\sqrt{inside}` a root, `\text{words}` upright words, and a
backslash before the name of a Greek letter gives the letter.
"""

from __future__ import annotations

import re

from anchor_beam.immutable import immutable

SYMBOLS = {
    "alpha": "α", "beta": "β", "gamma": "γ", "delta": "δ", "theta": "θ", "kappa": "κ", "lambda": "λ", "mu": "μ", "nu": "ν",
    "pi": "π", "rho": "ρ", "sigma": "σ", "tau": "τ", "phi": "φ", "Delta": "Δ", "sum": "Σ", "int": "∫", "cdot": "·",
    "quad": "\u2003",
}  # fmt: skip
_TOKEN = re.compile(
    r"\\(?P<name>[A-Za-z]+)|(?P<mark>[_^{}])|(?P<word>[A-Za-z]+)|(?P<number>[0-9.]+)|(?P<other>.)", re.S
)
_SPACED = frozenset("=+−<>")


@immutable
class Word:
    """A run of text; slanted for a quantity, upright for numbers, signs and words."""

    text: str
    slanted: bool = False


@immutable
class Line:
    """Parts side by side."""

    parts: tuple[Part, ...]


@immutable
class Scripts:
    """Something with an index below and a power above, either of them None where there is none."""

    base: Part
    below: Part | None
    above: Part | None


@immutable
class Fraction:
    """One thing over another."""

    over: Part
    under: Part


@immutable
class Root:
    """A square root."""

    inside: Part


Part = Word | Line | Scripts | Fraction | Root


def read_formula(text: str) -> Line:
    """A formula from its notation.

    Raises:
        ValueError: a brace is missing, or a name is not known (a fault of whoever wrote the formula).
    """
    reader = _Reader(
        [match for match in _TOKEN.finditer(text) if not match[0].isspace() or _is_in_words(text, match)]
    )
    line = reader.line()
    if reader.rest:
        raise ValueError(f"a brace too many in {text!r}")
    return line


def _is_in_words(text: str, space: re.Match[str]) -> bool:
    """Whether a space stands between upright words, where it counts."""
    start = text.rfind(r"\text{", 0, space.start())
    return start >= 0 and "}" not in text[start : space.start()]


def spoken(part: Part) -> str:
    """The formula in one line, for screen readers and plain text."""
    match part:
        case Word(text, _):
            return text
        case Line(parts):
            return "".join(f" {spoken(each)} " if spoken(each) in _SPACED else spoken(each) for each in parts)
        case Scripts(base, below, above):
            under = "" if below is None else f"_{spoken(below)}"
            return spoken(base) + under + ("" if above is None else f"^{spoken(above)}")
        case Fraction(over, under_line):
            return f"({spoken(over)}) / ({spoken(under_line)})"
        case Root(inside):
            return f"√({spoken(inside)})"


class _Reader:
    """Tokens, one after the other."""

    def __init__(self, tokens: list[re.Match[str]]) -> None:
        self.rest = tokens

    def line(self) -> Line:
        """Up to a closing brace or the end."""
        parts: list[Part] = []
        while self.rest and self.rest[0][0] != "}":
            parts.append(self._scripted())
        return Line(tuple(parts))

    def _scripted(self) -> Part:
        base, below, above = self._one(), None, None
        while self.rest and self.rest[0][0] in ("_", "^"):
            mark = self.rest.pop(0)[0]
            script = self._index() if self.rest and self.rest[0][0] != "{" else self._group()
            below, above = (script, above) if mark == "_" else (below, script)
        return base if below is None and above is None else Scripts(base, below, above)

    def _index(self) -> Part:
        """What stands below or above without braces: a word, a number or a letter; words of more letters stand upright."""
        token = self.rest.pop(0)
        if token["word"]:
            return Word(token[0], slanted=len(token[0]) == 1)
        return self._of(token)

    def _group(self) -> Line:
        if not self.rest or self.rest.pop(0)[0] != "{":
            raise ValueError("a group in braces is missing")
        line = self.line()
        if not self.rest:
            raise ValueError("a closing brace is missing")
        self.rest.pop(0)
        return line

    def _one(self) -> Part:
        token = self.rest[0]
        if token["name"] in ("frac", "sqrt", "text"):
            self.rest.pop(0)
            if token["name"] == "frac":
                return Fraction(self._group(), self._group())
            return Root(self._group()) if token["name"] == "sqrt" else self._words()
        if token[0] == "{":
            return self._group()
        return self._of(self.rest.pop(0))

    def _words(self) -> Word:
        group = self._group()
        return Word("".join(part.text for part in group.parts if isinstance(part, Word)))

    def _of(self, token: re.Match[str]) -> Word:
        if token["name"]:
            if token["name"] not in SYMBOLS:
                raise ValueError(f"there is no symbol {token['name']!r}")
            return Word(
                SYMBOLS[token["name"]],
                slanted=token["name"].islower() and token["name"] not in ("sum", "int", "cdot"),
            )
        return Word(token[0], slanted=bool(token["word"]))

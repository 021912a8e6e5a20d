"""Turn the B612 OpenType files of the distribution's package `fonts-b612` into the TrueType files that we ship.

The PDF library embeds TrueType outlines only. Needs `pip install fonttools` and `apt-get install fonts-b612`; run
once, the results are kept in the repository. Usage: python tools/make_fonts.py FOLDER_WITH_OTF_FILES
"""

from __future__ import annotations

import sys
from pathlib import Path

from fontTools.pens.cu2quPen import Cu2QuPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont, newTable

OUT = Path(__file__).parent.parent / "src/anchor_beam/assets/fonts"
MAX_ERROR = 1.0  # font units of 1000 or 2048 per em


def convert(source: Path, target: Path) -> None:
    """Cubic outlines to quadratic ones; everything else stays as the designers made it."""
    font = TTFont(source)
    order, glyphs, quadratic = font.getGlyphOrder(), font.getGlyphSet(), {}
    for name in order:
        pen = TTGlyphPen(glyphs)
        glyphs[name].draw(Cu2QuPen(pen, MAX_ERROR, reverse_direction=True))
        quadratic[name] = pen.glyph()
    font["loca"] = newTable("loca")
    font["glyf"] = table = newTable("glyf")
    table.glyphOrder, table.glyphs = order, quadratic
    table.compile(font)
    for name in order:
        glyph = table[name]
        font["hmtx"][name] = (font["hmtx"][name][0], getattr(glyph, "xMin", 0))
    maxp = font["maxp"]
    maxp.tableVersion = 0x00010000
    for key in ("maxTwilightPoints", "maxStorage", "maxFunctionDefs", "maxInstructionDefs", "maxStackElements",
                "maxSizeOfInstructions"):  # fmt: skip
        setattr(maxp, key, 0)
    maxp.maxZones, maxp.maxComponentElements = (
        1,
        max((len(g.components) for g in quadratic.values() if g.isComposite()), default=0),
    )
    font["post"].formatType = 2.0
    font["post"].extraNames, font["post"].mapping = [], {}
    del font["CFF "]
    if "VORG" in font:
        del font["VORG"]
    font.sfntVersion = "\x00\x01\x00\x00"
    font.save(target)


if __name__ == "__main__":
    for weight in ("Regular", "Bold"):
        convert(Path(sys.argv[1]) / f"B612-{weight}.otf", OUT / f"B612-{weight}.ttf")

#!/usr/bin/python3
"""Makes the typeface that ships with Good Fold from Debian's fonts-inter (SIL Open Font License).

Qt 6.4 cannot switch OpenType features on, so the tabular figures are made the default here; the rest is
left as it is, cut down to the signs a workshop needs. Outlines become TrueType's, which are drawn in a
fraction of the time that PostScript's take. The result carries its own name.

    apt-get install fonts-inter python3-fonttools && ./make_fonts.py
"""
import pathlib

from fontTools import subset
from fontTools.pens.cu2quPen import Cu2QuPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont, newTable

SOURCE = pathlib.Path("/usr/share/fonts/opentype/inter")
WEIGHTS = ("Regular", "SemiBold")
SIGNS = (
    [chr(c) for c in range(0x20, 0x7F)]
    + [chr(c) for c in range(0xA0, 0x180)]
    + list("–—‘’“”„†•…′″⁄−×÷≈≤≥±°øØ½¼¾⅛⅜⅝⅞‹›←↑→↓↔↕⁰¹²³⁴⁵⁶⁷⁸⁹₀₁₂₃₄₅₆₇₈₉▲▶▼●■◆")
)
FAMILY = "Good Fold Sans"


def tabular(font):
    """Points the code points that the font's own `tnum` feature replaces at their tabular glyphs."""
    gsub = font["GSUB"].table
    replaced = {}
    for feature in gsub.FeatureList.FeatureRecord:
        if feature.FeatureTag != "tnum":
            continue
        for index in feature.Feature.LookupListIndex:
            for sub in gsub.LookupList.Lookup[index].SubTable:
                replaced.update(getattr(getattr(sub, "ExtSubTable", sub), "mapping", {}))
    for table in font["cmap"].tables:
        for code, name in list(table.cmap.items()):
            table.cmap[code] = replaced.get(name, name)


def rename(font, weight):
    for record in list(font["name"].names):
        if record.nameID in (1, 16):
            record.string = FAMILY
        elif record.nameID in (2, 17):
            record.string = weight
        elif record.nameID in (3, 4, 6):
            record.string = f"{FAMILY} {weight}".replace(" ", "" if record.nameID == 6 else " ")
        elif record.nameID not in (0, 13, 14):
            font["name"].removeNames(nameID=record.nameID)
    # Family and style by the typographic names alone, so that all weights stand in one family.
    for nameID, text in ((16, FAMILY), (17, weight)):
        font["name"].setName(text, nameID, 3, 1, 0x409)


def with_quadratic_outlines(font):
    """Cubic curves as quadratic ones, to a thousandth of the em."""
    order, drawn = font.getGlyphOrder(), font.getGlyphSet()
    glyphs = {}
    for name in order:
        pen = TTGlyphPen(drawn)
        drawn[name].draw(Cu2QuPen(pen, font["head"].unitsPerEm / 1000, reverse_direction=True))
        glyphs[name] = pen.glyph()
    del font["CFF "]
    font["loca"] = newTable("loca")
    table = font["glyf"] = newTable("glyf")
    table.glyphOrder, table.glyphs = order, glyphs
    for name, glyph in glyphs.items():
        glyph.recalcBounds(table)
        font["hmtx"][name] = (font["hmtx"][name][0], getattr(glyph, "xMin", 0))
    most = font["maxp"] = newTable("maxp")
    most.tableVersion, most.numGlyphs, most.maxZones = 0x00010000, len(order), 1
    for none in ("TwilightPoints", "Storage", "FunctionDefs", "InstructionDefs", "StackElements",
                 "SizeOfInstructions", "ComponentElements"):
        setattr(most, f"max{none}", 0)
    names = font["post"]
    names.formatType, names.extraNames, names.mapping = 2.0, [], {}
    font.sfntVersion = "\x00\x01\x00\x00"


for weight in WEIGHTS:
    font = TTFont(SOURCE / f"Inter-{weight}.otf")
    tabular(font)
    options = subset.Options(layout_features=["kern", "mark", "mkmk"], name_IDs=["*"], notdef_outline=True)
    cutter = subset.Subsetter(options)
    cutter.populate(text="".join(SIGNS))
    cutter.subset(font)
    rename(font, weight)
    with_quadratic_outlines(font)
    font.save(pathlib.Path(__file__).parent / f"GoodFoldSans-{weight}.ttf")

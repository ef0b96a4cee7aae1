"""The shipped fonts measured: widths, kerning and outlines of their letters, with fontTools.

Widths are in thousandths of the height of a capital, so that they hold at any size.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any, Final

from fontTools.pens.basePen import BasePen
from fontTools.ttLib import TTFont
from shapely.geometry import Polygon
from shapely.ops import unary_union

from inkquilt.cutting.machine import MachinePoint, MachineShape, Ring
from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.model import Size
from inkquilt.words.alphabets import FONT_KEY, Alphabet, LetteringKind
from inkquilt.words.flow import SAMPLE
from inkquilt.words.script import USUAL_HALF_POINTS, Script, font

#: The shipped fonts by what they are called.
FONTS: Final = {"Literata": "Literata-SemiBold.ttf", "Figtree": "Figtree-Medium.ttf"}
#: The shipped handwriting, in which a hand is shown: nothing is printed in it.
HANDWRITING: Final = "Caveat"
#: The one that plain widths of letters are taken from.
PLAIN: Final = "Figtree"
_HEIGHT: Final[Grains] = INCH


@dataclass(frozen=True, slots=True)
class FontMeasures:
    """A font's advance widths and kerning in units of the font; ``capital`` is the height of its capitals."""

    widths: dict[str, int]
    kerning: dict[str, int]
    capital: int
    em: int


def file_of(name: str) -> Path:
    """Return the file of a shipped font."""
    return Path(__file__).parent / "fonts" / {**FONTS, HANDWRITING: "Caveat-Regular.ttf"}[name]


@cache
def measured(name: str) -> FontMeasures:
    """Measure one of the shipped fonts."""
    file = TTFont(file_of(name))
    glyphs = file.getBestCmap()
    advances = file["hmtx"].metrics
    widths = {chr(code): advances[glyph][0] for code, glyph in glyphs.items()}
    by_glyph = {glyph: chr(code) for code, glyph in sorted(glyphs.items(), reverse=True)}
    return FontMeasures(widths, dict(_kerning(file, by_glyph)), file["OS/2"].sCapHeight, file["head"].unitsPerEm)


def _kerning(font: TTFont, by_glyph: dict[str, str]) -> dict[str, int]:
    """Return the pairs of the ``kern`` feature, OpenType GPOS lookup type 2; later subtables yield to earlier ones."""
    found: dict[str, int] = {}
    if "GPOS" not in font:
        return found
    table = font["GPOS"].table
    scripts = {record.ScriptTag: record.Script for record in table.ScriptList.ScriptRecord}
    latin = scripts.get("latn") or scripts["DFLT"]
    features = [table.FeatureList.FeatureRecord[place] for place in latin.DefaultLangSys.FeatureIndex]
    lookups = {n for one in features if one.FeatureTag == "kern" for n in one.Feature.LookupListIndex}
    for number in sorted(lookups):
        lookup = table.LookupList.Lookup[number]
        seen: dict[str, int] = {}
        for subtable in lookup.SubTable:
            plain = subtable.ExtSubTable if subtable.LookupType == 9 else subtable
            if plain.LookupType == 2:
                for pair, value in _pairs(plain, by_glyph).items():
                    seen.setdefault(pair, value)
        for pair, value in seen.items():
            found[pair] = found.get(pair, 0) + value
    return {pair: value for pair, value in found.items() if value}


def _pairs(subtable: Any, by_glyph: dict[str, str]) -> dict[str, int]:
    first = [glyph for glyph in subtable.Coverage.glyphs if glyph in by_glyph]
    found: dict[str, int] = {}
    if subtable.Format == 1:
        for place, glyph in enumerate(subtable.Coverage.glyphs):
            if glyph not in by_glyph:
                continue
            for record in subtable.PairSet[place].PairValueRecord:
                if record.SecondGlyph in by_glyph:
                    found[by_glyph[glyph] + by_glyph[record.SecondGlyph]] = _advance(record.Value1)
        return found
    seconds: dict[int, list[str]] = {}
    for glyph, character in by_glyph.items():
        seconds.setdefault(subtable.ClassDef2.classDefs.get(glyph, 0), []).append(character)
    for glyph in first:
        row = subtable.Class1Record[subtable.ClassDef1.classDefs.get(glyph, 0)].Class2Record
        for number, record in enumerate(row):
            value = _advance(record.Value1)
            # A pair of this subtable is settled by it, also when it is not moved.
            for character in seconds.get(number, ()):
                found[by_glyph[glyph] + character] = value
    return found


def _advance(value: Any) -> int:
    return getattr(value, "XAdvance", 0) or 0 if value is not None else 0


def plain_widths() -> dict[str, int]:
    """Return the widths of plain letters in thousandths of a capital's height."""
    font = measured(PLAIN)
    return {character: width * 1000 // font.capital for character, width in font.widths.items()}


@cache
def font_alphabet(name: str) -> Alphabet:
    """Return a shipped font as an alphabet that can be had at any height."""
    font = measured(name)
    widths = {character: -(-width * _HEIGHT // font.capital) for character, width in font.widths.items() if width}
    kerning = {pair: value * _HEIGHT // font.capital for pair, value in font.kerning.items()}
    return Alphabet(f"{FONT_KEY}{name}", name, LetteringKind.FONT, _HEIGHT, widths, None, kerning, scales=True)


def text_font(name: str, half_points: int = USUAL_HALF_POINTS) -> Script:
    """Return a shipped font to write a story in, at a size in half points."""
    face = measured(name)
    return font(f"{FONT_KEY}{name}", name, face.widths, face.kerning, face.em, half_points)


def drawn_size(script: Script) -> Grains:
    """Return how large a script is drawn: a font at its size, a hand in the shipped handwriting, scaled evenly so that
    plain prose runs as wide as she writes it."""
    if script.half_points is not None:
        return script.em
    face = measured(HANDWRITING)
    prose = " ".join(SAMPLE)
    wide = sum(face.widths.get(character, face.widths["n"]) for character in prose)
    return script.width(prose) * face.em // wide


# -- outlines --------------------------------------------------------------------------------

#: A curve is cut in so many straight steps: at 1 in high they miss it by less than 1/200 in.
_CURVE_STEPS: Final = 8


def letter_shapes(name: str, text: str, height: Grains) -> tuple[MachineShape, ...]:
    """Return the letters of a text as outlines to cut, capitals so high; what the font has not is left out.

    Keys are the letters, with a number where one comes again. Overlapping contours of a letter are
    made one, so that no line is cut twice.
    """
    font = TTFont(file_of(name))
    glyphs, names, capital = font.getGlyphSet(), font.getBestCmap(), font["OS/2"].sCapHeight
    found: list[MachineShape] = []
    seen: dict[str, int] = {}
    for character in text:
        glyph = names.get(ord(character))
        if character.isspace() or glyph is None:
            continue
        pen = _Flat(glyphs)
        glyphs[glyph].draw(pen)
        rings = _rings(pen.contours, height, capital)
        if rings:
            seen[character] = seen.get(character, 0) + 1
            key = character if seen[character] == 1 else f"{character}{seen[character]}"
            found.append(_shape(key, rings))
    return tuple(found)


class _Flat(BasePen):  # type: ignore[misc]
    """Takes a glyph's contours as corners, curves in straight steps."""

    def __init__(self, glyphs: Any) -> None:
        super().__init__(glyphs)
        self.contours: list[list[tuple[float, float]]] = []

    def _moveTo(self, point: tuple[float, float]) -> None:  # noqa: N802 - named by fontTools
        self.contours.append([point])

    def _lineTo(self, point: tuple[float, float]) -> None:  # noqa: N802 - named by fontTools
        self.contours[-1].append(point)

    def _curveToOne(self, one: tuple[float, float], two: tuple[float, float], end: tuple[float, float]) -> None:  # noqa: N802 - named by fontTools
        start = self.contours[-1][-1]
        for step in range(1, _CURVE_STEPS + 1):
            t = step / _CURVE_STEPS
            weights = ((1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t**3)
            corners = (start, one, two, end)
            self.contours[-1].append(
                (
                    sum(w * corner[0] for w, corner in zip(weights, corners, strict=True)),
                    sum(w * corner[1] for w, corner in zip(weights, corners, strict=True)),
                )
            )


def _rings(contours: list[list[tuple[float, float]]], height: Grains, capital: int) -> list[list[tuple[int, int]]]:
    """Return the outer and inner lines of a letter in grains, y downward."""
    sound = [contour for contour in contours if len(contour) >= 3]
    # TrueType fills contours that run clockwise; the others are holes.
    filled = unary_union([Polygon(contour).buffer(0) for contour in sound if _area(contour) < 0])
    letter = filled.difference(unary_union([Polygon(contour).buffer(0) for contour in sound if _area(contour) > 0]))
    parts = [part for part in getattr(letter, "geoms", [letter]) if not part.is_empty]
    rings = [ring for part in parts for ring in (part.exterior, *part.interiors)]
    return [
        [(round(x * height / capital), round(-y * height / capital)) for x, y in ring.coords[:-1]] for ring in rings
    ]


def _area(contour: list[tuple[float, float]]) -> float:
    return sum(x1 * y2 - x2 * y1 for (x1, y1), (x2, y2) in zip(contour, [*contour[1:], contour[0]], strict=True)) / 2


def _shape(key: str, rings: list[list[tuple[int, int]]]) -> MachineShape:
    xs = [x for ring in rings for x, _ in ring]
    ys = [y for ring in rings for _, y in ring]
    left, top = min(xs), min(ys)
    size = Size(max(xs) - left, max(ys) - top)
    return MachineShape(
        key, size, tuple(Ring(tuple(MachinePoint(x - left, y - top) for x, y in ring)) for ring in rings)
    )

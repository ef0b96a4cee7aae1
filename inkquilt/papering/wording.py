"""What is told of papers on a page, in words a scrapbooker would use; numbers stand beside the words."""

from __future__ import annotations

from collections.abc import Sequence

from inkquilt.colour import Rgb, lab
from inkquilt.colour.names import NEUTRALS, family_of
from inkquilt.paper.kinds import PaperKind
from inkquilt.papering.candidates import Candidate
from inkquilt.papering.places import PaperPlace

_PRINTS = {
    PaperKind.SOLID: "plain", PaperKind.SMALL_PRINT: "a small print", PaperKind.LARGE_PRINT: "a large print",
    PaperKind.STRIPE: "a stripe", PaperKind.DOTS: "dots", PaperKind.FLORAL: "a floral", PaperKind.WORDS: "words",
    PaperKind.PLAID: "a plaid", PaperKind.METALLIC: "metallic", PaperKind.VELLUM: "vellum",
}  # fmt: skip


def print_words(kind: PaperKind) -> str:
    """Say what is printed on a paper: "a stripe"."""
    return _PRINTS[kind]


def joined(words: Sequence[str]) -> str:
    """Join words as one says them: "a, b and c"."""
    *first, last = words
    return f"{', '.join(first)} and {last}" if first else last


def pieces_words(place: PaperPlace) -> str:
    """Say what a place needs: "the base", "all three mats"."""
    count = len(place.pieces)
    if count == 1:
        return place.name
    number = {2: "both", 3: "all three", 4: "all four", 5: "all five", 6: "all six"}.get(count, f"all {count}")
    return f"{number} {place.role.value}s"


def leading_words(chosen: Sequence[Candidate], areas: Sequence[float]) -> str:
    """Say which colours a papering shares out: "navy leads, mustard answers, cream rests"."""
    filled: dict[str, float] = {}
    colours: dict[str, Rgb] = {}
    for one, area in zip(chosen, areas, strict=True):
        for share in one.colours:
            if share.share < 0.1:
                continue
            # A little colour says more than much cream.
            weight = 1.0 if family_of(share.colour) in NEUTRALS else 1.6 + lab(share.colour).chroma / 60
            filled[share.name] = filled.get(share.name, 0.0) + area * share.share * weight
            colours.setdefault(share.name, share.colour)
    order = sorted(filled, key=lambda name: -filled[name])
    accents = [name for name in order if family_of(colours[name]) not in NEUTRALS]
    rests = [name for name in order if family_of(colours[name]) in NEUTRALS]
    if not accents:
        return f"{joined(rests[:2])}, quietly"
    words = f"{accents[0]} leads"
    if len(accents) > 1:
        words += f", {joined(accents[1:3])} answer{'s' if len(accents) == 2 else ''}"
    return f"{words}, {rests[0]} rests" if rests else words

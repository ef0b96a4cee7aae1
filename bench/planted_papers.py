"""Papered pages, each with one fault planted or with none, drawn without anything that knows about colours.

Lengths are inches. A page is told as plain values: pieces with their places, what paper each letter is, what the photos
show, and what lies in the stash. Palettes are lists made by hand, so that what is sound is sound to the eye.
"""

import random
from dataclasses import dataclass, field, replace

#: Palettes: a ground, a second, an accent that comes again, and a pale one; and a colour that is foreign to all of it.
PALETTES = (
    (("#22345c", "#9cc7e4", "#cf9d2e", "#f6eed8"), "#b8329f"),
    (("#3f6b66", "#b7dfc6", "#d9663f", "#fdfdfb"), "#6a4a9c"),
    (("#6b7a3a", "#d9e0c6", "#a8392e", "#f6eed8"), "#2b62c9"),
    (("#43474b", "#c3c7ca", "#e0b030", "#fdfdfb"), "#1f9a6a"),
    (("#6c3a5b", "#d9b8cc", "#3f8f7a", "#fdfdfb"), "#e07a1d"),
    (("#7d4634", "#e8cdb5", "#2f6f9f", "#f6eed8"), "#5a9a2a"),
)
PRINTS = ("floral", "stripe", "plaid", "large print", "words")
FAULTS = ("colour once", "like prints", "edge rare", "mat too near", "not enough", "lies wrong")


@dataclass(frozen=True)
class DrawnPaper:
    """One side of a paper: kind, colours with their shares in per cent, whether it has a way up, sheets of 12 in."""

    name: str
    kind: str
    colours: tuple[str, ...]
    shares: tuple[int, ...]
    directional: bool = False
    sheets: tuple[tuple[float, float, int], ...] = ((12, 12, 3),)


@dataclass(frozen=True)
class DrawnPiece:
    """A piece on the page: its letter, role, place, and whether it lies across its pattern; photos have no letter."""

    letter: str
    role: str
    x: float
    y: float
    width: float
    height: float
    across: bool = False


@dataclass(frozen=True)
class DrawnPage:
    """A page of 12 by 12, its papers by letter, its photos' colours, the stash, and what was planted where."""

    pieces: tuple[DrawnPiece, ...]
    papers: dict[str, DrawnPaper]
    photos: tuple[tuple[str, ...], ...]
    stash: tuple[DrawnPaper, ...]
    fault: str = ""
    at: tuple[str, ...] = field(default=())


def sound_page(chance: random.Random) -> DrawnPage:
    """Return a page with nothing wrong: a print leads, plains rest, the accent comes at three places."""
    (deep, second, accent, pale), _ = chance.choice(PALETTES)
    split, row = chance.choice((5.0, 6.5, 7.5)), chance.choice((1.0, 1.5))
    ledge = chance.choice((7.5, 8.0, 8.5))
    pieces = [
        DrawnPiece("A", "base", 0, 0, 12, 12),
        DrawnPiece("B", "paper", split, 0, 12 - split, 12),
        DrawnPiece("C", "strip", 0, ledge, 12, row),
        *_photos(chance, split, ledge),
        DrawnPiece("D", "journaling", 1, ledge + row + 0.5, 4, 1.5),
        DrawnPiece("E", "tag", 9.5, ledge + row + 0.6, 1.5, 1.2),
        DrawnPiece("E", "tag", 0.6, 0.5, 1.2, 0.9),
    ]
    lead = chance.choice(PRINTS)
    papers = {
        "A": DrawnPaper("pale ground", "solid", (pale,), (100,)),
        "B": DrawnPaper("lead print", lead, (second, deep, accent), (62, 22, 16), lead == "words"),
        "C": DrawnPaper("deep plain", "solid", (deep,), (100,)),
        "W": DrawnPaper("white", "solid", ("#fdfdfb",) if pale != "#fdfdfb" else (deep,), (100,)),
        "D": DrawnPaper("card", "solid", (second,), (100,)),
        "E": DrawnPaper("accent plain", "solid", (accent,), (100,)),
    }
    photos = tuple((deep, second, accent, "#8a8f94")[: chance.choice((3, 4))] for _ in range(3))
    return DrawnPage(tuple(pieces), papers, photos, _stash(chance, (deep, second, accent, pale)))


def _photos(chance: random.Random, split: float, ledge: float) -> list[DrawnPiece]:
    """Return photos on mats: a large one, and two beside it."""
    reveal = chance.choice((0.125, 0.25))
    tall = min(6.0, ledge - 1.9)
    found = []
    for x, y, wide, high in ((1.6, 1.6, 4, tall), (7.4, 1.2, 3, 2.4), (7.4, 4.2, 3, 2.4)):
        mat = (x - reveal, y - reveal, wide + 2 * reveal, high + 2 * reveal)
        found += [DrawnPiece("W", "mat", *mat), DrawnPiece("", "photo", x, y, wide, high)]
    return found


def _stash(chance: random.Random, palette: tuple[str, ...]) -> tuple[DrawnPaper, ...]:
    """Return what else she has: plains and prints of the palette, and of others."""
    deep, second, accent, pale = palette
    others = [one for colours, _ in PALETTES for one in colours]
    kinds = ("solid", "small print", *PRINTS)
    made = [
        DrawnPaper("kraft", "solid", ("#b98f62",), (100,)), DrawnPaper("black", "solid", ("#222120",), (100,)),
        DrawnPaper("cream", "solid", ("#f0e4c4",), (100,)), DrawnPaper("clean white", "solid", ("#ffffff",), (100,)),
        DrawnPaper("deep too", "small print", (deep, pale), (75, 25)),
        DrawnPaper("second too", "dots", (second, pale), (75, 25)),
        DrawnPaper("accent too", "small print", (accent, pale), (75, 25)),
        DrawnPaper("grey", "solid", ("#8d9194",), (100,)), DrawnPaper("slate", "solid", ("#4d5560",), (100,)),
    ]  # fmt: skip
    for number in range(14):
        colours = tuple(chance.sample(others, 2))
        made.append(DrawnPaper(f"other {number}", chance.choice(kinds), colours, (70, 30)))
    return tuple(made)


def planted_page(chance: random.Random, fault: str) -> DrawnPage:
    """Return a sound page with one fault put into it."""
    page = sound_page(chance)
    foreign = next(odd for colours, odd in PALETTES if page.papers["C"].colours[0] in colours)
    plant = {
        "colour once": _once, "like prints": _like, "edge rare": _edge, "mat too near": _near, "not enough": _short,
        "lies wrong": _across,
    }[fault]  # fmt: skip
    return replace(plant(page, chance, foreign), fault=fault)


def _with(page: DrawnPage, letter: str, **changes: object) -> DrawnPage:
    paper = replace(page.papers[letter], **changes)  # type: ignore[arg-type]
    return replace(page, papers={**page.papers, letter: paper}, at=(letter,))


def _once(page: DrawnPage, chance: random.Random, foreign: str) -> DrawnPage:
    return _with(page, "D", name="foreign", colours=(foreign,), shares=(100,))


def _like(page: DrawnPage, chance: random.Random, foreign: str) -> DrawnPage:
    kind = page.papers["B"].kind
    deep, _, accent = page.papers["C"].colours[0], "", page.papers["E"].colours[0]
    pale = page.papers["A"].colours[0]
    laid = _with(page, "A", name="second print", kind=kind, colours=(pale, deep, accent), shares=(60, 24, 16))
    return replace(laid, at=("A", "B"))


def _edge(page: DrawnPage, chance: random.Random, foreign: str) -> DrawnPage:
    """Frame the page with two strips of a colour that the photos have, and no paper."""
    strips = (DrawnPiece("F", "strip", 0, 0, 0.4, 12), DrawnPiece("F", "strip", 11.6, 0, 0.4, 12))
    papers = {**page.papers, "F": DrawnPaper("edge", "solid", (foreign,), (100,))}
    photos = tuple((*colours, foreign) for colours in page.photos)
    return replace(page, pieces=(*page.pieces, *strips), papers=papers, photos=photos, at=("F",))


def _near(page: DrawnPage, chance: random.Random, foreign: str) -> DrawnPage:
    """Give the mats a colour that is nearly that of the base."""
    ground = page.papers["A"].colours[0]
    near = "#" + "".join(f"{max(0, int(ground[at : at + 2], 16) - chance.choice((3, 4, 5))):02x}" for at in (1, 3, 5))
    laid = _with(page, "W", name="nearly", colours=(near,), shares=(100,))
    return replace(laid, at=("A", "W"))


def _short(page: DrawnPage, chance: random.Random, foreign: str) -> DrawnPage:
    letter = chance.choice(("A", "B", "C"))
    size = {"A": (11, 11, 2), "B": (4, 11, 1), "C": (11, 1, 3)}[letter]
    return _with(page, letter, sheets=(size,))


def _across(page: DrawnPage, chance: random.Random, foreign: str) -> DrawnPage:
    turned = _with(page, "B", kind="words", directional=True)
    pieces = tuple(replace(one, across=one.letter == "B") for one in turned.pieces)
    return replace(turned, pieces=pieces)

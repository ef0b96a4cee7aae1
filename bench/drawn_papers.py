"""Papers drawn with a known kind, repeat and way up, photographed in uneven light, and what is read of them.

python -m bench.drawn_papers [--count 200] [--seed 1]
"""

import argparse
import random
import statistics
import tempfile
import time
from collections import Counter
from pathlib import Path
from typing import NamedTuple

import numpy as np
from PIL import Image

from demo.draw_photos import PHOTOS, draw
from demo.patterns import Printed, paint
from inkquilt.lengths import INCH
from inkquilt.paper.kinds import PaperKind
from inkquilt_io.main_colours import photo_colours
from inkquilt_io.paper_look import read_side

GROUNDS = ("#fdfdfb", "#f6eed8", "#22345c", "#b7dfc6", "#9cc7e4", "#43474b", "#eccbc6", "#cf9d2e", "#1f7a7a", "#b98f62")
INKS = ("#a8392e", "#22345c", "#cf9d2e", "#fdfdfb", "#1f7a7a", "#6c3a5b", "#d98b98", "#4d8b4f", "#43474b", "#f0c93b")
LEAVES = ("#6b7a3a", "#4d8b4f", "#7c9758")
#: Repeats of each kind in inches.
REPEATS = {
    "solid": (1, 1), "stripe": (0.25, 1.6), "plaid": (0.7, 2.4), "words": (0.35, 0.8), "dots": (0.3, 1.2),
    "small print": (0.35, 0.6), "large print": (1.2, 2.8), "floral": (0.9, 2.4),
}  # fmt: skip
MOTIFS = {
    "stripe": ("", "", "level", "even"), "small print": ("leaf", "star", "cross", "tree"),
    "large print": ("leaf", "star", "kite", "tree", "lantern", "cloud"),
}  # fmt: skip
WAY_UP = {"kite", "tree", "lantern", "cloud"}


class Reading(NamedTuple):
    """A drawn paper and what was read of it."""

    drawn: Printed
    kind: str
    repeat: float | None
    directional: bool


def drawn(chance: random.Random) -> Printed:
    """Return a paper to draw."""
    kind = chance.choice(list(REPEATS))
    ground = chance.choice(GROUNDS)
    inks = [ink for ink in INKS if _apart(ground, ink) > 90]
    chosen = chance.sample(inks, chance.choice((1, 1, 2)))
    if kind == "floral":
        chosen = [chance.choice([leaf for leaf in LEAVES if _apart(ground, leaf) > 40]), *chosen]
    motif = chance.choice(MOTIFS.get(kind, ("",)))
    return Printed(kind, (ground, *chosen), chance.uniform(*REPEATS[kind]), chance.randrange(10**6), motif)


def photographed(image: Image.Image, chance: random.Random) -> Image.Image:
    """Return a picture as a camera sees it: brighter at one side, a little noise."""
    pixels = np.asarray(image, dtype=float)
    rows, columns = pixels.shape[:2]
    fall = chance.uniform(0.0, 0.1)
    across, down = np.linspace(-1, 1, columns)[None, :, None], np.linspace(-1, 1, rows)[:, None, None]
    turn = chance.uniform(0, 6.28)
    light = 1 - fall * (0.5 + 0.5 * (across * np.cos(turn) + down * np.sin(turn)) / 1.42)
    noise = np.random.default_rng(chance.randrange(10**6)).normal(0, 2.0, pixels.shape)
    return Image.fromarray(np.clip(pixels * light + noise, 0, 255).astype(np.uint8))


def read(paper: Printed, chance: random.Random) -> Reading:
    """Draw, photograph and read a paper."""
    side = read_side(photographed(paint(paper), chance), round(paper.wide * INCH))
    return Reading(paper, side.kind.value, side.repeat and side.repeat / INCH, side.directional)


def readings(count: int, seed: int) -> list[Reading]:
    """Return what is read of so many papers."""
    chance = random.Random(seed)
    return [read(drawn(chance), chance) for _ in range(count)]


def is_repeat_right(one: Reading) -> bool:
    """Tell whether a repeat is within a quarter of what was drawn; what is plain has none."""
    if one.drawn.kind == PaperKind.SOLID.value:
        return one.repeat is None
    return one.repeat is not None and abs(one.repeat / one.drawn.repeat - 1) < 0.25


def _apart(one: str, other: str) -> int:
    return sum(abs(int(one[at : at + 2], 16) - int(other[at : at + 2], 16)) for at in (1, 3, 5))


def main() -> None:
    """Read papers and print how many were read right."""
    parser = argparse.ArgumentParser()
    parser.add_argument("--count", type=int, default=200)
    parser.add_argument("--seed", type=int, default=1)
    asked = parser.parse_args()
    found = readings(asked.count, asked.seed)
    kinds = sum(one.kind == one.drawn.kind for one in found)
    repeats = sum(is_repeat_right(one) for one in found)
    print(f"{kinds} of {len(found)} kinds right, {repeats} repeats within a quarter")
    wrong = Counter((one.drawn.kind, one.drawn.motif, one.kind) for one in found if one.kind != one.drawn.kind)
    for (kind, motif, seen), count in wrong.most_common():
        print(f"  {count} x {kind} {motif} read as {seen}")
    print(Counter(one.drawn.kind for one in found if not is_repeat_right(one)))
    up = [one for one in found if one.drawn.kind in ("small print", "large print", "stripe", "words")]
    right = sum(one.directional == (one.drawn.motif in WAY_UP or one.drawn.kind in ("stripe", "words")) for one in up)
    print(f"way up right: {right} of {len(up)}")
    print(f"main colours of a photo of 12 megapixels: {statistics.median(_timed(9)):.2f} s at the median of nine")


def _timed(rounds: int) -> list[float]:
    """Return how long the colours of a large drawn photo take to be read from its file."""
    taken = []
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "photo.jpg"
        draw(next(iter(PHOTOS))).resize((3000, 4000)).save(path, quality=90)
        for _ in range(rounds):
            begun = time.perf_counter()
            photo_colours(path, 10**8)
            taken.append(time.perf_counter() - begun)
    return taken


if __name__ == "__main__":
    main()

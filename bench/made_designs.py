"""Made-up designs of every kind, to be judged: grids, fans, tilted, nested, dense ones, spreads and plain ones.

    python -m bench.made_designs FOLDER [SEED]

writes 60 sketch files. It shares nothing with the fit: pages are divided by cuts at random, and
photos, words and tags are put into the parts. Everything lies on eighths of an inch. Seeds from 100
on are kept for figures that are published; smaller ones are for trying things out.
"""

from __future__ import annotations

import json
import sys
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path
from random import Random
from typing import Any

#: No photo is narrower than this, in eighths of an inch.
LEAST = 12
KINDS = ("grid", "fan", "tilted", "nested", "dense", "spread", "plain")


@dataclass(frozen=True, slots=True)
class Room:
    """A part of a page, in eighths of an inch."""

    x: int
    y: int
    w: int
    h: int

    def inset(self, by: int) -> Room:
        """Return the room with so much less on every side."""
        return Room(self.x + by, self.y + by, self.w - 2 * by, self.h - 2 * by)


@dataclass(slots=True)
class Maker:
    """Puts one sketch together."""

    random: Random
    width: int
    height: int
    blocks: list[dict[str, Any]] = field(default_factory=list)

    def add(self, role: str, room: Room, level: int, **more: Any) -> str:
        """Add a block and return its id."""
        number = 1 + sum(block["role"] == role for block in self.blocks)
        name = f"{role}-{number}" if role != "base" else "base"
        x, y, w, h = (n / 8 for n in (room.x, room.y, room.w, room.h))
        row = {"id": name, "role": role, "shape": "rect", "x": x, "y": y, "width": w, "height": h, "turn": 0}
        self.blocks.append({**row, "level": level, **more})
        return name

    def photo(self, room: Room, reveal: int, turn: int = 0) -> None:
        """Add a photo that fills a room with its mat; no mat where the reveal is nothing."""
        name = self.add("photo", room.inset(reveal), 6, turn=turn)
        if reveal:
            self.add("mat", room, 5, of=name, paper="white", turn=turn)

    def cut(self, room: Room, count: int, gap: int) -> list[Room]:
        """Divide a room in about so many parts by cuts at random, the longer way first."""
        if count < 2 or max(room.w, room.h) < 2 * LEAST + gap:
            return [room]
        first = self.random.randint(1, count - 1)
        part = self.random.uniform(0.85, 1.15) * first / count
        if room.w >= room.h:
            at = max(LEAST, min(room.w - LEAST - gap, round(room.w * part)))
            halves = Room(room.x, room.y, at, room.h), Room(room.x + at + gap, room.y, room.w - at - gap, room.h)
        else:
            at = max(LEAST, min(room.h - LEAST - gap, round(room.h * part)))
            halves = Room(room.x, room.y, room.w, at), Room(room.x, room.y + at + gap, room.w, room.h - at - gap)
        return [*self.cut(halves[0], first, gap), *self.cut(halves[1], count - first, gap)]

    def words(self, room: Room) -> None:
        """Put a title over a story into a room, left in line."""
        high = min(12, max(7, room.h // 3))
        self.add("title", Room(room.x, room.y, min(room.w, high * self.random.randint(4, 6)), high), 7)
        if room.h - high - 3 >= 8 and room.w >= 16:
            story = Room(room.x, room.y + high + 3, min(room.w, 44), min(room.h - high - 3, 20))
            self.add("journaling", story, 5, paper="F")

    def sides(self, margin: int) -> tuple[Room, Room]:
        """Divide the page in a large room for photos and a smaller one for words, on any side."""
        part = self.random.uniform(0.22, 0.3)
        page = Room(0, 0, self.width, self.height).inset(margin)
        words = round(page.h * part)
        above = self.random.random() < 0.35
        top = Room(page.x, page.y, page.w, words if above else page.h - words - 4)
        low = Room(page.x, page.y + top.h + 4, page.w, page.h - top.h - 4)
        return (low, top) if above else (top, low)


def made(kind: str, number: int, seed: int) -> dict[str, Any]:
    """Return one sketch as file data; the same every time."""
    random = Random(seed * 1000 + number * 10 + KINDS.index(kind))
    wide, high = random.choice(((96, 96), (96, 96), (68, 88)))
    if kind == "spread":
        wide, high = 194, 96
    maker = Maker(random, wide, high)
    maker.add("base", Room(0, 0, wide, high), 0, paper="A")
    {"grid": _grid, "fan": _fan, "tilted": _tilted, "nested": _nested, "dense": _dense, "spread": _spread,
     "plain": _plain}[kind](maker)  # fmt: skip
    page = {"width": wide / 8, "height": high / 8}
    name = f"Made {kind} {number}"
    return {"kind": "ink-quilt/sketch", "version": 1, "name": name, "unit": "in", "page": page, "blocks": maker.blocks}


def _grid(maker: Maker) -> None:
    photos, words = maker.sides(6)
    columns, rows = maker.random.choice(((2, 2), (3, 2), (2, 3), (3, 3), (4, 2)))
    gap = maker.random.choice((1, 2, 4))
    if maker.random.random() < 0.5:  # a photo that leads beside the grid
        lead = Room(photos.x, photos.y, photos.w * 45 // 100, photos.h)
        maker.photo(lead, maker.random.choice((0, 1)))
        photos = Room(photos.x + lead.w + 4, photos.y, photos.w - lead.w - 4, photos.h)
    w, h = (photos.w - (columns - 1) * gap) // columns, (photos.h - (rows - 1) * gap) // rows
    reveal = 1 if min(w, h) >= 12 else 0
    for number in range(columns * rows):
        row, column = divmod(number, columns)
        maker.photo(Room(photos.x + column * (w + gap), photos.y + row * (h + gap), w, h), reveal)
    maker.words(words)


def _fan(maker: Maker) -> None:
    photos, words = maker.sides(8)
    count = maker.random.randint(3, 5)
    for number in range(count):
        room = Room(maker.width // 2 - 3, maker.height // 3, 6, maker.height // 3)
        turn = (360 - 30 + number * 60 // (count - 1)) % 360
        maker.add("strip", room, 1 + number, turn=turn, paper="BCDEG"[number])
    for room in maker.cut(photos, maker.random.randint(2, 3), 4):
        maker.photo(room, 1)
    maker.words(words)


def _tilted(maker: Maker) -> None:
    photos, words = maker.sides(10)
    maker.add("paper", Room(4, 4, maker.width - 8, maker.height - 8), 1, paper="B")
    for room in maker.cut(photos, maker.random.randint(2, 4), 8):
        turn = maker.random.choice((0, 0, 4, 354, 8))
        by = 0 if not turn else max(4, min(room.w, room.h) // 8)
        maker.photo(room.inset(by), 1, turn)
    maker.words(words)
    if maker.random.random() < 0.5:
        maker.add("paper", Room(maker.width - 20, maker.height - 20, 20, 20), 1, shape="triangle",
                  corner="bottom-right", paper="C")  # fmt: skip


def _nested(maker: Maker) -> None:
    edge = maker.random.choice((2, 3, 4))
    maker.add("paper", Room(0, 0, maker.width, maker.height).inset(edge), 1, paper="B")
    maker.add("paper", Room(0, 0, maker.width, maker.height).inset(2 * edge), 2, paper="C")
    photos, words = maker.sides(2 * edge + 6)
    maker.add("paper", Room(photos.x - 3, photos.y - 3, photos.w + 6, photos.h + 6), 3, paper="D")
    for room in maker.cut(photos, maker.random.randint(1, 4), 2):
        maker.photo(room, 1)
    maker.words(words)


def _dense(maker: Maker) -> None:
    flags = maker.random.choice((0, 8, 12))
    top = 18 if flags else 4
    for number in range(flags):
        step = (maker.width - 8) // flags
        maker.add(
            "strip", Room(4 + number * step, 2, step, 14), 3, shape="banner", end="bottom", paper="BCDE"[number % 4]
        )
    page = Room(6, top + 2, maker.width - 12, maker.height - top - 8)
    photos, words = (
        Room(page.x, page.y, page.w, page.h * 3 // 4),
        Room(page.x, page.y + page.h * 3 // 4 + 4, page.w, page.h // 4 - 4),
    )
    for room in maker.cut(photos, maker.random.randint(6, 10), 2):
        maker.photo(room, 0 if flags else maker.random.choice((0, 1)))
    maker.words(words)


def _spread(maker: Maker) -> None:
    maker.add("strip", Room(0, 60, maker.width, 14), 1, paper="B")
    for left, count in ((6, maker.random.randint(1, 3)), (103, maker.random.randint(2, 4))):
        for room in maker.cut(Room(left, 8, 85, 50), count, 3):
            maker.photo(room, 1)
    maker.words(Room(8, 62, 70, 30))
    if maker.random.random() < 0.6:
        maker.add("tag", Room(150, 78, 16, 12), 6)


def _plain(maker: Maker) -> None:
    maker.add("strip", Room(0, maker.height * 6 // 10, maker.width, 16), 1, paper="B")
    w, h = maker.random.choice(((32, 48), (48, 32), (40, 40)))
    maker.photo(Room(8 + maker.random.randint(0, 8), 10, w, h), 1)
    maker.add("title", Room(10, maker.height - 18, 40, 10), 7)


def made_designs(seed: int, each: int = 9) -> Iterator[dict[str, Any]]:
    """Yield the sketches of a seed, the kinds in turn: 60 for nine of each and fewer of the last ones."""
    rows = [(number, kind) for number in range(1, each + 1) for kind in KINDS]
    for number, kind in rows[:60]:
        yield made(kind, number, seed)


def main(folder: str, seed: str = "100") -> None:
    """Write the files."""
    there = Path(folder)
    there.mkdir(parents=True, exist_ok=True)
    for data in made_designs(int(seed)):
        name = data["name"].lower().replace(" ", "-")
        (there / f"{name}.quilt.json").write_text(json.dumps(data, indent=1), "utf-8")


if __name__ == "__main__":
    main(*sys.argv[1:])

"""Made-up sketches for measuring: layouts of 5 to 30 blocks as people draw them, the same every time."""

from collections.abc import Iterator
from random import Random

from inkquilt.lengths import INCH, Unit
from inkquilt.sketch import Block, Role, Shape, Sketch
from inkquilt.sketch.model import Size

EIGHTH = INCH // 8
PRINTS = ((2, 2), (2, 3), (3, 2), (3, 3), (3, 4), (4, 3), (4, 4), (4, 6), (6, 4))
PAGES = ((12, 12), (12, 12), (12, 12), (8.5, 11))


def generated_sketches(count: int, seed: int = 11) -> Iterator[Sketch]:
    """Yield made-up sketches, the small ones and the large ones mixed."""
    random = Random(seed)
    for number in range(count):
        wanted = 5 + number * 25 // max(1, count - 1)
        yield _Layout(random, f"Made-up {number + 1}", wanted).sketch()


class _Layout:
    """Rows of matted photos on panels, a title, a card, strips and clusters, until there are enough blocks."""

    def __init__(self, random: Random, name: str, wanted: int) -> None:
        self.random, self.name, self.wanted = random, name, wanted
        wide, high = random.choice(PAGES)
        self.width, self.height = round(wide * 8), round(high * 8)  # in eighths
        self.blocks: list[Block] = []

    def add(self, role: Role, x: int, y: int, width: int, height: int, level: int, **more: object) -> str:
        number = sum(block.role is role for block in self.blocks) + 1
        block = Block(
            f"{role.value}-{number}", role, more.pop("shape", Shape.RECT), x * EIGHTH, y * EIGHTH,
            width * EIGHTH, height * EIGHTH, level=level, **more,
        )  # type: ignore[arg-type]  # fmt: skip
        self.blocks.append(block)
        return block.id

    def sketch(self) -> Sketch:
        random, width, height = self.random, self.width, self.height
        if random.random() < 0.5:
            self.add(Role.PAPER, 2, 2, width - 4, height - 4, 0)
        band = random.randrange(height // 3, height // 2)
        if random.random() < 0.7:
            self.add(Role.PAPER, 0, band, width, random.randrange(16, 30), 1, paper="B")
        if random.random() < 0.5:
            self.add(Role.STRIP, 0, band - 4, width, random.choice((2, 3, 4)), 2, paper="C")
        if random.random() < 0.4:
            self.add(Role.PAPER, random.randrange(6, width // 2), 0, random.randrange(12, 30), height, 1, paper="D")
        top = random.choice((6, 8, 16))
        if top == 16 or self.wanted > 8:
            top = 16
            self.add(Role.TITLE, 6, 5, random.randrange(width // 2, width - 10), 8, 9)
        rows = 1 + (self.wanted > 12) + (self.wanted > 22)
        for row in range(rows):
            top = self.row(top, (height - 22 - top) // (rows - row))
        foot = height - 18
        if len(self.blocks) < self.wanted:
            self.add(Role.JOURNALING, random.choice((6, width // 2)), foot, width // 2 - 10, 12, 8, paper="white")
        anchors = [block for block in self.blocks if block.role is Role.PHOTO]
        while len(self.blocks) < self.wanted and anchors:
            photo = anchors.pop(random.randrange(len(anchors)))
            side = random.choice((6, 8, 10))
            right, low = (photo.x + photo.width) // EIGHTH, (photo.y + photo.height) // EIGHTH
            x, y = min(max(0, right - side // 2), width - side), min(max(0, low - side // 2), height - side)
            if random.random() < 0.7:
                self.add(Role.CLUSTER, x, y, side, side, 20, shape=Shape.CIRCLE)
            else:
                self.add(Role.TAG, min(x, width - side - 4), y, side + 4, side, 19, paper="E")
        return Sketch(self.name, Unit.IN, Size(width * EIGHTH, height * EIGHTH), tuple(self.blocks))

    def row(self, top: int, room: int) -> int:
        """Lay photos side by side with one gap; some rows are matted."""
        random = self.random
        matted = random.random() < 0.5 and len(self.blocks) + 4 < self.wanted
        fitting = [print_ for print_ in PRINTS if print_[1] * 8 + 2 <= room] or [(2, 2)]
        kind = random.choice(fitting)
        gap, left = random.choice((1, 2, 4)), random.choice((3, 5, 8))
        x, highest = left, 0
        while len(self.blocks) < self.wanted - 1:
            if random.random() < 0.35:
                kind = random.choice(fitting)
            wide, high = kind[0] * 8, kind[1] * 8
            if x + wide + 2 * matted > self.width - 2:
                break
            name = f"photo-{sum(block.role is Role.PHOTO for block in self.blocks) + 1}"
            if matted:
                self.add(Role.MAT, x, top, wide + 2, high + 2, 5, of=(name,), paper="white")
            self.add(Role.PHOTO, x + matted, top + matted, wide, high, 6)
            x += wide + 2 * matted + gap
            highest = max(highest, high + 2 * matted)
        return top + highest + random.choice((2, 4))

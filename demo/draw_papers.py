"""The demo's papers: two kits, cardstock, foil, vellum and a box of scraps, all made up, the same every time."""

import math
from typing import Final, NamedTuple

from PIL import Image, ImageDraw

from demo.patterns import Printed, paint

#: The sheet is 12 in square; drawn at twice the size and scaled down, which smooths every edge.
PIXELS: Final = 480
_FINE: Final = 2
_CELLS: Final = 22
_GROUND: Final = (247, 232, 190)
_WAX: Final = (228, 194, 112)
_FILLED: Final = (238, 208, 134)
_BAND: Final = (255, 248, 230)
_BEE: Final = (70, 54, 40)
_WING: Final = (205, 214, 224)
#: The printed row of bees begins so far down, in parts of the sheet.
BEES_FROM: Final = 11 / 12


class DemoPaper(NamedTuple):
    """A paper of the demo: what its sides show, its kit, how many sheets and which scraps there are of it.

    Scraps are in quarter inches. ``finish`` and ``core`` are what is known of cardstock.
    """

    name: str
    front: Printed
    back: Printed | None = None
    kit: str = ""
    sheets: int = 2
    scraps: tuple[tuple[int, int], ...] = ()
    core: str = ""
    favourite: bool = False
    note: str = ""


SUMMER: Final = "Roof garden kit"
WINTER: Final = "Lantern street kit"


def _plain(colour: str, kind: str = "solid") -> Printed:
    return Printed(kind, (colour,))


#: The oldest first.
PAPERS: Final = (
    DemoPaper("linen grid", Printed("plaid", ("#f4eee2", "#ece2cd", "#e6dcc8"), 0.75), _plain("#f6eed8"), sheets=4),
    DemoPaper("mint dot", Printed("dots", ("#b7dfc6", "#fdfdfb"), 0.6), _plain("#9aae8c"), sheets=3),
    DemoPaper("honey stripe", Printed("stripe", ("#fdf6e3", "#cf9d2e"), 0.75), _plain("#22345c"),
              scraps=((10, 40),)),
    DemoPaper("navy cardstock", _plain("#22345c"), core="#8d97ad", scraps=((12, 45),)),
    DemoPaper("white cardstock", _plain("#fdfdfb"), sheets=6, core="#fdfdfb", scraps=((19, 36),)),
    DemoPaper("meadow", Printed("floral", ("#f6eed8", "#7c9758", "#d98b98", "#cf9d2e"), 1.3), _plain("#d9e0c6"),
              SUMMER, 3),
    DemoPaper("comb", Printed("large print", ("#f7e8be", "#e4c270"), 0.55), _plain("#f6eed8"), SUMMER),
    DemoPaper("dusk sky", Printed("large print", ("#4b6a88", "#d7e0ea"), 2.4, 4, "cloud"), _plain("#bda6d3"), sheets=3),
    DemoPaper("ember", Printed("small print", ("#de7a2d", "#f3c58f"), 0.4, 5, "leaf"), _plain("#43474b")),
    DemoPaper("star foil", _plain("#c8a24a", "metallic"), _plain("#fdfdfb"), sheets=1, favourite=True),
    DemoPaper("frost vellum", _plain("#dbe9f4", "vellum")),
    DemoPaper("kraft", _plain("#b98f62"), sheets=0, scraps=((20, 30), (12, 48))),
    DemoPaper("roof tiles", Printed("plaid", ("#f3e3d3", "#b8664a", "#7d4634"), 1.4), _plain("#b8664a"), SUMMER),
    DemoPaper("smoke puffs", Printed("dots", ("#8d9aa6", "#dfe5ea", "#c2ccd4"), 1.0), _plain("#5e6b77"), SUMMER),
    DemoPaper("bee lines", Printed("words", ("#fdf8ea", "#6f5a3a"), 0.5, 8), _plain("#e8b758"), SUMMER, 2),
    DemoPaper("clover", Printed("small print", ("#7c9758", "#c9d8a5"), 0.45, 9, "leaf"), _plain("#fdf8ea"), SUMMER, 2),
    DemoPaper("jam label", Printed("stripe", ("#fdfdfb", "#a8392e", "#e8b4a6"), 1.2), _plain("#a8392e"), SUMMER, 1),
    DemoPaper("rose trellis", Printed("floral", ("#eccbc6", "#6b7a3a", "#a8392e", "#fdfdfb"), 1.6, 6),
              _plain("#eccbc6"), sheets=2, favourite=True),
    DemoPaper("lantern night", Printed("large print", ("#232748", "#f0b93b", "#d9663f"), 2.0, 7, "lantern"),
              _plain("#f0b93b"), WINTER, 2),
    DemoPaper("frosted pines", Printed("large print", ("#dfe8ee", "#3f6b66", "#7fa39b"), 1.5, 8, "tree"),
              _plain("#3f6b66"), WINTER, 2),
    DemoPaper("snow on slate", Printed("dots", ("#3b4560", "#f2f5f8"), 0.7), _plain("#c9d3de"), WINTER, 3),
    DemoPaper("mitten plaid", Printed("plaid", ("#f2ede3", "#a33a3a", "#2c3a5e"), 1.8), _plain("#a33a3a"), WINTER, 2),
    DemoPaper("starlight", Printed("small print", ("#232748", "#e9d9a6"), 0.42, 10, "star"), _plain("#6a6f95"),
              WINTER, 2),
    DemoPaper("cocoa", Printed("small print", ("#7a553e", "#a27853"), 0.4, 11, "cross"), _plain("#e9dccb"), WINTER, 1),
    DemoPaper("first snow", Printed("small print", ("#f5f7fa", "#b9c8d8"), 0.5, 12, "star"), _plain("#f5f7fa"),
              WINTER, 3),
    DemoPaper("kite flight", Printed("large print", ("#a7c9e0", "#c74134", "#f0c93b", "#fdfdfb"), 2.2, 13, "kite"),
              _plain("#c74134"), sheets=2),
    DemoPaper("wind lines", Printed("stripe", ("#dcebf3", "#6ba0c8"), 0.5, 1, "level"), _plain("#fdfdfb"), sheets=2),
    DemoPaper("grass", _plain("#688d56"), core="#a9bf97", sheets=3, scraps=((24, 12), (8, 40))),
    DemoPaper("tomato cardstock", _plain("#c2452f"), core="#e0a090", scraps=((14, 22),)),
    DemoPaper("blush cardstock", _plain("#eccbc6"), core="#f7e9e6", sheets=1, scraps=((48, 9),)),
    DemoPaper("charcoal cardstock", _plain("#43474b"), core="#9a9da0", sheets=2),
    DemoPaper("sky cardstock", _plain("#9cc7e4"), core="#dcebf5", sheets=2, scraps=((30, 16),)),
)  # fmt: skip


def picture(paper: DemoPaper, back: bool = False) -> Image.Image:
    """Return a picture of one side of a paper."""
    if paper.name == "comb" and not back:
        return comb()
    side = paper.back if back else paper.front
    assert side is not None
    return paint(side, PIXELS)


def comb() -> Image.Image:
    """Return a pale comb with a row of bees printed along its lower edge."""
    side = PIXELS * _FINE
    image = Image.new("RGB", (side, side), _GROUND)
    pen = ImageDraw.Draw(image)
    radius = side / _CELLS / math.sqrt(3)
    wide, high = math.sqrt(3) * radius, 1.5 * radius
    for row in range(-1, int(side / high) + 2):
        for column in range(-1, _CELLS + 2):
            x = column * wide + (wide / 2 if row % 2 else 0)
            filled = (3 * row + 5 * column + row * column) % 11 < 2
            _cell(pen, x, row * high, radius, filled)
    top = BEES_FROM * side
    pen.rectangle([0, top, side, side], fill=_BAND)
    pen.line([0, top, side, top], fill=_WAX, width=4 * _FINE)
    for place in range(12):
        _bee(pen, (place + 0.5) * side / 12, (top + side) / 2, side / 46)
    return image.resize((PIXELS, PIXELS), Image.Resampling.LANCZOS)


def _cell(pen: ImageDraw.ImageDraw, x: float, y: float, radius: float, filled: bool) -> None:
    corners = [
        (x + radius * math.sin(math.radians(60 * turn)), y + radius * math.cos(math.radians(60 * turn)))
        for turn in range(6)
    ]
    if filled:
        pen.polygon(corners, fill=_FILLED)
    pen.line([*corners, corners[0]], fill=_WAX, width=3)


def _bee(pen: ImageDraw.ImageDraw, x: float, y: float, size: float) -> None:
    pen.ellipse([x - 0.2 * size, y - 1.1 * size, x + 0.7 * size, y - 0.1 * size], fill=_WING)
    pen.ellipse([x - 0.9 * size, y - 1.0 * size, x - 0.05 * size, y - 0.1 * size], fill=_WING)
    pen.ellipse([x - size, y - 0.5 * size, x + size, y + 0.5 * size], fill=_WAX)
    for stripe in (-0.45, 0.05, 0.55):
        pen.ellipse(
            [x + (stripe - 0.14) * size, y - 0.46 * size, x + (stripe + 0.14) * size, y + 0.46 * size], fill=_BEE
        )
    pen.ellipse([x + 0.75 * size, y - 0.3 * size, x + 1.3 * size, y + 0.3 * size], fill=_BEE)

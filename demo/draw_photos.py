"""Draws the demo's twelve photos: a first season of bees on a roof, a kite day, a lantern walk.

All of it is made up. Each photo has one subject and, near an edge, something
that must not be covered. Run ``python -m demo.draw_photos FOLDER``; the same
pictures come out every time.
"""

import math
import random
import sys
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Final

from PIL import Image, ImageChops, ImageDraw, ImageFilter

Colour = tuple[int, int, int]
#: Drawn at twice the size and scaled down, which smooths every edge.
FINE: Final = 2
_SOFT: Final = 8
INKY: Final[Colour] = (32, 38, 58)


@dataclass(frozen=True)
class Scene:
    """A picture being drawn. Coordinates run from 0 to 1 on both sides."""

    image: Image.Image
    rng: random.Random

    @property
    def size(self) -> tuple[int, int]:
        """Width and height in fine pixels."""
        return self.image.size

    def at(self, x: float, y: float) -> tuple[float, float]:
        """Return a point in fine pixels."""
        return x * self.size[0], y * self.size[1]

    def unit(self) -> float:
        """Return the length everything is measured by: the shorter side."""
        return min(self.size)

    def draw(self) -> ImageDraw.ImageDraw:
        """Return a pen."""
        return ImageDraw.Draw(self.image)

    def box(self, left: float, top: float, right: float, bottom: float) -> list[float]:
        """Return a box in fine pixels."""
        return [*self.at(left, top), *self.at(right, bottom)]


def scene(name: str, width: int, height: int, top: Colour, bottom: Colour) -> Scene:
    """Begin a picture with a sky that goes from one colour to another."""
    size = (width * FINE, height * FINE)
    ramp = Image.linear_gradient("L").resize(size)
    image = Image.composite(Image.new("RGB", size, bottom), Image.new("RGB", size, top), ramp)
    return Scene(image, random.Random(name))


def finish(picture: Scene) -> Image.Image:
    """Scale down, add a little grain and darken the corners as a lens does."""
    width, height = picture.size[0] // FINE, picture.size[1] // FINE
    image = picture.image.resize((width, height), Image.Resampling.LANCZOS)
    grain = Image.frombytes("L", (width, height), picture.rng.randbytes(width * height))
    grain = grain.filter(ImageFilter.GaussianBlur(0.7)).point(lambda value: 121 + value * 14 // 255)
    image = ImageChops.overlay(image, Image.merge("RGB", (grain, grain, grain)))
    shade = Image.radial_gradient("L").resize((width, height)).point(lambda value: 255 - max(0, value - 120) // 3)
    return ImageChops.multiply(image, Image.merge("RGB", (shade, shade, shade)))


def glow(picture: Scene, x: float, y: float, radius: float, colour: Colour, strength: float = 1.0) -> None:
    """Add light round a point."""
    coarse = (picture.size[0] // _SOFT, picture.size[1] // _SOFT)  # light has no fine detail
    light = Image.new("RGB", coarse)
    reach = radius * picture.unit() / _SOFT
    px, py = x * coarse[0], y * coarse[1]
    shade = tuple(round(part * strength) for part in colour)
    ImageDraw.Draw(light).ellipse([px - reach, py - reach, px + reach, py + reach], fill=shade)
    soft = light.filter(ImageFilter.GaussianBlur(reach * 0.55)).resize(picture.size, Image.Resampling.BILINEAR)
    picture.image.paste(ImageChops.screen(picture.image, soft))


def clouds(picture: Scene, count: int, colour: Colour, low: float, high: float) -> None:
    """Add soft clouds between two heights."""
    layer = Image.new("L", picture.size)
    pen = ImageDraw.Draw(layer)
    for _ in range(count):
        x, y = picture.rng.random(), picture.rng.uniform(low, high)
        for _ in range(7):
            cx, cy = picture.at(x + picture.rng.uniform(-0.08, 0.08), y + picture.rng.uniform(-0.012, 0.012))
            r = picture.unit() * picture.rng.uniform(0.02, 0.055)
            pen.ellipse([cx - 2 * r, cy - r, cx + 2 * r, cy + r], fill=150)
    layer = layer.filter(ImageFilter.GaussianBlur(picture.unit() * 0.018))
    picture.image.paste(Image.new("RGB", picture.size, colour), mask=layer)


def skyline(picture: Scene, base: float, tall: float, colour: Colour, lit: Colour | None = None) -> None:
    """Add a row of houses standing on ``base``."""
    pen, x = picture.draw(), -0.02
    while x < 1.0:
        width, height = picture.rng.uniform(0.05, 0.13), picture.rng.uniform(0.35, 1) * tall
        tint = tuple(min(255, part + picture.rng.randint(-7, 7)) for part in colour)
        pen.rectangle(picture.box(x, base - height, x + width, base + 0.02), fill=tint)
        if picture.rng.random() < 0.4:
            top = base - height
            pen.polygon(
                [picture.at(x, top), picture.at(x + width / 2, top - 0.05), picture.at(x + width, top)], fill=tint
            )
        if lit:
            for row in range(int(height / 0.05)):
                for column in range(int(width / 0.028)):
                    if picture.rng.random() < 0.32:
                        wx, wy = x + 0.012 + column * 0.028, base - height + 0.02 + row * 0.05
                        pen.rectangle(picture.box(wx, wy, wx + 0.011, wy + 0.022), fill=lit)
        x += width


def bee(picture: Scene, x: float, y: float, size: float, turn: float) -> None:
    """Add one bee, seen from the side."""
    u = size * picture.unit()
    tile = Image.new("RGBA", (int(u * 4), int(u * 4)))
    pen, c = ImageDraw.Draw(tile), u * 2
    pen.ellipse([c - 0.7 * u, c - 1.3 * u, c + 0.15 * u, c - 0.2 * u], fill=(240, 246, 252, 190))
    pen.ellipse([c - 0.1 * u, c - 1.4 * u, c + 0.7 * u, c - 0.2 * u], fill=(240, 246, 252, 190))
    pen.ellipse([c - u, c - 0.5 * u, c + u, c + 0.5 * u], fill=(226, 164, 52, 255))
    for stripe in (-0.55, -0.05, 0.4):
        pen.ellipse([c + (stripe - 0.13) * u, c - 0.47 * u, c + (stripe + 0.13) * u, c + 0.47 * u], fill=(*INKY, 255))
    pen.ellipse([c + 0.75 * u, c - 0.32 * u, c + 1.35 * u, c + 0.32 * u], fill=(*INKY, 255))
    tile = tile.rotate(turn, Image.Resampling.BICUBIC)
    px, py = picture.at(x, y)
    picture.image.paste(tile, (int(px - c), int(py - c)), tile)


def hive(picture: Scene, x: float, foot: float, width: float, colours: list[Colour]) -> None:
    """Add a stack of hive boxes with a roof, its foot at ``foot``."""
    pen = picture.draw()
    across = width * picture.unit() / picture.size[0]
    tall = width * 0.42 * picture.unit() / picture.size[1]
    for index, colour in enumerate(colours):
        bottom = foot - index * tall
        pen.rectangle(picture.box(x - across / 2, bottom - tall, x + across / 2, bottom), fill=colour)
        dark = tuple(part * 4 // 5 for part in colour)
        pen.rectangle(picture.box(x + across * 0.3, bottom - tall, x + across / 2, bottom), fill=dark)
        grip = picture.box(x - across * 0.12, bottom - tall * 0.62, x + across * 0.12, bottom - tall * 0.48)
        pen.rounded_rectangle(grip, radius=tall * picture.size[1] * 0.06, fill=dark)
    top = foot - len(colours) * tall
    pen.rectangle(picture.box(x - across * 0.57, top - tall * 0.3, x + across * 0.57, top), fill=(118, 72, 58))
    pen.rectangle(picture.box(x - across * 0.25, foot - tall * 0.16, x + across * 0.25, foot - tall * 0.04), fill=INKY)


def person(picture: Scene, x: float, foot: float, tall: float, coat: Colour, skin: Colour, hat: Colour | None) -> None:
    """Add somebody standing, drawn simply; ``tall`` in parts of the height."""
    pen = picture.draw()
    h = tall * picture.size[1]
    px, py = picture.at(x, foot)
    for leg in (-0.075, 0.02):
        pen.rounded_rectangle(
            [px + leg * h, py - 0.42 * h, px + (leg + 0.06) * h, py], radius=0.02 * h, fill=(52, 54, 74)
        )
    pen.rounded_rectangle([px - 0.125 * h, py - 0.78 * h, px + 0.125 * h, py - 0.34 * h], radius=0.08 * h, fill=coat)
    head = [px - 0.085 * h, py - 0.97 * h, px + 0.085 * h, py - 0.79 * h]
    pen.ellipse(head, fill=skin)
    if hat:
        pen.pieslice([head[0] - 0.01 * h, head[1] - 0.03 * h, head[2] + 0.01 * h, head[3]], 180, 360, fill=hat)


def arm(picture: Scene, x: float, y: float, to_x: float, to_y: float, wide: float, colour: Colour) -> None:
    """Add an arm or a stick between two points."""
    width = int(wide * picture.unit())
    picture.draw().line([picture.at(x, y), picture.at(to_x, to_y)], fill=colour, width=width, joint="curve")
    for px, py in (picture.at(x, y), picture.at(to_x, to_y)):
        picture.draw().ellipse([px - width / 2, py - width / 2, px + width / 2, py + width / 2], fill=colour)


def kite(picture: Scene, x: float, y: float, size: float, turn: float, colours: tuple[Colour, Colour]) -> None:
    """Add a diamond kite with a tail of bows."""
    pen, u = picture.draw(), size * picture.unit()
    px, py = picture.at(x, y)
    cos, sin = math.cos(math.radians(turn)), math.sin(math.radians(turn))

    def p(across: float, down: float) -> tuple[float, float]:
        return px + (across * cos - down * sin) * u, py + (across * sin + down * cos) * u

    top, right, bottom, left, heart = p(0, -1), p(0.68, -0.2), p(0, 1), p(-0.68, -0.2), p(0, -0.2)
    pen.polygon([top, right, heart], fill=colours[0])
    pen.polygon([right, bottom, heart], fill=colours[1])
    pen.polygon([bottom, left, heart], fill=colours[0])
    pen.polygon([left, top, heart], fill=colours[1])
    tail = [p(0.16 * math.sin(step * 0.9), 1 + step * 0.17) for step in range(14)]
    pen.line(tail, fill=(250, 246, 236), width=max(2, int(u * 0.035)), joint="curve")
    for index in range(2, 14, 3):
        bx, by = tail[index]
        r = u * 0.12
        pen.polygon([(bx - r, by - r * 0.7), (bx, by), (bx - r, by + r * 0.7)], fill=colours[index % 2])
        pen.polygon([(bx + r, by - r * 0.7), (bx, by), (bx + r, by + r * 0.7)], fill=colours[index % 2])


def lantern(picture: Scene, x: float, y: float, size: float, colour: Colour, kind: str = "globe") -> None:
    """Add a lit paper lantern with its light."""
    glow(picture, x, y, size * 2.6, colour, 0.55)
    pen, r = picture.draw(), size * picture.unit()
    px, py = picture.at(x, y)
    red, green, blue = (min(255, part + 70) for part in colour)
    pale = (red, green, blue)
    if kind == "star":
        points = [
            (
                px + r * (1.25 if i % 2 == 0 else 0.55) * math.sin(i * math.pi / 5),
                py - r * (1.25 if i % 2 == 0 else 0.55) * math.cos(i * math.pi / 5),
            )
            for i in range(10)
        ]
        pen.polygon(points, fill=colour)
    else:
        pen.ellipse([px - r, py - r, px + r, py + r], fill=colour)
        for rib in (0.66, 0.3):
            pen.ellipse([px - r * rib, py - r, px + r * rib, py + r], outline=pale, width=max(2, int(r * 0.05)))
        pen.rectangle([px - r * 0.3, py - r * 1.1, px + r * 0.3, py - r * 0.94], fill=INKY)
    glow(picture, x, y, size * 0.8, pale, 0.5)


def grass(picture: Scene, top: float, colour: Colour, hill: float = 0.0) -> None:
    """Add ground from ``top`` down, with a hill to one side."""
    pen = picture.draw()
    line = [picture.at(x / 40, top - hill * math.sin(math.pi * x / 40)) for x in range(41)]
    pen.polygon([*line, picture.at(1, 1.01), picture.at(0, 1.01)], fill=colour)
    for _ in range(900):
        x = picture.rng.random()
        y = picture.rng.uniform(top + 0.015 - hill * math.sin(math.pi * x), 1)
        px, py = picture.at(x, y)
        shade = picture.rng.randint(-16, 14)
        tint = tuple(max(0, min(255, part + shade)) for part in colour)
        long = picture.unit() * 0.016
        pen.line([(px, py), (px + picture.rng.uniform(-6, 6), py - long)], fill=tint, width=max(1, int(long / 6)))


SKIN: Final[tuple[Colour, ...]] = ((240, 200, 172), (164, 112, 82), (214, 164, 128))
HIVE: Final[list[Colour]] = [(226, 172, 78), (222, 226, 216), (240, 196, 96)]


# -- the photos --------------------------------------------------------------------------


def roof_morning() -> Scene:
    """Upright: the hive in first light; a watering can at the right edge."""
    s = scene("roof morning", 1200, 1800, (148, 186, 206), (244, 226, 184))
    glow(s, 0.2, 0.3, 0.28, (255, 226, 170), 0.8)
    clouds(s, 5, (255, 250, 240), 0.08, 0.3)
    skyline(s, 0.72, 0.2, (128, 134, 158))
    skyline(s, 0.76, 0.12, (98, 104, 132))
    s.draw().rectangle(s.box(0, 0.74, 1, 1), fill=(92, 84, 78))
    s.draw().rectangle(s.box(0, 0.74, 1, 0.76), fill=(128, 116, 104))
    hive(s, 0.42, 0.88, 0.44, HIVE)
    s.draw().rounded_rectangle(s.box(0.84, 0.82, 0.96, 0.89), radius=14, fill=(86, 132, 122))
    arm(s, 0.85, 0.84, 0.77, 0.8, 0.016, (86, 132, 122))
    for x, y, z, t in ((0.7, 0.5, 0.022, 20), (0.2, 0.56, 0.018, -15), (0.6, 0.42, 0.016, 40), (0.3, 0.47, 0.02, 5)):
        bee(s, x, y, z, t)
    return s


def first_frame() -> Scene:
    """Square: a frame full of comb held up; the queen near the lower left corner."""
    s = scene("first frame", 1400, 1400, (206, 222, 224), (238, 230, 208))
    clouds(s, 6, (255, 255, 250), 0.1, 0.9)
    pen = s.draw()
    pen.rectangle(s.box(0.08, 0.14, 0.92, 0.86), fill=(166, 116, 66))
    pen.rectangle(s.box(0.12, 0.2, 0.88, 0.82), fill=(216, 158, 62))
    r = 0.021
    for row in range(18):
        for column in range(22):
            x = 0.138 + column * r * 1.74 + (row % 2) * r * 0.87
            y = 0.222 + row * r * 1.52
            if x > 0.868 or y > 0.806:
                continue
            px, py = s.at(x, y)
            u = r * s.unit() * 0.9
            cell = [(px + u * math.sin(math.pi / 3 * i), py + u * math.cos(math.pi / 3 * i)) for i in range(6)]
            full = (x - 0.55) ** 2 + (y - 0.42) ** 2 < 0.09 + s.rng.random() * 0.05
            pen.polygon(cell, fill=(246, 208, 118) if full else (178, 120, 44), outline=(150, 98, 40))
    for _ in range(34):
        bee(s, s.rng.uniform(0.16, 0.86), s.rng.uniform(0.24, 0.78), 0.02, s.rng.uniform(0, 360))
    bee(s, 0.2, 0.74, 0.036, 30)
    pen.ellipse(s.box(0.19, 0.715, 0.207, 0.732), fill=(84, 150, 208))
    arm(s, -0.02, 0.5, 0.085, 0.46, 0.09, SKIN[2])
    arm(s, 1.02, 0.52, 0.915, 0.47, 0.09, SKIN[2])
    return s


def smoke_and_veil() -> Scene:
    """Landscape: two in veils at the hive; a cat looks in at the left edge."""
    s = scene("smoke and veil", 1800, 1200, (126, 168, 198), (226, 222, 204))
    clouds(s, 6, (248, 248, 246), 0.06, 0.4)
    skyline(s, 0.7, 0.24, (136, 140, 160))
    s.draw().rectangle(s.box(0, 0.68, 1, 1), fill=(112, 102, 94))
    hive(s, 0.55, 0.92, 0.34, HIVE[:2])
    for x, tall, coat, skin in ((0.34, 0.62, (246, 242, 230), SKIN[0]), (0.76, 0.56, (224, 228, 232), SKIN[1])):
        person(s, x, 0.95, tall, coat, skin, (222, 206, 162))
        brim = s.box(x - 0.085, 0.95 - tall * 0.955, x + 0.085, 0.95 - tall * 0.9)
        s.draw().ellipse(brim, fill=(232, 216, 172))
    arm(s, 0.39, 0.56, 0.475, 0.6, 0.035, (246, 242, 230))
    arm(s, 0.71, 0.62, 0.62, 0.64, 0.035, (224, 228, 232))
    for i in range(7):
        glow(s, 0.49 + 0.012 * i, 0.5 - 0.05 * i, 0.03 + 0.012 * i, (200, 204, 210), 0.35)
    pen = s.draw()
    pen.ellipse(s.box(-0.03, 0.8, 0.085, 0.95), fill=(212, 142, 78))
    pen.ellipse(s.box(0.045, 0.74, 0.115, 0.845), fill=(218, 150, 84))
    for ear in (0.052, 0.092):
        pen.polygon([s.at(ear, 0.765), s.at(ear + 0.008, 0.71), s.at(ear + 0.018, 0.755)], fill=(218, 150, 84))
    pen.ellipse(s.box(0.09, 0.782, 0.098, 0.794), fill=INKY)
    return s


def honey_jars() -> Scene:
    """Landscape: jars in the window; a spoon with the first drop at the right edge."""
    s = scene("honey jars", 1800, 1200, (252, 240, 208), (238, 208, 150))
    glow(s, 0.5, 0.25, 0.5, (255, 246, 214), 0.8)
    pen = s.draw()
    for bar in (0.33, 0.67):
        pen.rectangle(s.box(bar - 0.008, 0, bar + 0.008, 0.7), fill=(250, 248, 240))
    pen.rectangle(s.box(0, 0.7, 1, 1), fill=(150, 108, 76))
    pen.rectangle(s.box(0, 0.7, 1, 0.725), fill=(176, 132, 94))
    for x, tall, colour in ((0.2, 0.36, (226, 150, 34)), (0.4, 0.44, (238, 172, 48)), (0.61, 0.34, (206, 122, 26))):
        pen.rounded_rectangle(s.box(x - 0.08, 0.86 - tall, x + 0.08, 0.86), radius=50, fill=colour)
        pen.rounded_rectangle(
            s.box(x - 0.066, 0.88 - tall, x - 0.04, 0.82), radius=20, fill=tuple(min(255, c + 34) for c in colour)
        )
        pen.rounded_rectangle(s.box(x - 0.07, 0.8 - tall, x + 0.07, 0.872 - tall), radius=12, fill=(196, 196, 190))
        pen.rectangle(s.box(x - 0.05, 0.66, x + 0.05, 0.77), fill=(252, 246, 232))
        pen.line([s.at(x - 0.035, 0.7), s.at(x + 0.03, 0.7)], fill=INKY, width=6)
        pen.line([s.at(x - 0.035, 0.735), s.at(x + 0.015, 0.735)], fill=INKY, width=6)
    arm(s, 1.02, 0.4, 0.9, 0.52, 0.022, (186, 150, 112))
    pen.ellipse(s.box(0.86, 0.49, 0.92, 0.58), fill=(196, 160, 120))
    pen.ellipse(s.box(0.882, 0.58, 0.902, 0.63), fill=(232, 160, 36))
    return s


def many_kites() -> Scene:
    """Landscape: the whole street's kites over the field; a small dog at the lower right corner."""
    s = scene("many kites", 1800, 1200, (84, 152, 204), (206, 228, 236))
    clouds(s, 8, (255, 255, 255), 0.1, 0.55)
    grass(s, 0.8, (112, 152, 92), 0.05)
    kites = (
        (0.18, 0.3, 0.1, -20, ((206, 74, 58), (244, 200, 86))),
        (0.43, 0.18, 0.075, 12, ((52, 74, 130), (240, 236, 224))),
        (0.66, 0.34, 0.11, 18, ((232, 164, 56), (96, 132, 82))),
        (0.86, 0.17, 0.065, -8, ((150, 86, 124), (244, 214, 160))),
    )
    for x, y, size, turn, colours in kites:
        s.draw().line([s.at(x, y), s.at(x * 0.5 + 0.25, 0.82)], fill=(248, 248, 244), width=3)
        kite(s, x, y, size, turn, colours)
    for i, x in enumerate((0.34, 0.42, 0.5, 0.6)):
        coat = ((206, 86, 66), (56, 84, 140), (228, 178, 84), (106, 138, 96))[i]
        person(s, x, 0.92 + 0.01 * (i % 2), 0.17 + 0.02 * (i % 3), coat, SKIN[i % 3], None)
    pen = s.draw()
    pen.ellipse(s.box(0.9, 0.9, 0.965, 0.95), fill=(110, 78, 56))
    pen.ellipse(s.box(0.95, 0.868, 0.984, 0.918), fill=(110, 78, 56))
    arm(s, 0.9, 0.91, 0.885, 0.87, 0.008, (110, 78, 56))
    for leg in (0.915, 0.95):
        arm(s, leg, 0.94, leg, 0.975, 0.01, (92, 64, 46))
    return s


def red_kite() -> Scene:
    """Upright: one red kite high up, its tail to the lower edge."""
    s = scene("red kite", 1200, 1800, (62, 128, 190), (190, 220, 234))
    clouds(s, 9, (252, 253, 255), 0.3, 0.95)
    kite(s, 0.55, 0.3, 0.27, 14, ((198, 62, 50), (240, 120, 84)))
    s.draw().line([s.at(0.54, 0.32), s.at(0.02, 0.98)], fill=(252, 250, 244), width=4)
    for x, y in ((0.16, 0.14), (0.22, 0.18), (0.12, 0.21)):
        px, py = s.at(x, y)
        s.draw().arc([px - 34, py - 18, px, py + 18], 180, 330, fill=INKY, width=6)
        s.draw().arc([px, py - 18, px + 34, py + 18], 210, 360, fill=INKY, width=6)
    return s


def runner() -> Scene:
    """Square: a girl runs, string in hand; her kite just shows at the top left corner."""
    s = scene("runner", 1400, 1400, (122, 178, 214), (230, 234, 222))
    clouds(s, 6, (255, 255, 252), 0.08, 0.45)
    grass(s, 0.7, (132, 160, 92), 0.08)
    kite(s, 0.1, 0.1, 0.13, 30, ((244, 196, 76), (52, 74, 130)))
    s.draw().line([s.at(0.12, 0.13), s.at(0.49, 0.5)], fill=(252, 250, 246), width=4)
    arm(s, 0.58, 0.72, 0.5, 0.86, 0.034, (52, 54, 74))
    arm(s, 0.6, 0.72, 0.7, 0.84, 0.034, (52, 54, 74))
    arm(s, 0.57, 0.56, 0.49, 0.5, 0.032, SKIN[1])
    arm(s, 0.62, 0.58, 0.71, 0.62, 0.032, SKIN[1])
    s.draw().rounded_rectangle(s.box(0.54, 0.52, 0.65, 0.74), radius=60, fill=(206, 74, 58))
    s.draw().ellipse(s.box(0.545, 0.4, 0.65, 0.53), fill=SKIN[1])
    s.draw().pieslice(s.box(0.538, 0.385, 0.66, 0.53), 170, 350, fill=(46, 34, 32))
    arm(s, 0.65, 0.45, 0.72, 0.42, 0.03, (46, 34, 32))
    return s


def mending() -> Scene:
    """Landscape: four hands mend a kite on the grass; the scissors lie at the right edge."""
    s = scene("mending", 1800, 1200, (146, 172, 104), (112, 142, 82))
    grass(s, 0.02, (130, 158, 92))
    kite(s, 0.45, 0.45, 0.32, 64, ((240, 234, 218), (96, 140, 170)))
    hands = ((-0.02, 0.3, 0.24, 0.4), (0.18, 1.03, 0.36, 0.68), (0.74, -0.03, 0.58, 0.28), (0.84, 1.03, 0.66, 0.66))
    for i, (x, y, tx, ty) in enumerate(hands):
        sleeve = ((206, 86, 66), (56, 84, 140), (228, 178, 84), (150, 86, 124))[i]
        arm(s, x, y, (x + tx) / 2, (y + ty) / 2, 0.11, sleeve)
        arm(s, (x + tx) / 2, (y + ty) / 2, tx, ty, 0.075, SKIN[i % 3])
    pen = s.draw()
    arm(s, 0.9, 0.46, 0.97, 0.36, 0.012, (206, 210, 214))
    arm(s, 0.9, 0.36, 0.97, 0.46, 0.012, (206, 210, 214))
    for y in (0.34, 0.48):
        px, py = s.at(0.885, y)
        pen.ellipse([px - 30, py - 30, px + 30, py + 30], outline=(190, 66, 54), width=14)
    return s


def night(name: str, width: int, height: int) -> Scene:
    """Begin a winter evening: dusk, lit houses, snow on the ground."""
    s = scene(name, width, height, (20, 26, 58), (74, 78, 124))
    for _ in range(120):
        px, py = s.at(s.rng.random(), s.rng.random() * 0.5)
        r = s.rng.uniform(1, 3.4)
        s.draw().ellipse([px - r, py - r, px + r, py + r], fill=(230, 232, 248))
    return s


def lantern_walk() -> Scene:
    """Landscape: the walk comes down the street; the smallest lantern is at the left edge."""
    s = night("lantern walk", 1800, 1200)
    skyline(s, 0.68, 0.36, (40, 44, 78), (244, 200, 110))
    s.draw().rectangle(s.box(0, 0.67, 1, 1), fill=(150, 160, 196))
    walkers = (
        (0.06, 0.2, (244, 190, 90), "globe"), (0.26, 0.3, (226, 96, 70), "globe"), (0.44, 0.34, (240, 180, 60), "star"),
        (0.64, 0.31, (120, 170, 130), "globe"), (0.83, 0.35, (232, 130, 84), "star"),
    )  # fmt: skip
    for i, (x, tall, colour, kind) in enumerate(walkers):
        coat = ((70, 84, 130), (120, 62, 66), (64, 96, 88), (120, 96, 60), (86, 70, 110))[i]
        person(s, x, 0.9, tall, coat, SKIN[i % 3], (60, 48, 70))
        arm(s, x + 0.02, 0.9 - tall * 0.6, x + 0.06, 0.9 - tall * 0.72, 0.012, (60, 48, 40))
        lantern(s, x + 0.062, 0.9 - tall * 0.55, 0.042 + tall * 0.05, colour, kind)
    return s


def star_lantern() -> Scene:
    """Square: one star lantern close by; a mitten holds the stick at the lower edge."""
    s = night("star lantern", 1400, 1400)
    for _ in range(16):
        glow(s, s.rng.random(), s.rng.uniform(0.3, 0.95), 0.03, (238, 176, 84), 0.7)
    arm(s, 0.5, 0.98, 0.5, 0.62, 0.02, (96, 66, 44))
    lantern(s, 0.5, 0.42, 0.2, (238, 168, 58), "star")
    s.draw().rounded_rectangle(s.box(0.42, 0.86, 0.58, 1.05), radius=90, fill=(190, 66, 60))
    s.draw().ellipse(s.box(0.55, 0.87, 0.63, 0.97), fill=(190, 66, 60))
    return s


def bridge() -> Scene:
    """Upright: lanterns over the bridge and in the water; a duck at the lower right."""
    s = night("bridge", 1200, 1800)
    skyline(s, 0.46, 0.14, (42, 46, 80), (244, 204, 120))
    s.draw().rectangle(s.box(0, 0.6, 1, 1), fill=(38, 48, 92))
    s.draw().pieslice(s.box(-0.2, 0.42, 1.2, 0.9), 180, 360, fill=(78, 76, 104))
    s.draw().pieslice(s.box(0.08, 0.53, 0.92, 0.9), 180, 360, fill=(30, 38, 76))
    s.draw().rectangle(s.box(0, 0.66, 1, 1), fill=(38, 48, 92))
    for i, x in enumerate((0.2, 0.36, 0.52, 0.68, 0.82)):
        top = 0.42 + 0.1 * (x - 0.5) ** 2 * 4
        colour = ((236, 174, 74), (224, 100, 76), (240, 200, 110), (130, 176, 140), (232, 150, 84))[i]
        lantern(s, x, top - 0.03, 0.04, colour)
        for ripple in range(9):
            wide = 0.03 + 0.004 * ripple
            y = 0.7 + ripple * 0.03 + 0.004 * i
            shade = tuple(round(part * (0.75 - 0.06 * ripple)) for part in colour)
            s.draw().ellipse(s.box(x - wide, y, x + wide, y + 0.007), fill=shade)
    s.draw().ellipse(s.box(0.78, 0.9, 0.93, 0.945), fill=(96, 84, 76))
    s.draw().ellipse(s.box(0.9, 0.872, 0.965, 0.912), fill=(70, 120, 96))
    s.draw().polygon([s.at(0.96, 0.888), s.at(0.995, 0.896), s.at(0.96, 0.903)], fill=(228, 170, 70))
    return s


def cocoa() -> Scene:
    """Square: cocoa by candlelight afterwards; a little hand reaches in from the left."""
    s = scene("cocoa", 1400, 1400, (88, 56, 52), (52, 34, 40))
    s.draw().rectangle(s.box(0, 0.58, 1, 1), fill=(120, 80, 58))
    glow(s, 0.74, 0.36, 0.34, (250, 180, 90), 0.7)
    s.draw().rectangle(s.box(0.7, 0.44, 0.78, 0.68), fill=(246, 236, 214))
    s.draw().ellipse(s.box(0.72, 0.33, 0.76, 0.44), fill=(255, 224, 150))
    for x, colour in ((0.36, (206, 92, 72)), (0.56, (76, 110, 150))):
        s.draw().arc(s.box(x + 0.06, 0.6, x + 0.17, 0.74), 270, 90, fill=colour, width=34)
        s.draw().rounded_rectangle(s.box(x - 0.1, 0.54, x + 0.1, 0.82), radius=50, fill=colour)
        s.draw().ellipse(s.box(x - 0.1, 0.5, x + 0.1, 0.58), fill=(244, 236, 224))
        s.draw().ellipse(s.box(x - 0.085, 0.51, x + 0.085, 0.572), fill=(92, 56, 40))
        s.draw().rounded_rectangle(s.box(x - 0.03, 0.52, x + 0.03, 0.556), radius=16, fill=(252, 248, 240))
    arm(s, -0.03, 0.86, 0.13, 0.74, 0.09, (96, 120, 90))
    arm(s, 0.13, 0.74, 0.23, 0.69, 0.06, SKIN[0])
    return s


PHOTOS: Final[dict[str, Callable[[], Scene]]] = {
    "Roof, first light": roof_morning,
    "The first full frame": first_frame,
    "Smoke and veil": smoke_and_veil,
    "Eleven jars": honey_jars,
    "All the kites": many_kites,
    "Red one, high up": red_kite,
    "Ida runs": runner,
    "Mending the white one": mending,
    "Down our street": lantern_walk,
    "Star on a stick": star_lantern,
    "Over the bridge": bridge,
    "Cocoa afterwards": cocoa,
}


def draw(name: str) -> Image.Image:
    """Return one finished photo."""
    return finish(PHOTOS[name]())


def main(folder: str) -> None:
    """Draw all photos into a folder as JPEG."""
    for name in PHOTOS:
        draw(name).save(Path(folder) / f"{name}.jpg", quality=88)


if __name__ == "__main__":
    main(sys.argv[1])

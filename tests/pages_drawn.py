"""A finished page drawn for tests: two photos, one on a white mat, on striped and checked paper."""

import io

import numpy as np
from PIL import Image, ImageDraw, ImageFilter

#: Pixels to the inch of a page of 12 by 12 in.
PIXELS = 80
#: Left, top, right and foot in inches.
MATTED, MAT, BARE = (2.0, 2.0, 6.0, 5.0), (1.875, 1.875, 6.125, 5.125), (7.5, 6.0, 10.5, 10.0)


def _photo(size, seed):
    """Something with many parts and no straight sides: soft blots of all colours."""
    noise = np.random.default_rng(seed).integers(0, 256, (7, 9, 3), np.uint8)
    return Image.fromarray(noise).resize(size, Image.Resampling.BICUBIC)


def finished_page():
    """Return the page."""
    page = Image.new("RGB", (12 * PIXELS, 12 * PIXELS), (222, 232, 214))
    pen = ImageDraw.Draw(page)
    for x in range(0, page.width, 14):
        pen.line([x, 0, x, 7 * PIXELS], fill=(150, 176, 150), width=4)
    pen.rectangle([0, 7 * PIXELS, page.width, page.height], fill=(196, 140, 110))
    side = 32
    for n, x in enumerate(range(0, page.width, side)):
        for y in range(7 * PIXELS + (n % 2) * side, page.height, 2 * side):
            pen.rectangle([x, y, x + side, y + side], fill=(120, 70, 60))
    pen.rectangle([round(end * PIXELS) for end in MAT], fill=(252, 251, 247))
    for seed, (left, top, right, foot) in enumerate((MATTED, BARE)):
        size = round((right - left) * PIXELS), round((foot - top) * PIXELS)
        page.paste(_photo(size, seed), (round(left * PIXELS), round(top * PIXELS)))
    return page


def on_a_table(page):
    """Return a page with the table round it."""
    table = Image.new("RGB", (page.width + 200, page.height + 200), (96, 84, 74))
    table.paste(page, (100, 100))
    return table


def as_photographed(page):
    """Return a page as the JPEG of a slightly soft, noisy photograph that was laid straight."""
    soft = np.asarray(page.filter(ImageFilter.GaussianBlur(0.8))).astype(np.float32)
    light = np.linspace(0.92, 1.06, soft.shape[1])[None, :, None]
    noise = np.random.default_rng(5).normal(0, 4, soft.shape)
    out = io.BytesIO()
    Image.fromarray(np.clip(soft * light + noise, 0, 255).astype(np.uint8)).save(out, "JPEG", quality=84)
    return out.getvalue()

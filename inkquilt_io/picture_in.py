"""Reading a sketch out of a picture: a scan or photograph of a drawing, or of a finished page.

The page's outline is found and straightened; within it the picture falls into
regions between edges, as watershed basins (Meyer 1992); each region is taken for
the visible part of one piece, parts of one piece on both sides of what lies over
it are put together, and the outline that explains the region is its block. Roles
are proposed; a person confirms all of it over the picture.

Numbers are pixels of the straightened page until they become grains at the end.
"""

from __future__ import annotations

import io
import math
import warnings
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Final, TypeAlias

import cv2
import numpy as np
from PIL import Image, ImageOps, UnidentifiedImageError

from inkquilt.errors import BadInput, Fault
from inkquilt.lengths import Unit
from inkquilt.page import FORMATS
from inkquilt.sketch.draft import Draft, Found, drafted
from inkquilt.sketch.model import Block, Role, Shape, Size
from inkquilt.sketch.tidy import tidied

Pixels: TypeAlias = np.ndarray[Any, Any]

MOST_BYTES: Final = 40 * 1024 * 1024
MOST_PIXELS: Final = 24_000_000
#: The picture is worked on at this length of its longer side, the straightened page at this one.
WORKED_AT: Final = 1800
STRAIGHT_AT: Final = 1400
#: A page takes at least this part of its picture; else the whole picture is the page.
_PAGE_LEAST: Final = 0.2
#: Regions smaller than this part of the page are marks, letters, noise.
_REGION_LEAST: Final = 0.0015
_SEED_LEAST: Final = 0.0005
#: Edges this near (part of the page) are one edge.
_ALIKE: Final = 0.012
#: Colours this near (a and b of CIE Lab, 8 bit) are one paper's, whose lightness may change by so much over a page.
_COLOUR: Final = 7.0
_LIGHT: Final = 1.35


class PictureFaults(BadInput):
    """A picture that cannot be read as a sketch."""

    code = "picture-faults"


@dataclass(frozen=True, slots=True)
class ReadPicture:
    """What was found: the draft, the straightened page as JPEG for looking at, and what should be said."""

    draft: Draft
    straightened: bytes
    remarks: tuple[Fault, ...]


@dataclass(slots=True)
class _Region:
    """The visible part of a piece: its mask's box (left, top, right, foot), its area and mean colour."""

    labels: list[int]
    left: int
    top: int
    right: int
    foot: int
    area: int
    colour: Pixels

    @property
    def width(self) -> int:
        return self.right - self.left

    @property
    def height(self) -> int:
        return self.foot - self.top


def read_picture(content: bytes, name: str, page: Size | None, unit: Unit) -> ReadPicture:
    """Read a sketch from a PNG or JPEG of a page.

    Without a ``page`` size the usual format of the nearest proportions is taken; one
    known size puts it right afterwards (``redraw.scaled_to``). Raises
    ``PictureFaults`` when it is no picture, too large, or shows no pieces.
    """
    picture = _opened(content)
    remarks: list[Fault] = []
    corners = _page_corners(picture)
    if corners is None:
        remarks.append(Fault(None, "no-page-edge", "No page edge was found; the whole picture was taken for the page."))
        high, wide = picture.shape[:2]
        corners = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
    if page is None:
        page, word = _likely_page(corners, unit)
        remarks.append(Fault(None, "page-guessed", f"By its proportions the page was taken for {word}."))
    straight = _straightened(picture, corners, page)
    labels, regions = _regions(straight)
    pieces = _joined(labels, _without_base(labels, regions))
    blocks = list(_blocks(labels, pieces, page))
    if not blocks:
        raise _refuse(
            "nothing-found", "No pieces were found in this picture. A clear scan, or a darker outline, helps."
        )
    draft = tidied(drafted(name, unit, page, blocks))
    return ReadPicture(draft, _jpeg(straight), tuple(remarks))


def _refuse(code: str, words: str) -> PictureFaults:
    return PictureFaults([Fault(None, code, words)])


def _opened(content: bytes) -> Pixels:
    """Return the picture upright, in BGR, at the working size."""
    if len(content) > MOST_BYTES:
        raise _refuse("too-large", "This picture file is larger than 40 MB.")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            image = Image.open(io.BytesIO(content), formats=("PNG", "JPEG"))
            if image.width * image.height > MOST_PIXELS:
                words = f"This picture has {image.width * image.height // 1_000_000} megapixels; up to 24 can be read."
                raise _refuse("too-many-pixels", words)
            image.draft("RGB", (2 * WORKED_AT, 2 * WORKED_AT))
            upright = ImageOps.exif_transpose(image).convert("RGBA")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as error:
        raise _refuse("not-a-picture", "This is no PNG or JPEG picture that can be read.") from error
    except Image.DecompressionBombWarning as error:
        raise _refuse(
            "too-many-pixels", "This picture unpacks to far too many pixels; up to 24 megapixels do."
        ) from error
    paper = Image.new("RGBA", upright.size, "white")
    flat = Image.alpha_composite(paper, upright).convert("RGB")
    flat.thumbnail((WORKED_AT, WORKED_AT), Image.Resampling.LANCZOS)
    if min(flat.size) < 80:
        raise _refuse("too-small", "This picture is too small to find anything in; 600 pixels or more do.")
    return cv2.cvtColor(np.asarray(flat), cv2.COLOR_RGB2BGR)


# -- the page ------------------------------------------------------------------------


def _page_corners(picture: Pixels) -> Pixels | None:
    """Return the page's corners clockwise from the top left, or None when no page stands out."""
    grey = cv2.cvtColor(picture, cv2.COLOR_BGR2GRAY)
    smooth = cv2.bilateralFilter(grey, 9, 40, 9)
    edges = cv2.Canny(smooth, 25, 75)
    away = cv2.distanceTransform(255 - edges, cv2.DIST_L2, 3)
    whole = picture.shape[0] * picture.shape[1]
    best: tuple[float, Pixels] | None = None
    for mask in _page_masks(picture, smooth):
        contours, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_SIMPLE)
        for contour in sorted(contours, key=cv2.contourArea, reverse=True)[:3]:
            quad = _quad(cv2.convexHull(contour))
            if quad is None:
                continue
            area = cv2.contourArea(quad)
            filled = cv2.contourArea(contour) / max(area, 1)
            if not (_PAGE_LEAST * whole < area < 0.985 * whole and filled > 0.85):
                continue
            support = _on_edges(quad, away)
            if support > _EDGE_SUPPORT and (best is None or support * area > best[0]):
                best = (support * area, quad)
    return None if best is None else _clockwise(best[1])


#: At least this part of a page's sides lies on edges of the picture.
_EDGE_SUPPORT: Final = 0.7


def _on_edges(quad: Pixels, away: Pixels) -> float:
    """Return the part of a quadrilateral's sides that lies on edges."""
    high, wide = away.shape
    hits = total = 0
    for a, b in zip(quad, np.roll(quad, -1, 0), strict=True):
        for x, y in np.linspace(a, b, 120):
            column, row = round(float(x)), round(float(y))
            total += 1
            inside = 2 <= column < wide - 2 and 2 <= row < high - 2
            hits += bool(inside and away[row, column] <= 3.5)
    return hits / total


def _page_masks(picture: Pixels, smooth: Pixels) -> Iterator[Pixels]:
    """Yield masks in which the page may be one whole: by the colour of the ground around it, and by its outline."""
    high, wide = smooth.shape
    rims = (picture[:6], picture[-6:], picture[:, :6], picture[:, -6:])
    rim = np.concatenate([part.reshape(-1, 3) for part in rims])
    ground = np.median(rim, axis=0)
    # the light falls unevenly: the ground is compared by its colour more than by its brightness
    lit = picture.astype(np.float32).sum(axis=2, keepdims=True) / max(float(ground.sum()), 1)
    distance = np.linalg.norm(picture.astype(np.float32) - ground * np.clip(lit, 0.6, 1.5), axis=2)
    brighter = np.abs(picture.astype(np.float32) - ground).max(axis=2)
    distance = np.maximum(distance, brighter - 30)
    kernel = np.ones((7, 7), np.uint8)
    for level in (18, 32, 48):
        mask = (distance > level).astype(np.uint8) * 255
        yield cv2.morphologyEx(
            cv2.morphologyEx(mask, cv2.MORPH_OPEN, np.ones((3, 3), np.uint8)), cv2.MORPH_CLOSE, kernel
        )
    edges = cv2.dilate(cv2.Canny(smooth, 30, 90), np.ones((3, 3), np.uint8))
    filled = edges.copy()
    outside = np.zeros((high + 2, wide + 2), np.uint8)
    for corner in ((0, 0), (wide - 1, 0), (0, high - 1), (wide - 1, high - 1)):
        if filled[corner[1], corner[0]] == 0:
            cv2.floodFill(filled, outside, corner, 128)
    yield np.where(filled == 128, 0, 255).astype(np.uint8)


def _quad(hull: Pixels) -> Pixels | None:
    length = cv2.arcLength(hull, True)
    for part in (0.01, 0.02, 0.03, 0.05):
        corners = cv2.approxPolyDP(hull, part * length, True)
        if len(corners) == 4:
            return _sharpened(hull, corners.reshape(4, 2).astype(np.float32))
    return None


def _sharpened(hull: Pixels, corners: Pixels) -> Pixels:
    """Return the corners where the sides' own lines meet; rounding of the hull's corners falls away."""
    points = hull.reshape(-1, 2).astype(np.float32)
    dense = np.concatenate([np.linspace(a, b, 60) for a, b in zip(points, np.roll(points, -1, 0), strict=True)])
    lines = []
    for a, b in zip(corners, np.roll(corners, -1, 0), strict=True):
        along = (b - a) / max(float(np.linalg.norm(b - a)), 1)
        way = dense - a
        at, off = way @ along, np.abs(way[:, 0] * along[1] - way[:, 1] * along[0])
        length = float(np.linalg.norm(b - a))
        near = dense[(off < 0.02 * length) & (at > 0.08 * length) & (at < 0.92 * length)]
        if len(near) < 8:
            return corners
        vx, vy, x, y = cv2.fitLine(near.astype(np.float32), cv2.DIST_HUBER, 0, 0.01, 0.01).ravel()
        lines.append((vx, vy, x, y))
    meets = []
    for (ax, ay, px, py), (bx, by, qx, qy) in zip([lines[-1], *lines[:-1]], lines, strict=True):
        cross = ax * by - ay * bx
        if abs(cross) < 1e-6:
            return corners
        t = ((qx - px) * by - (qy - py) * bx) / cross
        meets.append((px + t * ax, py + t * ay))
    return np.array(meets, np.float32)


def _clockwise(quad: Pixels) -> Pixels:
    middle = quad.mean(axis=0)
    order = np.argsort(np.arctan2(quad[:, 1] - middle[1], quad[:, 0] - middle[0]))
    ring = quad[order]
    first = int(np.argmin(ring.sum(axis=1)))
    return np.roll(ring, -first, axis=0).astype(np.float32)


def _straightened(picture: Pixels, corners: Pixels, page: Size) -> Pixels:
    scale = STRAIGHT_AT / max(page.width, page.height)
    wide, high = round(page.width * scale), round(page.height * scale)
    target = np.array([[0, 0], [wide, 0], [wide, high], [0, high]], np.float32)
    matrix = cv2.getPerspectiveTransform(corners, target)
    return cv2.warpPerspective(picture, matrix, (wide, high), flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE)


def _likely_page(corners: Pixels, unit: Unit) -> tuple[Size, str]:
    """Return the usual page whose proportions are nearest to what the corners span, and its name."""
    sides = np.linalg.norm(corners - np.roll(corners, -1, 0), axis=1)
    ratio = float((sides[0] + sides[2]) / (sides[1] + sides[3]))
    usual = [form for form in FORMATS if form.unit is unit]
    sizes = [(Size(f.width, f.height), f.name) for f in usual] + [(Size(f.height, f.width), f.name) for f in usual]
    return min(sizes, key=lambda size: abs(math.log(size[0].width / size[0].height / ratio)))


def _jpeg(picture: Pixels) -> bytes:
    small = cv2.resize(picture, None, fx=0.75, fy=0.75, interpolation=cv2.INTER_AREA)
    done, data = cv2.imencode(".jpg", small, [cv2.IMWRITE_JPEG_QUALITY, 82])
    assert done
    return bytes(data.tobytes())


# -- regions -------------------------------------------------------------------------


def _regions(straight: Pixels) -> tuple[Pixels, list[_Region]]:
    """Return a map of regions (1 and up) and what they are; edges belong to the region they are nearest to."""
    smooth = cv2.medianBlur(straight, 5)
    smooth = cv2.bilateralFilter(smooth, 9, 30, 7)
    lab = cv2.cvtColor(smooth, cv2.COLOR_BGR2LAB)
    steep = np.zeros(lab.shape[:2], np.float32)
    for channel in cv2.split(lab):
        across, down = cv2.Scharr(channel, cv2.CV_32F, 1, 0), cv2.Scharr(channel, cv2.CV_32F, 0, 1)
        steep = np.maximum(steep, cv2.magnitude(across, down) / 16)
    # quiet paper has no steps; what lies well above its unrest is an edge
    unrest = float(np.median(steep))
    edges: Pixels = (steep > max(4.0, 5 * unrest)).astype(np.uint8)
    edges = cv2.morphologyEx(edges, cv2.MORPH_CLOSE, np.ones((3, 3), np.uint8))
    edges[0, :] = edges[-1, :] = edges[:, 0] = edges[:, -1] = 0
    count, markers, stats, _ = cv2.connectedComponentsWithStats(1 - edges, connectivity=4)
    whole = markers.size
    seeds = np.zeros_like(markers)
    kept = 0
    for label in range(1, count):
        if stats[label, cv2.CC_STAT_AREA] >= _SEED_LEAST * whole:
            kept += 1
            seeds[markers == label] = kept
    if kept == 0:
        return seeds, []
    ground = cv2.merge([np.clip(steep * 4, 0, 255).astype(np.uint8)] * 3)
    labels = cv2.watershed(ground, seeds.astype(np.int32).copy())
    labels = _without_threads(labels, seeds, kept)
    regions = []
    for label in range(1, kept + 1):
        mask = labels == label
        area = int(mask.sum())
        if area < _REGION_LEAST * whole:
            continue
        rows, columns = np.flatnonzero(mask.any(axis=1)), np.flatnonzero(mask.any(axis=0))
        colour = np.median(lab[(seeds == label)], axis=0)
        left, right, top, foot = columns[0], columns[-1] + 1, rows[0], rows[-1] + 1
        regions.append(_Region([label], int(left), int(top), int(right), int(foot), area, colour))
    return labels, regions


#: An edge is at most this many pixels wide; regions grow over half of it.
_EDGE_WIDTH: Final = 17


def _without_threads(labels: Pixels, seeds: Pixels, count: int) -> Pixels:
    """Return the map without the threads by which regions leak along edges (those become 0)."""
    result = np.zeros_like(labels)
    reach, kernel = np.ones((_EDGE_WIDTH, _EDGE_WIDTH), np.uint8), np.ones((3, 3), np.uint8)
    for label in range(1, count + 1):
        near = cv2.dilate((seeds == label).astype(np.uint8), reach)
        mask = ((labels == label) & (near > 0)).astype(np.uint8)
        result[cv2.morphologyEx(mask, cv2.MORPH_OPEN, kernel).astype(bool)] = label
    return result


def _without_base(labels: Pixels, regions: list[_Region]) -> list[_Region]:
    """Leave out what is the page's own ground: the colour that most of the page's rim has, where it reaches the rim."""
    high, wide = labels.shape
    near = max(6, round(_ALIKE / 2 * max(high, wide)))

    def rim(region: _Region) -> int:
        across = (region.top <= near) + (region.foot >= high - near)
        down = (region.left <= near) + (region.right >= wide - near)
        return int(across * region.width + down * region.height)

    if not regions:
        return regions
    base = max(regions, key=rim)
    if rim(base) < 0.2 * (high + wide):
        return regions

    def is_base(region: _Region) -> bool:
        if not _one_colour(region, base):
            return False
        if rim(region) > 0:
            return True
        ragged = region.area < 0.85 * region.width * region.height or min(region.width, region.height) < 2 * near
        return ragged and not _goes_round(labels, region)

    return [region for region in regions if not is_base(region)]


def _goes_round(labels: Pixels, region: _Region) -> bool:
    """Tell whether a region shows along at least three of its box's sides, as a mat does round a photo."""
    part = np.isin(labels[region.top : region.foot, region.left : region.right], region.labels)
    sides = (part[:5].any(axis=0), part[-5:].any(axis=0), part[:, :5].any(axis=1), part[:, -5:].any(axis=1))
    return sum(float(side.mean()) > 0.6 for side in sides) >= 3


def _one_colour(one: _Region, other: _Region) -> bool:
    """Tell whether two regions are of one colour in uneven light: colourfulness is compared at the same lightness."""
    first, second = one.colour.astype(float), other.colour.astype(float)
    ratio = first[0] / max(second[0], 1.0)
    if not 1 / _LIGHT <= ratio <= _LIGHT:
        return False
    return bool(np.abs((first[1:] - 128) - (second[1:] - 128) * ratio).max() <= _COLOUR)


def _joined(labels: Pixels, regions: list[_Region]) -> list[_Region]:
    """Put parts of one piece together: of one colour, in one line, with something lying between them."""
    near = max(3, round(_ALIKE * max(labels.shape)))
    parts = sorted(regions, key=lambda region: -region.area)
    changed = True
    while changed:
        changed = False
        for index, one in enumerate(parts):
            for other in parts[index + 1 :]:
                if _one_piece(one, other, near) and _covered_between(one, other, labels, parts):
                    parts.remove(other)
                    one.labels += other.labels
                    one.left, one.top = min(one.left, other.left), min(one.top, other.top)
                    one.right, one.foot = max(one.right, other.right), max(one.foot, other.foot)
                    one.area += other.area
                    changed = True
                    break
            if changed:
                break
    return parts


def _one_piece(one: _Region, other: _Region, near: int) -> bool:
    """Tell whether two parts could be of one piece by colour (light apart) and by the lines they end on."""
    if not _one_colour(one, other):
        return False
    level = abs(one.top - other.top) <= near and abs(one.foot - other.foot) <= near
    upright = abs(one.left - other.left) <= near and abs(one.right - other.right) <= near
    inside = (
        one.left - near <= other.left
        and other.right <= one.right + near
        and one.top - near <= other.top
        and other.foot <= one.foot + near
    )
    apart_x = other.left >= one.right - near or one.left >= other.right - near
    apart_y = other.top >= one.foot - near or one.top >= other.foot - near
    return (level and apart_x) or (upright and apart_y) or inside


def _covered_between(one: _Region, other: _Region, labels: Pixels, regions: list[_Region]) -> bool:
    """Tell whether what lies between two parts lies over both, rather than being the ground both lie on."""
    mine = np.isin(labels, one.labels).astype(np.uint8)
    theirs = np.isin(labels, other.labels)
    if int((cv2.dilate(mine, np.ones((9, 9), np.uint8)).astype(bool) & theirs).sum()) > 24:
        return False  # they touch: an edge runs between them
    if _contains(one, other):
        return True  # an island of it among what lies over it
    ground = {
        label
        for region in regions
        if region is not one and region is not other and (_contains(region, one) or _contains(region, other))
        for label in region.labels
    }
    if max(one.top, other.top) < min(one.foot, other.foot):
        first, second = (one, other) if one.left < other.left else (other, one)
        facing = _facing(labels, first, second, ground)
    else:
        first, second = (one, other) if one.top < other.top else (other, one)
        facing = _facing(labels.T, _turned(first), _turned(second), ground)
    return bool(facing)


def _turned(region: _Region) -> _Region:
    """Return the region with across and down exchanged."""
    return _Region(
        region.labels, region.top, region.left, region.foot, region.right, region.area, region.colour
    )  # fmt: skip


#: So much of a part's facing side, where nothing lies over it, must be cut straight by what covers it.
_CUT_STRAIGHT: Final = 0.7


def _facing(labels: Pixels, first: _Region, second: _Region, ground: set[int]) -> set[int]:
    """Return what lies against the right side of the first part and against the left side of the second."""
    found: list[set[int]] = []
    for region, edge, outward in ((first, first.right, 1), (second, second.left, -1)):
        inside, outside = edge - outward * 4 - (outward < 0), edge + outward * 9 - (outward < 0)
        if not (0 <= inside < labels.shape[1] and 0 <= outside < labels.shape[1]):
            return set()
        inner, beyond = labels[region.top : region.foot, inside], labels[region.top : region.foot, outside]
        mine = np.isin(inner, region.labels)
        bare = mine | np.isin(inner, list(ground)) | (inner == 0)
        if mine.sum() < 12 or mine.sum() < _CUT_STRAIGHT * bare.sum():
            return set()
        against, counts = np.unique(beyond[mine], return_counts=True)
        rows = zip(against, counts, strict=True)
        covering = {int(label) for label, count in rows if label > 0 and count > 0.3 * mine.sum()}
        if not _goes_on(labels, region, inside, outside, covering):
            return set()
        found.append(covering)
    return (found[0] & found[1]) - ground


def _goes_on(labels: Pixels, region: _Region, inside: int, outside: int, covering: set[int]) -> bool:
    """Tell whether the covering piece's edge goes on beyond a corner of the part (a T-junction of edges).

    Where a part simply ends, what lies beside it lies round its corner too.
    """
    for row in (region.top - 9, region.foot + 8):
        if 0 <= row < labels.shape[0]:
            beside, beyond = int(labels[row, inside]), int(labels[row, outside])
            if beyond in covering and beside not in (beyond, 0):
                return True
    return False


def _contains(outer: _Region, inner: _Region) -> bool:
    return (
        outer.left <= inner.left and inner.right <= outer.right and outer.top <= inner.top and inner.foot <= outer.foot
    )


# -- blocks --------------------------------------------------------------------------


def _blocks(labels: Pixels, regions: list[_Region], page: Size) -> Iterator[Found]:
    """Yield a block for each region, the one that lies lowest first."""
    scale = page.width / labels.shape[1]
    for number, region in enumerate(_bottom_up(labels, regions), start=1):
        block = _outline_of(labels, region, scale, page)
        if block is not None:
            yield Found(_named(block, number), False)


def _named(block: Block, number: int) -> Block:
    return Block(
        f"piece-{number}", block.role, block.shape, block.x, block.y, block.width, block.height, block.turn
    )  # fmt: skip


def _bottom_up(labels: Pixels, regions: list[_Region]) -> list[_Region]:
    """Order regions so that what shows within another's outline comes after it."""
    left = sorted(regions, key=lambda region: -(region.width * region.height))
    ordered: list[_Region] = []
    while left:
        lowest = next((one for one in left if not any(_shows_over(labels, one, other) for other in left)), left[0])
        ordered.append(lowest)
        left.remove(lowest)
    return ordered


def _shows_over(labels: Pixels, one: _Region, other: _Region) -> bool:
    """Tell whether ``one`` shows where the outlines of both meet, more than ``other`` does."""
    if one is other:
        return False
    left, right = max(one.left, other.left), min(one.right, other.right)
    top, foot = max(one.top, other.top), min(one.foot, other.foot)
    if right - left < 4 or foot - top < 4:
        return False
    shared = labels[top + 2 : foot - 2, left + 2 : right - 2]
    return int(np.isin(shared, one.labels).sum()) > int(np.isin(shared, other.labels).sum())


def _outline_of(labels: Pixels, region: _Region, scale: float, page: Size) -> Block | None:
    mask = np.isin(labels, region.labels).astype(np.uint8)
    contours, _ = cv2.findContours(mask, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
    outline = np.concatenate([contour for contour in contours if len(contour) > 8] or contours)
    hull = cv2.convexHull(outline)
    hull_area = max(float(cv2.contourArea(hull)), 1.0)
    box_area = region.width * region.height
    (centre_x, centre_y), (long, short), angle = cv2.minAreaRect(hull)
    square = abs(region.width - region.height) <= 0.1 * max(region.width, region.height)
    # a disc fills 0.785 of the square round it
    if square and 0.74 < float(mask.sum()) / box_area < 0.83 and hull_area / box_area < 0.88:
        side = round((region.width + region.height) / 2 * scale)
        x, y = round((region.left + region.right - side / scale) / 2 * scale), 0
        y = round((region.top + region.foot - side / scale) / 2 * scale)
        return Block("", Role.PAPER, Shape.CIRCLE, x, y, side, side)
    tilt = (angle + 45) % 90 - 45
    tilted = abs(tilt) > 1.2 and hull_area / max(long * short, 1) > 0.93 and hull_area / box_area < 0.97
    if tilted:
        wide, high = (long, short) if abs((angle % 180) - 90) > 45 else (short, long)
        x, y = round((centre_x - wide / 2) * scale), round((centre_y - high / 2) * scale)
        return Block(
            "", Role.PAPER, Shape.RECT, x, y, round(wide * scale), round(high * scale), round(tilt * 100) % 36_000
        )
    left, top = round(region.left * scale), round(region.top * scale)
    right, foot = round(region.right * scale), round(region.foot * scale)
    near = round(_ALIKE / 2 * max(page.width, page.height))
    left, top = (0 if left <= near else left), (0 if top <= near else top)
    right = page.width if page.width - right <= near else right
    foot = page.height if page.height - foot <= near else foot
    if right <= left or foot <= top:
        return None
    return Block("", Role.PAPER, Shape.RECT, left, top, right - left, foot - top)

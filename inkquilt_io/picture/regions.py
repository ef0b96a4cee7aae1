"""The regions between the edges of a straightened page, as watershed basins (Meyer 1992)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import cv2
import numpy as np

from inkquilt_io.picture.page import Pixels

#: Regions smaller than this part of the page are marks, letters, noise.
_REGION_LEAST: Final = 0.0005
_SEED_LEAST: Final = 0.0002
#: The outermost pixels of a page belong to what is next to them.
_RIM: Final = 7
#: A piece is at least twice this many pixels wide between its edges; what is thinner is a line.
_HALF_WIDTH: Final = 3.0
#: An edge is at most this many pixels wide; regions grow over half of it.
_EDGE_WIDTH: Final = 17


@dataclass(slots=True)
class ColourRegion:
    """A part of the page of one colour: its label in the map, its box, its area, its colour in CIE Lab (8 bit)."""

    label: int
    left: int
    top: int
    right: int
    foot: int
    area: int
    colour: Pixels
    #: Too bright for the camera, at least in part.
    bleached: bool


@dataclass(slots=True)
class Regions:
    """All regions; ``labels`` maps pixels to them, 0 where there is none, ``nearest`` to the one that is nearest."""

    labels: Pixels
    nearest: Pixels
    regions: list[ColourRegion]


def regions_of(page: Pixels, as_taken: Pixels) -> Regions:
    """Return the regions of a straightened page; edges belong to the region they are nearest to.

    ``as_taken`` is the page before its light was made even: it shows what was too bright.
    """
    smooth = cv2.bilateralFilter(cv2.medianBlur(page, 5), 9, 30, 7)
    lab = cv2.cvtColor(smooth, cv2.COLOR_BGR2LAB)
    steep = _steepness(lab)
    # quiet paper has no steps; what lies well above its unrest is an edge
    edges: Pixels = (steep > max(4.0, 5 * float(np.median(steep)))).astype(np.uint8)
    edges = cv2.morphologyEx(edges, cv2.MORPH_CLOSE, np.ones((3, 3), np.uint8))
    edges[0, :] = edges[-1, :] = edges[:, 0] = edges[:, -1] = 0
    seeds, count = _seeds(edges)
    if count == 0:
        return Regions(seeds, seeds, [])
    ground = cv2.merge([np.clip(steep * 4, 0, 255).astype(np.uint8)] * 3)
    labels = _without_threads(cv2.watershed(ground, seeds.astype(np.int32).copy()), seeds, count)
    for rim in (labels[:_RIM], labels[-_RIM:], labels[:, :_RIM], labels[:, -_RIM:]):
        rim[...] = 0  # the line round a drawn page is no piece
    regions = []
    for label in range(1, count + 1):
        region = _region(label, labels, seeds, lab, as_taken)
        if region is None:
            labels[labels == label] = 0
        else:
            regions.append(region)
    return Regions(labels, _nearest(labels), regions)


def _steepness(lab: Pixels) -> Pixels:
    steep: Pixels = np.zeros(lab.shape[:2], np.float32)
    for channel in cv2.split(lab):
        across, down = cv2.Scharr(channel, cv2.CV_32F, 1, 0), cv2.Scharr(channel, cv2.CV_32F, 0, 1)
        steep = np.maximum(steep, cv2.magnitude(across, down) / 16)
    return steep


def _seeds(edges: Pixels) -> tuple[Pixels, int]:
    count, markers, stats, _ = cv2.connectedComponentsWithStats(1 - edges, connectivity=4)
    seeds: Pixels = np.zeros_like(markers)
    inward = cv2.distanceTransform(1 - edges, cv2.DIST_L2, 3)
    kept = 0
    for label in range(1, count):
        if stats[label, cv2.CC_STAT_AREA] < _SEED_LEAST * markers.size:
            continue
        mask = markers == label
        if float(inward[mask].max()) >= _HALF_WIDTH:  # thinner ones are drawn lines
            kept += 1
            seeds[mask] = kept
    return seeds, kept


def _without_threads(labels: Pixels, seeds: Pixels, count: int) -> Pixels:
    """Return the map without the threads by which regions leak along edges (those become 0)."""
    result: Pixels = np.zeros_like(labels)
    reach, kernel = np.ones((_EDGE_WIDTH, _EDGE_WIDTH), np.uint8), np.ones((3, 3), np.uint8)
    for label in range(1, count + 1):
        near = cv2.dilate((seeds == label).astype(np.uint8), reach)
        mask = ((labels == label) & (near > 0)).astype(np.uint8)
        result[cv2.morphologyEx(mask, cv2.MORPH_OPEN, kernel).astype(bool)] = label
    return result


def _region(label: int, labels: Pixels, seeds: Pixels, lab: Pixels, as_taken: Pixels) -> ColourRegion | None:
    mask = labels == label
    area = int(mask.sum())
    if area < _REGION_LEAST * mask.size:
        return None
    rows, columns = np.flatnonzero(mask.any(axis=1)), np.flatnonzero(mask.any(axis=0))
    colour = np.median(lab[seeds == label], axis=0).astype(np.float32)
    bleached = float((as_taken[seeds == label].max(axis=1) >= 250).mean()) > 0.25
    left, right, top, foot = int(columns[0]), int(columns[-1]) + 1, int(rows[0]), int(rows[-1]) + 1
    return ColourRegion(label, left, top, right, foot, area, colour, bleached)


def _nearest(labels: Pixels) -> Pixels:
    """Fill what belongs to no region with the region that is nearest."""
    empty = (labels <= 0).astype(np.uint8)
    _, cells = cv2.distanceTransformWithLabels(empty, cv2.DIST_L2, 5, labelType=cv2.DIST_LABEL_PIXEL)
    of_cell = np.zeros(int(cells.max()) + 1, np.int32)
    known = labels > 0
    of_cell[cells[known]] = labels[known]
    filled: Pixels = of_cell[cells]
    return filled

"""Finding a sketch for photos: the shelf ranked quickly, and what ranks first fitted truly."""

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any, Final

from inkquilt.fit import Fit, FitRequest, Way
from inkquilt.fit.explain import gist_of
from inkquilt.page import Page
from inkquilt.photos.matching import PhotoOrder
from inkquilt.photos.wanted import OPEN_SLOT, Lack, PhotosWanted, Ranked, slots_of
from inkquilt.sketch import Role, Sketch
from inkquilt.sketch.basic import MOST_PHOTOS, BasicType
from inkquilt.sketch.model import Size
from inkquilt.sketch.transform import oriented
from server.boxes.models import ProjectBox
from server.boxes.services import contents_of
from server.drafts.services import basic_on
from server.pages.matching import Match, candidates_of, match
from server.photos.models import Photo
from server.sketches.models import Sketch as SketchRow
from server.sketches.services import core_sketch
from server.solving.pool import solvers

#: So many ways to hold sketches are told.
TOLD: Final = 24


@dataclass(frozen=True, slots=True)
class Layout:
    """A sketch of the shelf by its row, or a basic type; what of the wishes it is without."""

    sketch: Sketch
    lacks: tuple[Lack, ...]
    row: SketchRow | None = None
    basic: BasicType | None = None


@dataclass(frozen=True, slots=True)
class Finding:
    """A layout as it would be held, which photo it would wear where, and why it ranks there."""

    layout: Layout
    held: Sketch
    ranked: Ranked
    placed: dict[str, int]
    why: str


def find(owner: Any, photos: list[Photo], page: Page, wanted: PhotosWanted) -> list[Finding]:
    """Return the sketches of a person's shelf and the basic types that suit photos and page, the best first.

    Sketches with just so many slots come before the basic types, those with more or fewer after them. Where none has
    all that is wanted, those that are without the least of it.
    """
    rows = SketchRow.objects.visible_to(owner).order_by("id")
    shelf = [Layout(sketch, wanted.lacks(sketch, len(photos)), row) for row in rows for sketch in [core_sketch(row)]]
    basic = [
        Layout(sketch, wanted.lacks(sketch, len(photos)), basic=kind) for kind, sketch in _basic(page, len(photos))
    ]
    least = min((len(layout.lacks) for layout in (*shelf, *basic)), default=0)
    kept = [layout for layout in (*shelf, *basic) if len(layout.lacks) == least]
    candidates = candidates_of(photos)
    slots = [slots_of(layout.sketch) for layout in kept]
    ranked: list[Ranked] = solvers().run("rank", slots, candidates, Size(page.width, page.height))
    own = _varied(one for one in ranked if kept[one.sketch].row is not None)
    # A basic type is drawn for the page and the photos: it is held as it is.
    drawn = [one for one in ranked if kept[one.sketch].basic and (one.turn, one.mirrored) == (0, False)]
    exact = [one for one in own if None not in one.slots and len(one.slots) == len(slots[one.sketch])]
    others = [one for one in own if one not in exact]
    return [_finding(kept[one.sketch], one, photos) for one in (*exact, *drawn, *others)]


def _basic(page: Page, photos: int) -> list[tuple[BasicType, Sketch]]:
    """Return the basic types for one page and so many photos; there are none across two pages."""
    if page.fold is not None or photos > MOST_PHOTOS:
        return []
    return [(kind, basic_on(page, kind, photos)) for kind in BasicType]


def _varied(ranked: Iterable[Ranked]) -> list[Ranked]:
    """Return the first ones, each sketch upright and on its side once: mirrored it looks much the same."""
    told: dict[tuple[int, bool], Ranked] = {}
    for one in ranked:
        told.setdefault((one.sketch, one.turn in (90, 270)), one)
        if len(told) == TOLD:
            break
    return list(told.values())


def _finding(layout: Layout, ranked: Ranked, photos: list[Photo]) -> Finding:
    sketch = layout.sketch
    held = oriented(sketch, ranked.turn, ranked.mirrored)
    slots = [block.id for block in sketch.blocks if block.role is Role.PHOTO]
    placed = {slots[slot]: photo.pk for photo, slot in zip(photos, ranked.slots, strict=True) if slot is not None}
    left = len(photos) - len(placed)
    free = len(slots) - len(placed)
    parts = [lack.value for lack in layout.lacks if lack is not Lack.SLOTS]
    parts += ["a slot for every photo" if not left and not free else ""]
    parts += [f"{left} photo{'s' * (left > 1)} left out" if left else ""]
    parts += [f"{free} slot{'s' * (free > 1)} left open" if free else ""]
    return Finding(layout, held, ranked, placed, ", ".join(part for part in parts if part))


@dataclass(frozen=True, slots=True)
class FittedSketch:
    """A sketch truly fitted to the page, with its photos matched anew; no match when nothing fits."""

    fit: Fit
    match: Match | None
    words: str

    @property
    def cost(self) -> int | None:
        """What ranks it, slots left open counted as in the quick cost."""
        return None if self.match is None else self.match.cost + OPEN_SLOT * len(self.match.open)


def fit_found(sketch: Sketch, photos: list[Photo], page: Page, way: Way) -> FittedSketch:
    """Fit a found sketch to the page and match the photos to the slots it has there."""
    result: Fit = solvers().run("fit", FitRequest.plain(sketch, page), way)
    words = gist_of(result).words
    if not result.found:
        return FittedSketch(result, None, words)
    return FittedSketch(result, match(result.blocks, photos, [], PhotoOrder.TAKEN), words)


def papers_in(owner: Any, box: int) -> int | None:
    """Return how many papers lie in a person's box, None for a box without any. Raises ``Http404``."""
    row: ProjectBox = ProjectBox.objects.visible_to(owner).one(box)
    return len(contents_of(row, "papers")) or None

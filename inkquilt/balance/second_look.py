"""The second look: a few observations about a page in plain words, the worst first, each with its number.

It says what can be seen from across the room, as far as its school minds; what a person switched off is never said.
Nothing of it is a rule.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Final, NamedTuple

from shapely.geometry import box
from shapely.geometry.base import BaseGeometry

from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.links import (
    beside_the_wrong_sides,
    facing_out,
    floating,
    like_patterns_touching,
    linked_groups,
    twins_in_line,
)
from inkquilt.balance.measures import Frame, Measures, Object, measures
from inkquilt.balance.repeats import Use, colours_of, kinds_of
from inkquilt.balance.schools import PROFILES, BalanceSchool, Profile
from inkquilt.balance.surfaces import SURFACES, SeenSurface, VisiblePart
from inkquilt.balance.weight import Moments, Weighed, beneath, moments_of, weigh
from inkquilt.balance.white_space import REGIONS, PageRegion, WhiteSpace, margins, regions, white_space
from inkquilt.colour import LARGE_LETTERS, Rgb, contrast
from inkquilt.layout import Layout
from inkquilt.lengths import INCH

#: A focal area may be covered by less than this part of it.
_COVERED: Final = 0.02
#: A paper counts for a letter when so much of the letter lies on it.
_TOUCHES: Final = 0.08
#: A triangle smaller than this part of the page is a row.
_ROW: Final = 0.02
#: Pieces that are together fuller than this make a corner crowded even when they are few.
_FULL: Final = 0.85
#: Pieces whose edges the eye follows, and how near edges are to be one line.
_LINED: Final = frozenset({VisiblePart.PHOTO, VisiblePart.MAT, VisiblePart.TITLE, VisiblePart.WORDS, VisiblePart.TAG})
_ONE_LINE: Final = INCH // 16


@dataclass(frozen=True, slots=True)
class Observation:
    """One thing noticed: in plain words with its number, how bad it is (0 to 1), its pieces, and where to look."""

    kind: ObservationKind
    words: str
    number: str
    worst: float
    keys: tuple[str, ...] = ()
    marks: tuple[BaseGeometry, ...] = ()


class Lines(NamedTuple):
    """How many pieces begin on how many lines from the left and from the top."""

    pieces: int
    lefts: int
    tops: int


class Figures:
    """Every number of one page, each worked out once when it is asked for."""

    def __init__(self, layout: Layout) -> None:
        self.layout = layout

    def reckoned(self) -> Figures:
        """Return them with every number worked out."""
        for name, one in vars(Figures).items():
            if isinstance(one, cached_property):
                getattr(self, name)
        return self

    @cached_property
    def weighed(self) -> tuple[Weighed, ...]:
        """The pieces with their weights."""
        return weigh(self.layout)

    @cached_property
    def moments(self) -> Moments:
        """Where the weight lies."""
        return moments_of(self.layout, self.weighed)

    @cached_property
    def colours(self) -> tuple[Use, ...]:
        """Accent colours with where they come again."""
        return colours_of(self.layout, self.weighed)

    @cached_property
    def kinds(self) -> tuple[Use, ...]:
        """Kinds of embellishments with where they come again."""
        return kinds_of(self.layout, self.weighed)

    @cached_property
    def calm(self) -> WhiteSpace:
        """What is empty."""
        return white_space(self.layout, self.weighed)

    @cached_property
    def regions(self) -> tuple[PageRegion, ...]:
        """How full each part is."""
        return regions(self.layout, self.weighed)

    @cached_property
    def margins(self) -> tuple[float, float, float, float]:
        """Distances from the page's edges to the things on it."""
        return margins(self.layout, self.weighed)

    @cached_property
    def groups(self) -> tuple[tuple[str, ...], ...]:
        """What stands together."""
        return linked_groups(self.weighed)

    @cached_property
    def lines(self) -> Lines:
        """On how few lines pieces begin."""
        bounds = [one.seen.outline.bounds for one in self.weighed if one.seen.part in _LINED]
        lefts, tops = ({round(corner[side] / _ONE_LINE) for corner in bounds} for side in (0, 1))
        return Lines(len(bounds), len(lefts), len(tops))

    @cached_property
    def measures(self) -> Measures | None:
        """The published measures: they count all but surfaces, mats and single small accents, as upright boxes."""
        boxes = []
        for one in self.weighed:
            if one.seen.part in SURFACES or one.seen.part is VisiblePart.MAT or one.seen.is_scattered:
                continue
            left, top, right, bottom = one.seen.outline.bounds
            if right > left and bottom > top:
                boxes.append(Object(left, top, right - left, bottom - top))
        return measures(boxes, Frame(self.layout.page.width, self.layout.page.height))

    def names(self, keys: Sequence[str]) -> Mapping[str, str]:
        """Return what pieces are called."""
        return {one.seen.key: one.seen.name for one in self.weighed if one.seen.key in keys}


_Looker = Callable[[Figures, Profile], Iterator[Observation]]


def second_look(
    figures: Figures, school: BalanceSchool, switched_off: frozenset[ObservationKind] = frozenset()
) -> tuple[Observation, ...]:
    """Return what is noticed about a page, the worst first; nothing when there is nothing to say."""
    profile = PROFILES[school]
    silent = switched_off | profile.ignored
    found = [
        one
        for kinds, looker in _LOOKERS.items()
        if not silent.issuperset(kinds)
        for one in looker(figures, profile)
        if one.kind not in silent
    ]
    return tuple(sorted(found, key=lambda one: -one.worst))


def _percent(part: float) -> str:
    return f"{round(100 * part)} %"


# -- what is covered, what cannot be read ---------------------------------------------------------


def _focal_covered(figures: Figures, _: Profile) -> Iterator[Observation]:
    stacked = [one.seen for one in figures.weighed]
    places = {seen.key: number for number, seen in enumerate(stacked)}
    for slot, area in figures.layout.focal:
        if slot not in places:
            continue
        above = stacked[places[slot] + 1 :]
        over = [seen for seen in above if seen.outline.intersection(area).area > _COVERED * area.area]
        if not over:
            continue
        hidden = max(seen.outline.intersection(area).area for seen in over) / area.area
        names = " and ".join(seen.name for seen in over)
        photo = stacked[places[slot]].name
        yield Observation(
            ObservationKind.FOCAL_COVERED, f"{names} covers what matters in {photo}", f"{_percent(hidden)} of it",
            0.9 + 0.1 * min(1.0, hidden), tuple(seen.key for seen in over), (area,),
        )  # fmt: skip


def _title_hard_to_read(figures: Figures, _: Profile) -> Iterator[Observation]:
    stacked = [one.seen for one in figures.weighed]
    for number, seen in enumerate(stacked):
        title = figures.layout.titles.get(seen.key)
        if seen.part is not VisiblePart.TITLE or title is None:
            continue
        lower = [one for one in stacked[:number] if one.outline.intersects(seen.outline)]
        hard, worst = [], 21.0
        for letter, outline in title.letters:
            ratios = [
                contrast(title.ink, colour)
                for piece, share in beneath(outline, lower)
                if piece.colours and share >= _TOUCHES
                for colour in _colours_under(figures.layout, piece, outline)
            ]
            if ratios and min(ratios) < LARGE_LETTERS:
                hard.append((letter, outline))
                worst = min(worst, *ratios)
        if hard:
            letters = "".join(letter for letter, _ in hard)
            yield Observation(
                ObservationKind.TITLE_HARD_TO_READ, f"“{letters}” of the title is hard to read on what lies beneath",
                f"contrast {worst:.1f} to 1, 3 is wanted", 0.75 + 0.15 * len(hard) / len(title.letters), (seen.key,),
                tuple(outline for _, outline in hard),
            )  # fmt: skip


def _colours_under(layout: Layout, piece: SeenSurface, outline: BaseGeometry) -> tuple[Rgb, ...]:
    """Return what a piece shows under an outline: of a photo the parts it meets, else its main colour."""
    photo = layout.photos.get(piece.key)
    return photo.shown.colours_under(outline, _TOUCHES) if photo and photo.shown else piece.colours[:1]


# -- weight ---------------------------------------------------------------------------------------


def _weight(figures: Figures, profile: Profile) -> Iterator[Observation]:
    moments = figures.moments
    heaviest = sorted(figures.weighed, key=lambda one: -one.weight)
    middle = figures.layout.page.height / 2
    if moments.down < -profile.high:
        high = [one.seen.key for one in heaviest if one.y < middle and one.seen.accent is not None]
        yield Observation(
            ObservationKind.TOP_HEAVY, "it looks top-heavy: move something lower",
            f"its weight lies {_percent(-moments.down)} above the middle; up to {_percent(profile.high)} looks steady",
            min(0.95, 0.5 + -moments.down - profile.high), tuple(high[:6]),
        )  # fmt: skip
    if moments.down > profile.low:
        yield Observation(
            ObservationKind.LOW, "it looks heavy at the foot: move something up",
            f"its weight lies {_percent(moments.down)} below the middle; up to {_percent(profile.low)} looks steady",
            min(0.6, 0.3 + moments.down - profile.low),
        )  # fmt: skip
    if abs(moments.across) > profile.aside:
        side = "right" if moments.across > 0 else "left"
        yield Observation(
            ObservationKind.ONE_SIDED, f"it looks heavy on the {side}: move something across",
            f"its weight lies {_percent(abs(moments.across))} from the middle; up to {_percent(profile.aside)} is calm",
            min(0.8, 0.4 + abs(moments.across) - profile.aside),
        )  # fmt: skip


def _crowded(figures: Figures, profile: Profile) -> Iterator[Observation]:
    wide, high = figures.layout.page.width / REGIONS, figures.layout.page.height / REGIONS
    for region in figures.regions:
        if not region.is_corner or not (region.count > profile.crowd or region.fullness > _FULL):
            continue
        place = f"{('upper', '', 'lower')[region.row]} {('left', '', 'right')[region.column]}"
        here = box(region.column * wide, region.row * high, (region.column + 1) * wide, (region.row + 1) * high)
        yield Observation(
            ObservationKind.CROWDED_CORNER, f"the {place} corner is crowded and takes no more",
            f"{region.count} pieces, they fill {_percent(region.fullness)} of it",
            min(0.85, 0.5 + 0.03 * (region.count - profile.crowd)), region.keys, (here,),
        )  # fmt: skip


# -- pieces -----------------------------------------------------------------------------------------


def _floating(figures: Figures, _: Profile) -> Iterator[Observation]:
    for seen in floating(figures.weighed):
        yield Observation(
            ObservationKind.FLOATING, f"{seen.name} lies on nothing and looks lost: lay it on something",
            "nothing touches it", 0.55, (seen.key,), (seen.outline,),
        )  # fmt: skip


def _facing_out(figures: Figures, _: Profile) -> Iterator[Observation]:
    for seen in facing_out(figures.layout, figures.weighed):
        yield Observation(
            ObservationKind.FACING_OUT, f"{seen.name} faces off the page: turn it to look in",
            "nothing before it", 0.6, (seen.key,), (seen.outline,),
        )  # fmt: skip


def _twins(figures: Figures, _: Profile) -> Iterator[Observation]:
    for twins in twins_in_line(figures.weighed):
        yield Observation(
            ObservationKind.TWINS_IN_LINE, f"two {twins.one.name} stand exactly in line: shift or turn one",
            "two alike in one line", 0.3, (twins.other.key, twins.one.key), (twins.one.outline, twins.other.outline),
        )  # fmt: skip


def _wrong_sides(figures: Figures, _: Profile) -> Iterator[Observation]:
    clusters = {one.seen.group for one in figures.weighed if one.seen.group and not one.seen.is_scattered}
    wrong = beside_the_wrong_sides(figures.weighed)
    if len(clusters) >= 2 and len({seen.group for seen in wrong}) == len(clusters):
        yield Observation(
            ObservationKind.WRONG_SIDES, "all clusters stand on the photos’ short sides",
            "wide photos take them beside, tall ones above and below", 0.2,
            tuple(seen.key for seen in wrong), tuple(seen.outline for seen in wrong),
        )  # fmt: skip


# -- colours, patterns, calm -----------------------------------------------------------------------------


def _colours(figures: Figures, _: Profile) -> Iterator[Observation]:
    by_key = {one.seen.key: one for one in figures.weighed}
    for use in figures.colours:
        outlines = tuple(by_key[key].seen.outline for key in use.keys)
        if use.is_alone:
            names = " and ".join(dict.fromkeys(by_key[key].seen.name for key in use.keys))
            yield Observation(
                ObservationKind.COLOUR_ALONE, f"the colour of {names} is nowhere else: repeat it",
                "used once; three places are best", 0.45, use.keys, outlines,
            )  # fmt: skip
        elif len(use.places) == 3 and use.triangle < _ROW and all(by_key[key].seen.accent for key in use.keys):
            yield Observation(
                ObservationKind.NO_TRIANGLE, "three places of one colour stand in a row",
                f"their triangle is {use.triangle:.1%} of the page", 0.25, use.keys, outlines,
            )  # fmt: skip


def _patterns(figures: Figures, _: Profile) -> Iterator[Observation]:
    for one, other in like_patterns_touching(figures.weighed):
        assert one.pattern is not None
        yield Observation(
            ObservationKind.LIKE_PATTERNS, f"{one.name} and {other.name} blur: two {one.pattern.value} papers touch",
            "a plain strip between them would part them", 0.4, (one.key, other.key), (one.outline, other.outline),
        )  # fmt: skip


def _calm(figures: Figures, profile: Profile) -> Iterator[Observation]:
    calm = figures.calm
    if calm.share < profile.calm and calm.rectangle_share < 0.06:
        yield Observation(
            ObservationKind.NO_CALM, "there is hardly a place where the eye can rest",
            f"{_percent(calm.share)} of the page is empty, its largest part {_percent(calm.rectangle_share)}", 0.35,
        )  # fmt: skip


# -- what is missing ----------------------------------------------------------------------------------------


def _missing(figures: Figures, _: Profile) -> Iterator[Observation]:
    parts = {one.seen.part for one in figures.weighed}
    if VisiblePart.TITLE not in parts:
        yield Observation(ObservationKind.TITLE_MISSING, "there is no title yet; some pages have none", "", 0.1)
    if not figures.layout.words:
        yield Observation(
            ObservationKind.WORDS_MISSING, "there are no words yet: what could a stranger not know?", "", 0.12
        )


def _split(figures: Figures, _: Profile) -> Iterator[Observation]:
    titles = [one.seen for one in figures.weighed if one.seen.part is VisiblePart.TITLE]
    for title in titles:
        group = next((keys for keys in figures.groups if title.key in keys), ())
        if len(group) == 1 and len(figures.groups) > 1:
            things = [one.seen.outline for one in figures.weighed if one.seen.part is VisiblePart.PHOTO]
            away = min((title.outline.distance(thing) for thing in things), default=0.0)
            share = away / max(figures.layout.page.width, figures.layout.page.height)
            if share > 0.2:
                yield Observation(
                    ObservationKind.SPLIT_GROUP, "the title stands far from everything else",
                    f"{_percent(share)} of the page away", 0.2, (title.key,), (title.outline,),
                )  # fmt: skip


_LOOKERS: Final[dict[tuple[ObservationKind, ...], _Looker]] = {
    (ObservationKind.FOCAL_COVERED,): _focal_covered,
    (ObservationKind.TITLE_HARD_TO_READ,): _title_hard_to_read,
    (ObservationKind.TOP_HEAVY, ObservationKind.ONE_SIDED, ObservationKind.LOW): _weight,
    (ObservationKind.CROWDED_CORNER,): _crowded,
    (ObservationKind.FLOATING,): _floating,
    (ObservationKind.FACING_OUT,): _facing_out,
    (ObservationKind.COLOUR_ALONE, ObservationKind.NO_TRIANGLE): _colours,
    (ObservationKind.TWINS_IN_LINE,): _twins,
    (ObservationKind.LIKE_PATTERNS,): _patterns,
    (ObservationKind.NO_CALM,): _calm,
    (ObservationKind.WRONG_SIDES,): _wrong_sides,
    (ObservationKind.SPLIT_GROUP,): _split,
    (ObservationKind.TITLE_MISSING, ObservationKind.WORDS_MISSING): _missing,
}

"""The ways to put a design on a page: laid, judged, ranked by design distance, the best six offered.

A way is a different design, not other weights: as drawn, photos larger, whole prints, on its side,
groups arranged anew, the extra of a larger page filled. Of each the page is laid by ``fit.linear``,
judged by ``design.marks``, and dropped when it is no longer the design that was drawn. What does
not fit climbs a ladder of rungs, one thing given up after the other, so that no page stays empty.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import islice
from typing import Final

from inkquilt.design.distance import Distance, distance, lies_across
from inkquilt.design.marks import Judged, judged
from inkquilt.design.reading import PAPERS, WORDS, Design, area, guests, read_design
from inkquilt.fit.arranging import TreeCandidate, candidates, redrawn
from inkquilt.fit.check import check_laid
from inkquilt.fit.explain import design_changes
from inkquilt.fit.filling import FILLS, filled
from inkquilt.fit.linear.laying import laid_firm, laid_whole, with_clusters
from inkquilt.fit.linear.terms import CostTerms
from inkquilt.fit.owned_sizes import owned_sizes
from inkquilt.fit.relation_report import relations_between
from inkquilt.fit.request import ASIDE, Fit, FitRequest, Rung, School, Status, Way
from inkquilt.fit.sizes import gives_photos_what_they_ask
from inkquilt.fit.straighten import straightened, tilted_stacks
from inkquilt.fit.ways import held
from inkquilt.lengths import INCH
from inkquilt.page import Margins
from inkquilt.sketch.geometry import Axis, box
from inkquilt.sketch.model import Block, Role, Sketch
from inkquilt.sketch.relations import read_relations
from inkquilt.sketch.rework import mergeable, merged
from inkquilt.sketch.ties import tied, untied

#: So many ways are offered.
MOST_OFFERED: Final = 6
#: So many arrangements are laid at most, and so many sound ones are enough.
MOST_ANEW: Final = 14
ENOUGH_ANEW: Final = 3
MOST_ON_ITS_SIDE: Final = 3
#: Fewer than this are filled up with ways that have much in common; what is so much further off than the nearest is
#: not offered beside as many.
FEW: Final = 3
FAR_OFF: Final = 2.5
FAR_OFF_SPARE: Final = 0.45
#: Photos are let grow to this scale against the page's own where they may be larger.
LARGER: Final = 1.2
#: Two pages are one when every piece lies within this of the other's, or all together hardly moved.
SAME_PLACE: Final = INCH // 4
SAME_DESIGN: Final = 0.05

#: What every way may give up; then what only a page that would stay empty does.
GENTLE: Final = (
    frozenset[Rung](),
    frozenset({Rung.FINER}),
    frozenset({Rung.FINER, Rung.SMALL_WORDS}),
    frozenset({Rung.FINER, Rung.SMALL_WORDS, Rung.STRAIGHT}),
)
STEEP: Final = (
    GENTLE[-1] | {Rung.TAGS_ASIDE},
    GENTLE[-1] | {Rung.TAGS_ASIDE, Rung.STORY_ASIDE},
    GENTLE[-1] | {Rung.TAGS_ASIDE, Rung.STORY_ASIDE, Rung.SLOTS_MERGED},
    GENTLE[-1] | {Rung.TAGS_ASIDE, Rung.STORY_ASIDE, Rung.PHOTO_ASIDE},
)
#: What giving something up counts in the design distance.
_COUNTS: Final = {
    Rung.OWN_SIZES: 0.1, Rung.FINER: 0.06, Rung.STRAIGHT: 0.03, Rung.SMALL_WORDS: 0.05, Rung.TAGS_ASIDE: 0.25,
    Rung.STORY_ASIDE: 0.4, Rung.SLOTS_MERGED: 0.5, Rung.PHOTO_ASIDE: 1.0,
}  # fmt: skip
_COUNTS_ASIDE: Final = {"g": 0.2, "t": 0.25, "s": 0.4}
#: What a plan lays aside, as the rung it stands for.
_PLANNED: Final = {"g": Rung.PAPERS_ASIDE, "t": Rung.TAGS_ASIDE, "s": Rung.STORY_ASIDE}


@dataclass(frozen=True, slots=True)
class LaidDesign:
    """A page that came out of one way, judged."""

    way: Way
    design: Design
    blocks: tuple[Block, ...]
    judged: Judged
    distance: Distance
    rungs: frozenset[Rung] = frozenset()
    aside: frozenset[str] = frozenset()
    straightened: frozenset[str] = frozenset()
    note: str = ""
    as_it_is: bool = False

    @property
    def sound(self) -> bool:
        """Whether it is still the design."""
        return self.judged.sound

    @property
    def badness(self) -> tuple[int, float]:
        """What ranks pages of which none is sound: how much they miss, then how far they are."""
        return len(self.judged.missed), self.distance.total


class _Layer:
    """Lays one request in any way. ``designs`` are read once for each way of holding the sketch."""

    def __init__(self, request: FitRequest) -> None:
        self.request = request
        self._designs: dict[tuple[Sketch, bool], Design] = {}
        self._candidates: dict[Way, TreeCandidate] = {}
        self._plain: dict[Way, LaidDesign | None] = {}
        #: Ways that kept the design but for marks that only rank, and how many of those they missed.
        self.near_misses: dict[Way, int] = {}
        self.patient = False

    def design_of(self, sketch: Sketch, anew: bool = False, on_side: bool = False) -> Design:
        """Read a drawing, with what was untied and tied; a drawing arranged anew has ties of its own."""
        if (sketch, on_side) not in self._designs:
            relations = read_relations(sketch, self.request.one_line)
            if not anew:
                relations = tied(untied(relations, self.request.untied), self.request.ties)
            self._designs[(sketch, on_side)] = read_design(sketch, relations, on_side)
        return self._designs[(sketch, on_side)]

    # -- one way ---------------------------------------------------------------------

    def laid(self, way: Way, steep: bool = False) -> LaidDesign | None:
        """Return the best page of a way: that of the first sound rung, else the best; None where there is none."""
        if steep or way.plan:
            return self._laid(way, steep)
        if way not in self._plain:
            self._plain[way] = self._laid(way, False)
        return self._plain[way]

    def _laid(self, way: Way, steep: bool) -> LaidDesign | None:
        found: list[LaidDesign] = []
        for rungs in self._ladder(steep):
            for one in self._on_rung(way, rungs):
                if one.sound:
                    return one
                found.append(one)
        return min(found, key=lambda one: one.badness, default=None)

    def _ladder(self, steep: bool) -> Iterator[frozenset[Rung]]:
        """Yield what may be given up, one rung after the other, without what was said to stay."""
        rungs = [one - self.request.insist for one in (*GENTLE, *(STEEP if steep else ()))]
        yield from dict.fromkeys(rungs)

    def _on_rung(self, way: Way, rungs: frozenset[Rung]) -> Iterator[LaidDesign]:
        sketch = held(self.request.held_by(way), way)
        straight: frozenset[str] = frozenset()
        if Rung.STRAIGHT in rungs:
            straight = tilted_photos(sketch)
            if not straight and rungs <= GENTLE[-1]:
                return  # no photo is tilted: this rung is the one before
            sketch = straightened(sketch, straight)
        planned = self.pieces_of(sketch, way.laid_aside)
        for kept in self._less(sketch.without(planned), rungs):
            left = {block.id for block in kept.blocks}
            aside = frozenset(b.id for b in sketch.blocks if b.id not in left and b.role is not Role.MAT)
            for one in self._in_school(way, kept, rungs):
                yield replace(one, aside=planned | aside, straightened=straight)

    def _less(self, sketch: Sketch, rungs: frozenset[Rung]) -> Iterator[Sketch]:
        """Yield what of a drawing is left on a rung: less and less where photos are laid aside.

        The two smallest slots are merged, the smallest photos go first, the largest never.
        """
        aside: set[str] = set()
        if Rung.TAGS_ASIDE in rungs:
            aside |= {block.id for block in sketch.blocks if block.role in (Role.TAG, Role.CLUSTER)}
        if Rung.STORY_ASIDE in rungs:
            aside |= {block.id for block in sketch.blocks if block.role is Role.JOURNALING}
        left = sketch.without(frozenset(aside))
        if Rung.PHOTO_ASIDE in rungs:
            photos = sorted((block for block in left.blocks if block.role is Role.PHOTO), key=area)
            for photo in photos[:-1]:
                left = left.without(frozenset({photo.id}))
                yield left
        elif Rung.SLOTS_MERGED in rungs:
            pairs = sorted(mergeable(left), key=lambda pair: sum(area(left.block(name)) for name in pair))
            yield from (merged(left, *pair) for pair in pairs[:1])
        else:
            yield left

    def _in_school(self, way: Way, sketch: Sketch, rungs: frozenset[Rung]) -> Iterator[LaidDesign]:
        terms = CostTerms(self.request.held_by(way), rungs=rungs)
        match way.school:
            case School.FILL:
                drawn = filled(sketch, self.request.page, way.variant)
                if drawn is not None:
                    design = self.design_of(drawn.sketch, anew=True)
                    yield from self._page(way, design, design, terms, anew=0.1, note=drawn.note, like=sketch)
            case School.WHOLE_PRINTS if not (self.on_side(way) and words_stand(sketch)):
                design = self.design_of(sketch)
                for sizes in islice(owned_sizes(design, terms.scale(sketch), self.request, whole=True), 4):
                    yield from self._page(way, design, design, replace(terms, sizes=sizes))
            case School.KEEP_PHOTOS if not (self.on_side(way) and words_stand(sketch)):
                design = self.design_of(sketch)
                yield from self._page(way, design, design, replace(terms, aim=LARGER))
            case _ if not way.plan and self.on_side(way) and words_stand(sketch):
                return  # words drawn lying would stand: they are dealt again, by a plan
            case _ if not way.plan:
                design = self.design_of(sketch)
                if not rungs and (own := self._on_its_own_page(way, design)) is not None:
                    yield own
                yield from self._page(way, design, design, terms)
            case _:
                design = self.design_of(sketch, on_side=self.on_side(way))
                if way not in self._candidates:
                    self.candidates(replace(way, plan=""), way.laid_aside)
                candidate = self._candidates.get(way)
                if candidate is not None and rungs <= GENTLE[-1]:
                    terms = replace(terms, anew=True, like=design)
                    finer = redrawn(design, terms, candidate) if rungs else candidate
                    yield from self._arranged(way, design, finer, terms)

    def _on_its_own_page(self, way: Way, design: Design) -> LaidDesign | None:
        """Return the drawing as it is, where it is drawn for just this page and nothing else was asked."""
        request, sketch = self.request, design.sketch
        same = (request.page.width, request.page.height) == (sketch.page.width, sketch.page.height)
        bound = not gives_photos_what_they_ask(sketch, request, sketch.blocks)
        bound = bound or request.switches.from_shop or bool(request.dies)
        asked = bound or request.untied or request.ties or request.shields or request.page.clear != Margins()
        if not same or request.page.unit is not sketch.unit or asked:
            return None
        blocks = sketch.blocks
        verdict = judged(design, request.page, blocks, False)
        return LaidDesign(way, design, blocks, verdict, distance(design, blocks, verdict, 0.0, 0.0), as_it_is=True)

    def on_side(self, way: Way) -> bool:
        """Tell whether titles drawn lying would stand in a way."""
        return way.turn % 180 == 90

    def candidates(self, way: Way, without: str = "") -> list[Way]:
        """Return ways for the arrangements of a sketch held in a way, the most promising first.

        On its side only words are dealt anew. ``without`` names kinds of pieces that are laid aside first.
        """
        sketch = held(self.request, way)
        kept = sketch.without(self.pieces_of(sketch, without))
        if not any(block.role is Role.PHOTO for block in kept.blocks):
            return []
        design = self.design_of(kept, on_side=self.on_side(way))
        lifted = way.school is School.KEEP_PROPORTIONS
        found = candidates(design, CostTerms(self.request, anew=True), lifted_only=lifted)
        mark = f"{without}{ASIDE}" if without else ""
        named = {replace(way, plan=mark + one.form): one for one in found}
        self._candidates |= named
        return list(named)

    def pieces_of(self, sketch: Sketch, kinds: str) -> frozenset[str]:
        """Return the pieces of some kinds: ``g`` small papers that stand by themselves, ``t`` tags, ``s`` stories."""
        names: set[str] = set()
        if "g" in kinds:
            names |= {root for knot in guests(self.design_of(sketch)) for root in knot}
        roles = {Role.TAG} if "t" in kinds else set()
        roles |= {Role.JOURNALING} if "s" in kinds else set()
        return frozenset(names | {block.id for block in sketch.blocks if block.role in roles})

    def _arranged(self, way: Way, design: Design, candidate: TreeCandidate, terms: CostTerms) -> Iterator[LaidDesign]:
        drawing = self.design_of(candidate.sketch, anew=True)
        counts = 0.06 * candidate.changes + 0.12 * candidate.words_moved
        yield from self._page(way, design, drawing, terms, anew=counts, hopeless=True)

    def _page(
        self, way: Way, design: Design, drawing: Design, terms: CostTerms, anew: float = 0.0, note: str = "",
        like: Sketch | None = None, hopeless: bool = False,
    ) -> Iterator[LaidDesign]:  # fmt: skip
        """Yield the pages that come of a drawing at the sizes she has, judged against the design.

        ``like`` is the sketch that it was drawn after, where that is another. With ``hopeless``
        nothing is yielded where photos and words alone miss something already.
        """
        if terms.sizes or not (self.request.switches.from_shop or self.request.dies):
            yield from self._page_at(way, design, drawing, terms, anew, note, like, hopeless)
            return
        scale = terms.scale(drawing.sketch) * terms.aim
        for sizes in islice(owned_sizes(drawing, scale, self.request, whole=False), 1 if hopeless else 4):
            yield from self._page_at(way, design, drawing, replace(terms, sizes=sizes), anew, note, like, hopeless)

    def _page_at(
        self, way: Way, design: Design, drawing: Design, terms: CostTerms, anew: float, note: str,
        like: Sketch | None, hopeless: bool,
    ) -> Iterator[LaidDesign]:  # fmt: skip
        """Yield the page of a drawing at settled sizes."""
        firm = laid_firm(drawing, terms)
        if firm is None:
            return
        against = design if like is None else self.design_of(like)
        by_hand = frozenset(t.block for t in self.request.photo_terms if t.print_size is not None)
        papers = frozenset(stack.root.id for stack in design.stacks.values() if stack.piece.role in PAPERS)
        bare = tuple(block for name, block in firm.blocks.items() if name not in papers)
        if hopeless and not self.patient:
            early = judged(against, self.request.page, bare, anew > 0, papers, by_hand)
            if early.keeps_the_design and early.missed:
                self.near_misses[way] = min(len(early.missed), self.near_misses.get(way, len(early.missed)))
            if early.missed:
                return
        blocks = laid_whole(design, terms, firm.blocks, terms.anew)
        if blocks is None:
            return
        finer, request = Rung.FINER in terms.rungs, self.request.held_by(way)
        if check_laid(design.sketch, blocks, request, finer=finer, loose=terms.loose):
            return  # whatever laid it so: it is not what was drawn
        verdict = judged(against, self.request.page, blocks, anew > 0, by_hand=by_hand)
        aside = sum(_COUNTS[rung] for rung in terms.rungs)
        aside += sum(_COUNTS_ASIDE[kind] for kind in way.laid_aside)
        off = distance(against, blocks, verdict, anew, aside, self.request.pictures)
        yield LaidDesign(way, design, blocks, verdict, off, terms.rungs, note=note)

    # -- all ways --------------------------------------------------------------------

    def all(self, turn: int, mirrored: bool) -> list[LaidDesign]:
        """Return the ways worth offering, the nearest to the drawing first."""
        plain = [self.laid(way) for way in self._plain_ways(turn, mirrored)]
        found = [one for one in plain if one is not None]
        if not self._turns_photos(turn):
            found += self.on_its_side(Way(School.KEEP_PROPORTIONS, (turn + 90) % 360, mirrored))
        for without in self._kinds_aside():
            found += self.anew(turn, mirrored, without)
            if sum(one.sound for one in found) >= (FEW if "t" not in without else 1):
                break
        sound = [one for one in found if one.sound]
        if sound:
            return _different(sorted(sound, key=lambda one: one.distance.total))
        if self.binds:
            free = _Layer(_unbound(self.request)).all(turn, mirrored)
            return [replace(one, rungs=one.rungs | {Rung.OWN_SIZES}) for one in free]
        kept = [one for one in (*found, *self._near_misses()) if one.judged.keeps_the_design]
        if kept:
            return _different(sorted(kept, key=lambda one: one.distance.total))[:FEW]
        last = self.last(Way(School.KEEP_PROPORTIONS, turn, mirrored))
        found += [] if last is None else [last]
        return [min(found, key=lambda one: one.badness)] if found else []

    def _turns_photos(self, turn: int) -> bool:
        """Tell whether more photos would lie across in their slots if the sketch were turned a quarter further."""
        pictures, now, then = self.request.pictures, 0, 0
        for block in self.request.sketch.blocks:
            if block.id in pictures:
                slot = block.size if turn % 180 == 0 else block.size.swapped()
                now += lies_across(pictures[block.id], slot)
                then += lies_across(pictures[block.id], slot.swapped())
        return then > now

    @property
    def binds(self) -> bool:
        """Whether sizes that exist bind the page, and may be given up."""
        bound = self.request.switches.from_shop or bool(self.request.dies)
        return bound and Rung.OWN_SIZES not in self.request.insist

    def _kinds_aside(self) -> list[str]:
        """Return the kinds of pieces to arrange anew without: first none, then more and more of what may go."""
        may_go = [kind for kind, rung in _PLANNED.items() if rung not in self.request.insist]
        return ["".join(may_go[:count]) for count in range(len(may_go) + 1)]

    def _near_misses(self) -> Iterator[LaidDesign]:
        """Yield the pages of the ways that missed least of what only ranks."""
        self.patient = True
        for way in sorted(self.near_misses, key=lambda way: self.near_misses[way])[: 2 * FEW]:
            one = self.laid(way)
            if one is not None:
                yield one

    def last(self, way: Way) -> LaidDesign | None:
        """Return a page where nothing keeps the design: pieces laid aside, at last laid over each other."""
        steep = self.laid(way, steep=True)
        if steep is not None and steep.judged.keeps_the_design:
            return steep
        sketch = held(self.request.held_by(way), way)
        design = self.design_of(sketch)
        rungs = GENTLE[-1] - self.request.insist
        loose = list(self._page(way, design, design, CostTerms(self.request, rungs=rungs, loose=True)))
        found = [one for one in (steep, *loose) if one is not None]
        return min(found, key=lambda one: one.badness, default=None)

    def _plain_ways(self, turn: int, mirrored: bool) -> Iterator[Way]:
        for school in (School.KEEP_PROPORTIONS, School.KEEP_PHOTOS, School.WHOLE_PRINTS):
            yield Way(school, turn, mirrored)
        sketch = held(self.request, Way(School.FILL, turn, mirrored))
        for variant in FILLS:
            if filled(sketch, self.request.page, variant) is not None:
                yield Way(School.FILL, turn, mirrored, variant)

    def on_its_side(self, way: Way) -> list[LaidDesign]:
        """Return pages of a sketch held on its side, its words dealt again."""
        return self._tried(replace(way, school=School.KEEP_PROPORTIONS, plan=""), "", MOST_ON_ITS_SIDE, 1)

    def anew(self, turn: int, mirrored: bool, without: str) -> list[LaidDesign]:
        """Return pages of groups arranged anew, without some kinds of pieces; none where there are no such pieces."""
        way = Way(School.REFLOW, turn, mirrored)
        sketch = held(self.request, way)
        if without and self.pieces_of(sketch, without) == self.pieces_of(sketch, without[:-1]):
            return []
        return self._tried(way, without, MOST_ANEW, ENOUGH_ANEW)

    def _tried(self, way: Way, without: str, most: int, enough: int) -> list[LaidDesign]:
        """Lay the most promising arrangements until enough of them are sound and differ."""
        found: list[LaidDesign] = []
        for candidate in self.candidates(way, without)[:most]:
            one = self.laid(candidate)
            if one is not None:
                found.append(one)
            if len({_family(one) for one in found if one.sound}) >= enough:
                break
        return found


def tilted_photos(sketch: Sketch) -> frozenset[str]:
    """Return the pieces of all tilted stacks with a photo: those are straightened where there is no room for a tilt."""
    photos = {block.id for block in sketch.blocks if block.role is Role.PHOTO}
    return frozenset().union(*(stack for stack in tilted_stacks(sketch) if stack & photos))


def words_stand(sketch: Sketch) -> bool:
    """Tell whether a sketch held on its side has words that were drawn lying and stand now."""
    return any(block.role in WORDS and block.height > block.width for block in sketch.blocks)


def designs(request: FitRequest, turn: int = 0, mirrored: bool = False) -> tuple[Fit, ...]:
    """Return the ways to put a sketch on its page, at most six, the nearest to the drawing first.

    Never empty for a page that takes any of its photos. Pins are not looked at: see ``solve.fit``.
    """
    layer = _Layer(request)
    laid = layer.all(turn, mirrored)
    return tuple(fit_of(request, one) for one in laid)


def first_designs(request: FitRequest, way: Way) -> tuple[Fit, ...]:
    """Return the page of a way alone where it is still the design, else all ways worth offering, its own among them.

    What was laid for the one serves the other.
    """
    layer = _Layer(request)
    own = None if way.plan else layer.laid(way)
    if own is not None and own.sound and not own.aside:
        return (fit_of(request, own),)
    return tuple(fit_of(request, laid) for laid in layer.all(way.turn, way.mirrored))


def design_fit(request: FitRequest, way: Way) -> Fit | None:
    """Return the page of one way, or None where the way has nothing to do on this page."""
    layer = _Layer(request)
    layer.patient = True
    laid = layer.laid(way)
    if laid is None and (way.plan or layer.on_side(way)):  # the plan was for another page, or there is none yet
        anew = layer.on_its_side(way) if way.school is not School.REFLOW else layer.anew(way.turn, way.mirrored, "")
        laid = min(anew, key=lambda one: one.badness, default=None)
    if laid is None and way.school is School.FILL:
        return None
    kept = laid is not None and laid.judged.keeps_the_design
    if not kept and layer.binds:
        free = design_fit(_unbound(request), way)
        return free and replace(free, rungs=(Rung.OWN_SIZES, *free.rungs))
    if not kept:
        laid = layer.last(replace(way, school=School.KEEP_PROPORTIONS, plan="")) or laid
    return None if laid is None else fit_of(request, laid)


def _unbound(request: FitRequest) -> FitRequest:
    """Return the request with photos and round pieces of any size."""
    return replace(request, dies=(), switches=replace(request.switches, from_shop=False))


def fit_of(request: FitRequest, laid: LaidDesign) -> Fit:
    """Return a laid page as a fit, with what changed and what was kept."""
    as_held = held(request.held_by(laid.way), laid.way)
    terms = CostTerms(request.held_by(laid.way), rungs=laid.rungs, anew=bool(laid.way.plan))
    if not laid.as_it_is:
        laid = replace(laid, blocks=with_clusters(laid.design, terms, laid.blocks))
    given_up = laid.rungs | {_PLANNED[kind] for kind in laid.way.laid_aside}
    return Fit(
        laid.way,
        Status.OPTIMAL,
        laid.design.sketch,
        laid.blocks,
        gap=0.0,
        changes=tuple(design_changes(request, laid.design, laid.blocks, laid.straightened, laid.aside, as_held)),
        relations=relations_between(request, laid.design, laid.blocks, bool(laid.way.plan)),
        note=laid.note,
        held=as_held,
        straightened=laid.straightened,
        distance=laid.distance,
        aside=laid.aside,
        rungs=tuple(rung for rung in Rung if rung in given_up),
        missed=laid.judged.missed,
    )


# -- different to the eye ----------------------------------------------------------------


def _different(ordered: list[LaidDesign]) -> list[LaidDesign]:
    """Return at most six that differ to the eye, from different families first."""
    chosen: list[LaidDesign] = []
    kept_back: list[LaidDesign] = []
    families: dict[str, int] = {}
    for one in ordered:
        if any(are_one(one, other) for other in chosen):
            continue
        family = _family(one)
        if families.get(family, 0):
            kept_back.append(one)
            continue
        families[family] = families.get(family, 0) + 1
        chosen.append(one)
    for one in kept_back:
        if len(chosen) >= FEW:
            break
        if not any(are_one(one, other) for other in chosen):
            chosen.append(one)
    chosen.sort(key=lambda one: one.distance.total)
    near = [one for one in chosen if one.distance.total <= FAR_OFF * chosen[0].distance.total + FAR_OFF_SPARE]
    return (near if len(near) >= FEW else chosen[:FEW])[:MOST_OFFERED]


def _family(laid: LaidDesign) -> str:
    """Return what a page has in common with others of which one is enough: how its photos stand."""
    if not laid.way.plan:
        return f"{laid.way.school.value} {laid.way.variant.value}"
    photos = [block for block in laid.blocks if block.role is Role.PHOTO]
    order = {axis: sorted(photos, key=lambda b: (b.x if axis is Axis.X else b.y) // INCH) for axis in Axis}
    stand = [" ".join(block.id for block in order[axis]) for axis in Axis]
    return f"{laid.way.turn} {' / '.join(stand)}"


def are_one(one: LaidDesign, two: LaidDesign) -> bool:
    """Tell whether two pages are the same to the eye."""
    here, there = ({b.id: b for b in laid.blocks if b.role is not Role.BASE} for laid in (one, two))
    shared = here.keys() & there.keys()
    if all(_shift(here[name], there[name]) <= SAME_PLACE for name in shared):
        return True
    firm = [name for name in shared if here[name].role in (Role.PHOTO, Role.TITLE, Role.JOURNALING)]
    whole = sum(area(here[name]) for name in firm)
    longest = max(max(b.x + b.width, b.y + b.height) for b in one.blocks)
    moved = sum(area(here[name]) * _shift(here[name], there[name]) for name in firm)
    return bool(firm) and moved < SAME_DESIGN * whole * longest


def _shift(one: Block, two: Block) -> int:
    a, b = box(one), box(two)
    return max(
        max(abs(a.along(axis).low - b.along(axis).low), abs(a.along(axis).high - b.along(axis).high)) for axis in Axis
    )

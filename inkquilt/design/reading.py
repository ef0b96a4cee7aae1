"""Reading a design: stacks that move as one, twins, the order of sizes, and who leads.

A *stack* is a piece on its mats. *Firm* pieces are what a page is made for: photos, words
and tags. *Twins* are photos drawn equal. A photo *leads* when it is drawn clearly larger
than every other.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction
from typing import Final

from inkquilt.lengths import INCH, Grains
from inkquilt.sketch.geometry import is_tilted
from inkquilt.sketch.model import Block, Role, Shape, Sketch
from inkquilt.sketch.relations import Relations, Stacks

#: Photos this close in both sides were drawn equal.
TWIN: Final[Grains] = INCH // 16
#: A photo this many times the area of another was drawn larger, and is never smaller.
LARGER: Final = Fraction(5, 4)
#: A photo this many times the area of every other leads.
LEADS: Final = Fraction(6, 5)

#: A paper larger than this part of the page is ground, not a guest on it.
GUEST: Final = Fraction(1, 10)

FIRM: Final = frozenset({Role.PHOTO, Role.TITLE, Role.JOURNALING, Role.TAG})
WORDS: Final = frozenset({Role.TITLE, Role.JOURNALING})
PAPERS: Final = frozenset({Role.PAPER, Role.STRIP, Role.BORDER})


@dataclass(frozen=True, slots=True)
class Stack:
    """A piece and the mats that move with it, the outermost first and the piece itself last.

    The innermost ``piece`` may be a mat that carries several stacks; those move on it.
    """

    members: tuple[Block, ...]

    @property
    def root(self) -> Block:
        """The outermost mat, or the piece itself."""
        return self.members[0]

    @property
    def piece(self) -> Block:
        """What lies on the mats."""
        return self.members[-1]

    @property
    def is_firm(self) -> bool:
        """Whether it is a photo, words or a tag."""
        return self.piece.role in FIRM

    @property
    def is_carrier(self) -> bool:
        """Whether it is a mat of several pieces."""
        return self.piece.role is Role.MAT


@dataclass(frozen=True, slots=True)
class Larger:
    """One photo drawn clearly larger than another."""

    photo: str
    other: str


@dataclass(frozen=True, slots=True)
class Design:
    """What was read of one drawing.

    ``stacks`` are keyed by their outermost piece, in file order; ``roots`` tells each block's outermost piece.
    ``on_side`` says that the sketch is held on its side: words drawn lying stand in it and shall lie again.
    """

    sketch: Sketch
    relations: Relations
    stacks: Mapping[str, Stack]
    roots: Mapping[str, str]
    twins: tuple[tuple[str, ...], ...]
    larger: tuple[Larger, ...]
    lead: str | None
    on_side: bool = False

    @property
    def photos(self) -> tuple[Block, ...]:
        """The photos, in file order."""
        return tuple(block for block in self.sketch.blocks if block.role is Role.PHOTO)

    @property
    def firm(self) -> tuple[Stack, ...]:
        """Stacks of photos, words and tags."""
        return tuple(stack for stack in self.stacks.values() if stack.is_firm)


def read_design(sketch: Sketch, relations: Relations, on_side: bool = False) -> Design:
    """Read what makes a sketch the design it is; ``relations`` are those of the same sketch."""
    photos = [block for block in sketch.blocks if block.role is Role.PHOTO]
    stacks = {stack.root.id: stack for stack in _stacks(sketch, Stacks(relations.mattings))}
    return Design(
        sketch,
        relations,
        stacks,
        {block.id: root for root, stack in stacks.items() for block in stack.members},
        twins_among(photos),
        larger_among(photos),
        lead_among(photos),
        on_side,
    )


def _stacks(sketch: Sketch, stacks: Stacks) -> Iterable[Stack]:
    blocks = {block.id: block for block in sketch.blocks if block.role is not Role.BASE}
    for block in blocks.values():
        if stacks.root(block.id) != block.id:
            continue
        members = [block]
        while len(members[-1].of) == 1:
            members.append(blocks[members[-1].of[0]])
        yield Stack(tuple(members))


def as_read(block: Block, on_side: bool) -> Block:
    """Return a block as it shall be read: words of a sketch held on its side lie again about their own middle."""
    if not on_side or block.role not in WORDS:
        return block
    x, y = block.x + (block.width - block.height) // 2, block.y + (block.height - block.width) // 2
    return block.placed(x, y, block.size.swapped())


def guests(design: Design) -> tuple[tuple[str, ...], ...]:
    """Return small papers that stand by themselves, as flags or labels do; those of one row together.

    Nothing firm lies on them or under them, and they run off nowhere.
    """
    firm = {
        block.id for stack in design.stacks.values() if stack.is_firm or stack.is_carrier for block in stack.members
    }
    meets = {name for o in design.relations.overlaps for name in (o.upper, o.lower) if {o.upper, o.lower} & firm}
    page = design.sketch.page
    alone = {
        root for root, stack in design.stacks.items()
        if stack.piece.role in PAPERS and root not in design.relations.layers and not design.relations.run_offs[root]
        and root not in meets and area(stack.root) < GUEST * page.width * page.height
    }  # fmt: skip
    found: list[tuple[str, ...]] = []
    for row in design.relations.patterns.gaps:
        if alone.issuperset(row.blocks):
            found.append(row.blocks)
            alone -= set(row.blocks)
    return (*found, *((root,) for root in design.stacks if root in alone))


def area(block: Block) -> int:
    """Return width times height, in square grains."""
    return block.width * block.height


def twins_among(photos: Iterable[Block]) -> tuple[tuple[str, ...], ...]:
    """Return the photos in groups of equal ones; one that has no twin is a group of its own."""
    groups: list[list[Block]] = []
    for photo in photos:
        group = next((g for g in groups if _are_twins(g[0], photo)), None)
        if group is None:
            groups.append([photo])
        else:
            group.append(photo)
    return tuple(tuple(photo.id for photo in group) for group in groups)


def _are_twins(one: Block, two: Block) -> bool:
    return abs(one.width - two.width) <= TWIN and abs(one.height - two.height) <= TWIN


def larger_among(photos: Iterable[Block]) -> tuple[Larger, ...]:
    """Return every pair of which one photo is drawn clearly larger."""
    photos = tuple(photos)
    return tuple(Larger(a.id, b.id) for a in photos for b in photos if area(a) >= LARGER * area(b))


def lead_among(photos: Iterable[Block]) -> str | None:
    """Return the photo that leads, or None where no one is drawn clearly largest."""
    ordered = sorted(photos, key=area, reverse=True)
    if len(ordered) > 1 and area(ordered[0]) >= LEADS * area(ordered[1]):
        return ordered[0].id
    return None


def keeps_proportions(block: Block) -> bool:
    """Tell whether a paper's outline has proportions of its own: round, many-cornered or tilted ones."""
    return block.shape not in (Shape.RECT, Shape.BANNER, Shape.FRAME) or is_tilted(block)

"""Blocks of pieces grown from below.

A block is a rectangle that edge-to-edge cuts take apart into the pieces it holds,
with a known waste. Two blocks side by side or one above the other make a larger
one. Which pieces a block holds is one whole number with a field for every *kind*
of piece (equal pieces are one kind, which takes away their symmetry); every field
has a guard bit, so that "do both together need more than there is" is one addition
and one mask for a whole array of blocks.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Final, NamedTuple

import numpy as np
from numpy.typing import NDArray

from inkquilt.cutting.guillotine.values import Placed, Wanted
from inkquilt.cutting.guillotine.work import Meter
from inkquilt.lengths import Grains
from inkquilt.sketch.model import Size

Ints = NDArray[np.int64]

#: Fields of all kinds must fit into one signed 64-bit number.
MOST_BITS: Final = 62
#: Pairs of blocks looked at together, which bounds the memory used.
_PAIRS_AT_ONCE: Final = 1 << 20
#: Units of work of a growth, and how many pairs joined, and blocks compared, are one.
_A_GROWTH: Final = 150
_PAIRS_A_UNIT: Final = 40
_SORTED_A_UNIT: Final = 2


class Kinds:
    """The wanted pieces by kind, and the arithmetic of their sets."""

    def __init__(self, pieces: Sequence[Wanted]) -> None:
        groups: dict[tuple[Grains, Grains, bool], list[Wanted]] = {}
        for piece in pieces:
            first = max(piece.stances, key=lambda s: s.width) if piece.may_turn else piece.size
            groups.setdefault((first.width, first.height, piece.may_turn), []).append(piece)
        self.members = list(groups.values())
        self.fields: list[_Field] = []
        shift = 0
        for members in self.members:
            bits = len(members).bit_length() + 1
            self.fields.append(_Field(shift, (1 << (bits - 1)) - 1))
            shift += bits
        self.bits = shift
        counts = [len(members) for members in self.members]
        self.guard = sum((field.most + 1) << field.shift for field in self.fields)
        self._slack = sum((f.most - count) << f.shift for f, count in zip(self.fields, counts, strict=True))
        self.everything = sum(count << f.shift for f, count in zip(self.fields, counts, strict=True))
        self._areas = [members[0].size.width * members[0].size.height for members in self.members]

    def unit(self, kind: int) -> int:
        """The set that holds one piece of a kind."""
        return 1 << self.fields[kind].shift

    def field(self, kind: int) -> int:
        """The mask of a kind's field."""
        return self.fields[kind].most << self.fields[kind].shift

    def count(self, held: int, kind: int) -> int:
        """How many pieces of a kind a set holds."""
        field = self.fields[kind]
        return held >> field.shift & field.most

    def area(self, held: int) -> int:
        """Area of the pieces in a set."""
        return sum(area * self.count(held, kind) for kind, area in enumerate(self._areas))

    def can_join(self, some: Ints, others: Ints) -> NDArray[np.bool_]:
        """Tell for pairs of sets whether there are pieces enough for both."""
        joined: NDArray[np.bool_] = (some + others + self._slack) & self.guard == 0
        return joined

    def within(self, sets: Ints, of: int) -> NDArray[np.bool_]:
        """Tell which sets need nothing that ``of`` has not."""
        within: NDArray[np.bool_] = ((of | self.guard) - sets) & self.guard == self.guard
        return within

    def kinds_in(self, held: int) -> list[int]:
        """The kinds of which a set holds any."""
        return [kind for kind in range(len(self.members)) if self.count(held, kind)]


class _Field(NamedTuple):
    shift: int
    most: int


class _Born(NamedTuple):
    """Where a block comes from: two blocks, or a kind (``second`` is -1) lying in one of its stances."""

    first: int
    second: int
    beside: bool


@dataclass(slots=True)
class Pool:
    """Blocks as parallel arrays; a block's number is its place in them."""

    kinds: Kinds
    held: Ints
    width: Ints
    height: Ints
    filled: Ints
    first: Ints
    second: Ints
    beside: NDArray[np.bool_]
    #: Whether no other block holds the same pieces in less room.
    alive: NDArray[np.bool_]
    #: Every block with no more than the allowed waste is in, so that not finding is a proof.
    complete: bool = True

    @property
    def size(self) -> int:
        """How many blocks there are."""
        return len(self.held)

    def spots(self, block: int, x: Grains, y: Grains) -> Iterator[tuple[int, Grains, Grains, Size]]:
        """Yield kind, place and size as it lies of every piece in a block laid down at a place."""
        born = _Born(int(self.first[block]), int(self.second[block]), bool(self.beside[block]))
        if born.second < 0:
            yield born.first, x, y, Size(int(self.width[block]), int(self.height[block]))
            return
        yield from self.spots(born.first, x, y)
        if born.beside:
            yield from self.spots(born.second, x + int(self.width[born.first]), y)
        else:
            yield from self.spots(born.second, x, y + int(self.height[born.first]))


def single_pieces(kinds: Kinds, largest: Size) -> Pool:
    """Return the pool of all pieces by themselves, in every stance that fits the largest sheet."""
    rows = [
        (kinds.unit(kind), stance.width, stance.height, kind)
        for kind, members in enumerate(kinds.members)
        for stance in members[0].stances
        if stance.width <= largest.width and stance.height <= largest.height
    ]
    table = np.array(rows, dtype=np.int64).reshape(-1, 4)
    held, width, height, kind = (np.ascontiguousarray(column) for column in table.T)
    none = np.full(len(rows), -1, dtype=np.int64)
    return Pool(kinds, held, width, height, width * height, kind, none, none >= 0, none < 0)


@dataclass(frozen=True, slots=True)
class Allowance:
    """What a block may waste: so much area at most, and so many thousandths of its own area."""

    area: int
    thousandths: int

    def keeps(self, width: Ints, height: Ints, filled: Ints) -> NDArray[np.bool_]:
        """Tell which blocks waste no more."""
        whole = width * height
        waste = whole - filled
        return (waste <= self.area) & (waste * 1000 <= whole * self.thousandths)


def grown(pool: Pool, since: int, largest: Size, allowed: Allowance, most: int, seed: int, meter: Meter) -> Pool:
    """Join every block from number ``since`` on with every block; keep the ``most`` least wasteful new ones.

    Where the work is used before all are joined, the pool is not complete.
    """
    found = [_joined(pool, since, largest, allowed, beside, meter) for beside in (True, False)]
    columns = [np.concatenate(parts) for parts in zip(*(list(one.columns) for one in found), strict=True)]
    held, width, height, filled, first, second, beside = columns
    alive = _undominated(
        np.concatenate([pool.held, held]), np.concatenate([pool.width, width]), np.concatenate([pool.height, height])
    )
    kept = np.flatnonzero(alive[pool.size :])
    meter.spend(len(alive) // _SORTED_A_UNIT)
    complete = pool.complete and all(one.complete for one in found) and len(kept) <= most
    if len(kept) > most:
        whole = width[kept] * height[kept]
        waste = (whole - filled[kept]) / whole
        noise = np.random.default_rng(seed).random(len(kept))
        kept = kept[np.lexsort((noise, waste))[:most]]
    return Pool(
        pool.kinds,
        np.concatenate([pool.held, held[kept]]),
        np.concatenate([pool.width, width[kept]]),
        np.concatenate([pool.height, height[kept]]),
        np.concatenate([pool.filled, filled[kept]]),
        np.concatenate([pool.first, first[kept]]),
        np.concatenate([pool.second, second[kept]]),
        np.concatenate([pool.beside, beside[kept].astype(bool)]),
        np.concatenate([pool.alive & alive[: pool.size], np.ones(len(kept), dtype=bool)]),
        complete,
    )


def _undominated(held: Ints, width: Ints, height: Ints) -> NDArray[np.bool_]:
    """Tell which blocks are worth having: the same pieces fit in no other that is as small both ways.

    Of equal ones the first counts.
    """
    order = np.lexsort((np.arange(len(held)), height, width, held))
    group = np.concatenate([[0], np.cumsum(held[order][1:] != held[order][:-1])])
    # Heights of later groups lie lower, so that one running minimum serves all groups.
    lowered = height[order] - group * (int(height.max(initial=0)) + 1)
    before = np.minimum.accumulate(lowered)
    worth = np.ones(len(held), dtype=bool)
    worth[order[1:]] = lowered[1:] < before[:-1]
    return worth


class _Joined(NamedTuple):
    held: Ints
    width: Ints
    height: Ints
    filled: Ints
    first: Ints
    second: Ints
    beside: Ints


class _Growth(NamedTuple):
    columns: _Joined
    complete: bool


def _joined(pool: Pool, since: int, largest: Size, allowed: Allowance, beside: bool, meter: Meter) -> _Growth:
    """Return all joins of new blocks with any block, side by side or one above the other."""
    along, across = (pool.width, pool.height) if beside else (pool.height, pool.width)
    room_along, room_across = (largest.width, largest.height) if beside else (largest.height, largest.width)
    living = np.flatnonzero(pool.alive)
    order = living[np.argsort(across[living], kind="stable")]
    ranked = across[order]
    # A shorter neighbour wastes at least its difference times the smallest side there is.
    reach = min(allowed.area, allowed.thousandths * room_along * room_across // 1000) // max(1, int(along.min()))
    fresh = living[living >= since]
    low = np.searchsorted(ranked, across[fresh] - reach, side="left")
    high = np.searchsorted(ranked, across[fresh] + reach, side="right")
    lengths = high - low
    parts: list[_Joined] = []
    start = 0
    ends = np.cumsum(lengths)
    meter.spend(_A_GROWTH)
    while start < len(fresh) and not meter.is_spent():
        done = ends[start - 1] if start else 0
        stop = max(start + 1, int(np.searchsorted(ends, done + _PAIRS_AT_ONCE, side="right")))
        counts = lengths[start:stop]
        meter.spend(int(counts.sum()) // _PAIRS_A_UNIT)
        one = np.repeat(fresh[start:stop], counts)
        offsets = np.arange(int(counts.sum())) - np.repeat(np.cumsum(counts) - counts, counts)
        other = order[np.repeat(low[start:stop], counts) + offsets]
        parts.append(_sound(pool, one, other, along, across, room_along, allowed, beside))
        start = stop
    if not parts:
        none = np.zeros(0, dtype=np.int64)
        return _Growth(_Joined(none, none, none, none, none, none, none), start == len(fresh))
    return _Growth(_Joined(*(np.concatenate(column) for column in zip(*parts, strict=True))), start == len(fresh))


def _sound(
    pool: Pool,
    one: Ints,
    other: Ints,
    along: Ints,
    across: Ints,
    room: Grains,
    allowed: Allowance,
    beside: bool,
) -> _Joined:
    """Return those pairs that hold no piece twice, fit and waste little."""
    # Two new blocks meet twice: once is enough.
    fine = (other <= one) & (along[one] + along[other] <= room)
    fine[fine] = pool.kinds.can_join(pool.held[one[fine]], pool.held[other[fine]])
    one, other = one[fine], other[fine]
    length, breadth = along[one] + along[other], np.maximum(across[one], across[other])
    filled = pool.filled[one] + pool.filled[other]
    fine = allowed.keeps(length, breadth, filled)
    one, other, length, breadth, filled = one[fine], other[fine], length[fine], breadth[fine], filled[fine]
    width, height = (length, breadth) if beside else (breadth, length)
    held = pool.held[one] + pool.held[other]
    return _Joined(held, width, height, filled, one, other, np.full(len(one), int(beside), dtype=np.int64))


def named(kinds: Kinds, spots: Iterator[tuple[int, Grains, Grains, Size]], used: dict[int, int]) -> Iterator[Placed]:
    """Give each spot of a kind one of the pieces of that kind; ``used`` counts those given away."""
    for kind, x, y, size in spots:
        place = used.get(kind, 0)
        used[kind] = place + 1
        yield Placed(kinds.members[kind][place].key, x, y, size)

"""A cut plan carried out on paper: a checker that shares nothing with the planner but its values.

Every sheet is cut as listed, part by part; then each piece must be a part by itself,
in its size and direction, from stock that was there.
"""

from collections import Counter
from typing import NamedTuple


class Part(NamedTuple):
    left: int
    top: int
    right: int
    bottom: int

    def meets(self, other):
        return (
            self.left < other.right and other.left < self.right and self.top < other.bottom and other.top < self.bottom
        )


def parts_after(sheet):
    """Make the cuts one after another; returns the parts by name and what went wrong."""
    parts, faults = {"0": Part(0, 0, sheet.stock.size.width, sheet.stock.size.height)}, []
    for number, cut in enumerate(sheet.cuts, 1):
        part = parts.pop(cut.part, None)
        if part is None:
            return parts, [f"cut {number} is of part {cut.part}, which is not there"]
        upright = cut.direction.value == "upright"
        told = (cut.part_size.width, cut.part_size.height)
        if told != (part.right - part.left, part.bottom - part.top):
            faults.append(f"cut {number}: the part is told as {told}")
        length = part.right - part.left if upright else part.bottom - part.top
        if type(cut.at) is not int or not 0 < cut.at < length:
            return parts, [*faults, f"cut {number} at {cut.at} of {length}"]
        if upright:
            one = part._replace(right=part.left + cut.at)
            other = part._replace(left=part.left + cut.at)
        else:
            one = part._replace(bottom=part.top + cut.at)
            other = part._replace(top=part.top + cut.at)
        parts[cut.part + "a"], parts[cut.part + "b"] = one, other
    return parts, faults


def faults_of(pieces, stocks, plan):
    """Everything wrong with a plan, in words; nothing when it is sound."""
    faults = []
    wanted = {piece.key: piece for piece in pieces}
    known = {stock.key: stock for stock in stocks}
    seen, used = Counter(plan.unplaced), Counter()
    for number, sheet in enumerate(plan.sheets, 1):
        if known.get(sheet.stock.key) != sheet.stock:
            faults.append(f"sheet {number}: unknown stock")
        used[sheet.stock.key] += 1
        parts, wrong = parts_after(sheet)
        faults += [f"sheet {number}: {words}" for words in wrong]
        lying = []
        for placed in sheet.placed:
            seen[placed.key] += 1
            piece = wanted[placed.key]
            if placed.size != piece.size and (placed.size != piece.size.swapped() or not piece.may_turn):
                faults.append(f"{placed.key} lies as {placed.size}, not {piece.size}")
            here = Part(placed.x, placed.y, placed.x + placed.size.width, placed.y + placed.size.height)
            if here not in parts.values():
                faults.append(f"{placed.key} is no part by itself on sheet {number}")
            faults += [f"{placed.key} lies over another on sheet {number}" for other in lying if here.meets(other)]
            lying.append(here)
        left = {parts[over.part] for over in sheet.leftovers if over.part in parts}
        if len(left) != len(sheet.leftovers) or left | set(lying) != set(parts.values()):
            faults.append(f"sheet {number}: its leftovers are not what the cuts leave")
    faults += [f"{key} comes {seen[key]} times" for key in wanted if seen[key] != 1]
    faults += [
        f"{count} of {key}, there are {known[key].count}"
        for key, count in used.items()
        if key in known and known[key].count is not None and count > known[key].count
    ]
    return faults

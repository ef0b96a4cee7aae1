"""The steps of putting a page together, in order: by what lies on what, by the school, by what she moved.

Background work comes before gluing and has its drying; mats and photos are stuck together first; what is tucked is
slipped in when the piece it goes under is down. The schools (common practice, no source): ``ALL_DRY`` lays everything
loose and takes it off again before any work, ``LAY_AND_LIFT`` works first, lays everything, then sticks one piece at a
time, ``PIECE_BY_PIECE`` lays nothing first, ``FROM_THE_TOP`` sticks the upper pieces onto the lower ones and lifts each
group as one.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import Enum
from functools import cached_property

from inkquilt.assembly.order import (
    Lies,
    Must,
    Slip,
    broken_by,
    first_order,
    lying_on,
    usual_order,
    wanted_order,
)
from inkquilt.assembly.terms import StickSchool, StickTerms, Work, WorkKind
from inkquilt.assembly.things import AssemblyPage, Thing, ThingKind
from inkquilt.errors import refuse


class StepKind(Enum):
    """What is done in a step."""

    LAY = "lay"
    TRAY = "tray"
    WORK = "work"
    DRY = "dry"
    STAMP = "stamp"
    JOIN = "join"
    STICK = "stick"
    SLIP = "slip"
    ONTO = "onto"
    GROUP = "group"
    WRITE = "write"
    WEIGH = "weigh"


#: Steps after which things lie glued on the page, and those after which they can be seen there.
PUTS_DOWN = frozenset({StepKind.STICK, StepKind.SLIP, StepKind.GROUP})
SHOWS = PUTS_DOWN | {StepKind.STAMP, StepKind.WRITE}


@dataclass(frozen=True, slots=True)
class Step:
    """One step: what is done with which things. ``onto`` is what they are stuck onto or slipped under, ``work`` the
    work that is done or dries."""

    key: str
    kind: StepKind
    things: tuple[str, ...] = ()
    onto: tuple[str, ...] = ()
    work: Work | None = None


@dataclass(frozen=True)  # no slots: what is derived is kept
class Assembly:
    """A page with what is settled of putting it together: its steps in order, and what must come before what."""

    page: AssemblyPage
    terms: StickTerms

    @cached_property
    def lies(self) -> tuple[Lies, ...]:
        """What lies on what."""
        return lying_on(self.page, self.terms.slips)

    @cached_property
    def _made(self) -> tuple[tuple[Step, ...], tuple[Must, ...]]:
        return _steps_and_musts(self)

    @property
    def musts(self) -> tuple[Must, ...]:
        """What must come before what."""
        return self._made[1]

    @cached_property
    def steps(self) -> tuple[Step, ...]:
        """The steps in the order in which they are done."""
        steps, musts = self._made
        by_key = {step.key: step for step in steps}
        wanted = wanted_order([step.key for step in steps], self.terms.order)
        return tuple(by_key[key] for key in first_order(wanted, musts))

    @cached_property
    def step_of(self) -> Mapping[str, str]:
        """The step after which a thing is on the page, or drawn, by the thing's key."""
        return _last_steps(self._made[0])

    def is_done(self, step: Step) -> bool:
        """Tell whether a step is done: of one that puts things down, whether they lie stuck."""
        if step.kind in PUTS_DOWN:
            return all(self.is_stuck(self.page.thing(key)) for key in step.things)
        return step.key in self.terms.done

    def is_stuck(self, thing: Thing) -> bool:
        """Tell whether a thing lies stuck on the page."""
        return all(part.key in self.terms.stuck for part in thing.parts)


def moved(assembly: Assembly, key: str, before: str | None) -> StickTerms:
    """Return the terms with a step moved before another one, or (None) to the end.

    Where that turns what lies on what round, the lower piece is slipped in, or laid first again; what cannot be is
    refused with its reason. Raises ``BadInput``.
    """
    order = [step.key for step in assembly.steps]
    if key not in order or (before is not None and before not in order):
        raise refuse("unknown-step", "That step is not there any more.", "step")
    carried = [one for one in (_join_of(assembly, key), key) if one is not None]
    if before in carried:
        return assembly.terms
    rest = [one for one in order if one not in carried]
    place = len(rest) if before is None else rest.index(before)
    wanted = [*rest[:place], *carried, *rest[place:]]
    slips = list(assembly.terms.slips)
    for must in broken_by(wanted, assembly.musts):
        lies = must.lies
        if lies is None or not lies.can_slip or lies.must_slip or assembly.terms.school is StickSchool.FROM_THE_TOP:
            raise refuse("cannot-move", _why_not(must, lies, assembly), "step")
        slips = [slip for slip in slips if (slip.lower, slip.upper) != (lies.lower, lies.upper)]
        slips.append(Slip(lies.lower, lies.upper, later=not lies.slips))
    terms = replace(assembly.terms, order=tuple(wanted), slips=tuple(slips))
    again = Assembly(assembly.page, terms)
    for must in broken_by([step for step in wanted if step in {one.key for one in again.steps}], again.musts):
        raise refuse("cannot-move", _why_not(must, must.lies, again), "step")
    return terms


def _join_of(assembly: Assembly, key: str) -> str | None:
    """Return the step right before one in which its photo is stuck on its mat: the two move together."""
    order = [step.key for step in assembly.steps]
    before = order[order.index(key) - 1] if order.index(key) else ""
    thing = key.partition(" ")[2]
    return before if thing and before == f"join {thing}" else None


def _why_not(must: Must, lies: Lies | None, assembly: Assembly) -> str:
    if lies is None or lies.must_slip:
        return f"That cannot be: {must.why}."
    lower, upper = (assembly.page.thing(key) for key in (lies.lower, lies.upper))
    if assembly.terms.school is StickSchool.FROM_THE_TOP:
        return f"That cannot be: {must.why}."
    return (
        f"That cannot be: {must.why}, and too much of it to be slipped in afterwards. "
        f"{_first_up(lower.name)} goes down first, then {upper.name}."
    )


def _first_up(words: str) -> str:
    return words[:1].upper() + words[1:]


# -- making the steps ------------------------------------------------------------------------


def _steps_and_musts(assembly: Assembly) -> tuple[tuple[Step, ...], tuple[Must, ...]]:
    page, terms = assembly.page, assembly.terms
    groups = _groups(assembly) if terms.school is StickSchool.FROM_THE_TOP else []
    bare, over = _stamps(assembly)
    works = [*_works(page, terms), *bare]
    sticking = [*_sticking(assembly, groups), *over]
    lay = [Step("lay", StepKind.LAY)] if page.things else []
    end = [Step("weigh", StepKind.WEIGH)] if any(step.kind in PUTS_DOWN for step in sticking) else []
    match terms.school:
        case StickSchool.ALL_DRY:
            steps = [*lay, *([Step("tray", StepKind.TRAY)] if lay else []), *works, *sticking, *end]
        case StickSchool.LAY_AND_LIFT | StickSchool.FROM_THE_TOP:
            steps = [*works, *lay, *sticking, *end]
        case StickSchool.PIECE_BY_PIECE:
            steps = [*works, *sticking, *end]
    return tuple(steps), tuple(_musts(assembly, steps))


def _works(page: AssemblyPage, terms: StickTerms) -> Iterator[Step]:
    there = {part.key: thing.key for thing in page.things for part in thing.parts}
    for work in terms.works:
        if work.on and work.on not in there:
            continue
        things = (there[work.on],) if work.on else ()
        yield Step(f"work {work.key}", StepKind.WORK, things, work=work)
        if work.kind.is_wet:
            yield Step(f"dry {work.key}", StepKind.DRY, things, work=work)


def _stamps(assembly: Assembly) -> tuple[list[Step], list[Step]]:
    """Return the steps of stamping: what is stamped on the bare page, a scatter in one go, and what over pieces."""
    page = assembly.page
    on_pieces = {lies.upper for lies in assembly.lies}
    beneath = {lies.lower for lies in assembly.lies}
    first: dict[str, list[str]] = {}
    later: dict[str, list[str]] = {}
    for thing in page.things:
        if thing.kind is not ThingKind.STAMP:
            continue
        if thing.key not in on_pieces:
            first.setdefault(f"stamp {thing.group}", []).append(thing.key)
        elif thing.key not in beneath:
            later.setdefault(f"stamp {thing.group} over", []).append(thing.key)
        else:
            later[f"stamp {thing.key}"] = [thing.key]
    one, other = ([Step(key, StepKind.STAMP, tuple(keys)) for key, keys in some.items()] for some in (first, later))
    return one, other


@dataclass(frozen=True, slots=True)
class _Group:
    """Things that are lifted as one: those at its foot, and those that are stuck onto others, the topmost first."""

    feet: tuple[str, ...]
    onto: tuple[str, ...]

    @property
    def key(self) -> str:
        return f"group {self.feet[0]}"


def _groups(assembly: Assembly) -> list[_Group]:
    """Return what is lifted as one: things that hang together by lying on each other."""
    page = assembly.page
    apart = {thing.key for thing in page.things if thing.is_drawn}
    while True:  # what is slipped in comes later, and so does what lies on it
        later = {one.lower for one in assembly.lies if one.slips} - apart
        later |= {
            one.upper
            for one in assembly.lies
            if one.lower in apart and not one.slips and not _is_stamp(page, one.lower)
        } - apart
        if not later:
            break
        apart |= later
    order = [key for key in usual_order(page) if key not in apart]
    beneath = [(one.lower, one.upper) for one in assembly.lies if not one.slips and not {one.lower, one.upper} & apart]
    mates = {key: {key} for key in order}
    for pair in beneath:
        both = mates[pair[0]] | mates[pair[1]]
        for key in both:
            mates[key] = both
    on_others = {upper for _, upper in beneath}
    found, seen = [], set[str]()
    down = first_order(order, [Must(lower, upper, "") for lower, upper in beneath])
    for key in order:
        if key in seen or len(mates[key]) == 1:
            continue
        seen |= mates[key]
        within = [one for one in down if one in mates[key]]
        feet = tuple(one for one in within if one not in on_others)
        found.append(_Group(feet, tuple(one for one in reversed(within) if one in on_others)))
    return found


def _is_stamp(page: AssemblyPage, key: str) -> bool:
    return page.thing(key).kind is ThingKind.STAMP


def _sticking(assembly: Assembly, groups: Sequence[_Group]) -> Iterator[Step]:
    page = assembly.page
    slipped: dict[str, list[str]] = {}
    for one in assembly.lies:
        if one.slips:
            slipped.setdefault(one.lower, []).append(one.upper)
    grouped = {key: group for group in groups for key in (*group.feet, *group.onto)}
    beneath: dict[str, list[str]] = {}
    for one in assembly.lies:
        if not one.slips and not page.thing(one.lower).is_drawn:
            beneath.setdefault(one.upper, []).append(one.lower)
    done = set[str]()
    for key in usual_order(page):
        thing = page.thing(key)
        if thing.kind is ThingKind.STAMP:
            continue
        if thing.kind is ThingKind.WRITING:
            yield Step(f"write {key}", StepKind.WRITE, (key,), tuple(beneath.get(key, ())))
            continue
        if key in grouped:
            group = grouped[key]
            if group.key not in done:
                done.add(group.key)
                yield from _lifted_as_one(page, group, beneath)
            continue
        yield from _joined(thing)
        kind = StepKind.SLIP if key in slipped else StepKind.STICK
        yield Step(f"stick {key}", kind, (key,), tuple(slipped.get(key, ())))


def _lifted_as_one(page: AssemblyPage, group: _Group, beneath: Mapping[str, Sequence[str]]) -> Iterator[Step]:
    members = {*group.feet, *group.onto}
    for key in (*group.onto, *group.feet):
        yield from _joined(page.thing(key))
    for key in group.onto:
        yield Step(f"onto {key}", StepKind.ONTO, (key,), tuple(one for one in beneath[key] if one in members))
    yield Step(group.key, StepKind.GROUP, (*group.feet, *reversed(group.onto)))


def _joined(thing: Thing) -> Iterator[Step]:
    filled = [part for part in thing.parts if not part.is_empty]
    if len(filled) > 1 and not thing.is_drawn:
        yield Step(f"join {thing.key}", StepKind.JOIN, (thing.key,))


def _last_steps(steps: Sequence[Step]) -> dict[str, str]:
    """Return the step after which each thing is on the page, or drawn there."""
    return {thing: step.key for step in steps if step.kind in SHOWS for thing in step.things}


# -- what must be ----------------------------------------------------------------------------


def _musts(assembly: Assembly, steps: Sequence[Step]) -> Iterator[Must]:
    page = assembly.page
    name = {thing.key: thing.name for thing in page.things}
    final = _last_steps(steps)
    onto = {step.things[0]: step.key for step in steps if step.kind is StepKind.ONTO}
    keys = {step.key for step in steps}
    for lies in assembly.lies:
        low, top = final[lies.lower], final[lies.upper]
        if low == top and lies.upper not in onto:
            continue  # stamped in one go
        if low == top:  # lifted as one: the upper one is stuck onto the lower one first
            why = f"{name[lies.upper]} is stuck onto {name[lies.lower]} before that goes down"
            yield Must(onto[lies.upper], onto.get(lies.lower, low), why, lies)
        elif lies.slips:
            yield Must(top, low, f"{name[lies.lower]} is slipped in under {name[lies.upper]}", lies)
        else:
            yield Must(low, top, f"{name[lies.lower]} lies under {name[lies.upper]}", lies)
    for thing in page.things:
        if (join := f"join {thing.key}") in keys:
            after = onto.get(thing.key, final[thing.key])
            yield Must(join, after, f"{thing.name} and its mats are stuck together first")
    for step in steps:
        if step.kind is StepKind.ONTO:
            yield Must(step.key, final[step.things[0]], f"{name[step.things[0]]} is lifted with the rest")
    yield from _work_musts(assembly, steps, final, onto)
    yield from _laying_musts(assembly, steps)


def _work_musts(
    assembly: Assembly, steps: Sequence[Step], final: Mapping[str, str], onto: Mapping[str, str]
) -> Iterator[Must]:
    page = assembly.page
    uppers: dict[str, list[str]] = {}
    for lies in assembly.lies:
        uppers.setdefault(lies.lower, []).append(lies.upper)
    keys = {step.key for step in steps}
    for step in steps:
        if step.kind not in (StepKind.WORK, StepKind.DRY) or step.work is None:
            continue
        kind, done = step.work.kind, f"work {step.work.key}"
        if step.kind is StepKind.DRY:
            yield Must(done, step.key, "it is wet first and dries then")
        if not step.things:
            if kind.may_come_last:
                continue
            for thing in page.things:
                if thing.is_drawn or (kind is WorkKind.STITCH and thing.kind is not ThingKind.PHOTO):
                    continue
                yield Must(step.key, onto.get(thing.key, final[thing.key]), _why_work(step, kind, "the page"))
            continue
        thing = page.thing(step.things[0])
        on_page = kind is WorkKind.STITCH and assembly.terms.school is not StickSchool.FROM_THE_TOP
        if on_page and step.kind is StepKind.WORK:
            yield Must(final[thing.key], step.key, f"{thing.name} is stitched onto the page when it lies there")
        elif not kind.may_come_last:
            own = f"join {thing.key}" if f"join {thing.key}" in keys else onto.get(thing.key, final[thing.key])
            yield Must(step.key, own, _why_work(step, kind, thing.name))
        if kind is WorkKind.INK_EDGES or kind.may_come_last:
            continue
        for upper in uppers.get(thing.key, ()):
            yield Must(step.key, onto.get(upper, final[upper]), _why_work(step, kind, thing.name))


def _why_work(step: Step, kind: WorkKind, name: str) -> str:
    if step.kind is StepKind.DRY:
        return f"{name} must be dry before anything lies on it"
    done = {
        WorkKind.INK_EDGES: f"the edges of {name} are inked first",
        WorkKind.STITCH: f"{name} is stitched before anything lies on the seam",
        WorkKind.EMBOSS: f"{name} is heat embossed first: heat loosens glue and harms photos",
    }
    return done.get(kind, f"work on {name} comes before what lies on it")


def _laying_musts(assembly: Assembly, steps: Sequence[Step]) -> Iterator[Must]:
    kinds = {step.key: step.kind for step in steps}
    if "tray" in kinds:
        yield Must("lay", "tray", "what is taken off was laid before")
    for key, kind in kinds.items():
        glues = kind in PUTS_DOWN or kind in (StepKind.JOIN, StepKind.ONTO)
        if glues and "tray" in kinds:
            yield Must("tray", key, "everything is laid dry before anything is glued")
        elif glues and "lay" in kinds:
            yield Must("lay", key, "everything is laid before the first piece is stuck")
        if key == "weigh":
            for other in kinds:
                if other != key:
                    yield Must(other, key, "it is weighed down when all is done")

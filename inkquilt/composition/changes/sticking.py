"""How a page is put together: its school, the order of its steps, glue, work on the background, and what is done."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Annotated, Literal

from inkquilt.assembly.steps import PUTS_DOWN, Assembly, Step, moved
from inkquilt.assembly.terms import GLUE_CHOICES, MOST_WORKS, GlueWay, StickSchool, StickTerms, Work, WorkKind
from inkquilt.assembly.things import Thing
from inkquilt.composition.asked import AtMost, Degrees, Letters, Name, Place
from inkquilt.composition.assembling import assembly_of
from inkquilt.composition.changes.base import After, Change, Changed, Known, change
from inkquilt.composition.changes.building import Lean
from inkquilt.composition.changes.by_hand import gripped
from inkquilt.composition.document import PageDocument
from inkquilt.composition.stuck import as_stuck
from inkquilt.embellishments import on_step
from inkquilt.errors import refuse
from inkquilt.fit.manual_edit import Grip

#: A step by its key: the kind of step and the thing it is about.
StepName = Annotated[str, Letters(80)]


def _with(document: PageDocument, terms: StickTerms) -> PageDocument:
    return replace(document, sticking=terms)


def _assembly(document: PageDocument, known: Known) -> Assembly:
    return assembly_of(document, known.writing_in)


def _the_step(assembly: Assembly, key: str) -> Step:
    step = next((step for step in assembly.steps if step.key == key), None)
    if step is None:
        raise refuse("unknown-step", "That step is not there any more: the page changed since.", "step")
    return step


def _the_thing(assembly: Assembly, key: str) -> Thing:
    thing = next((thing for thing in assembly.page.things if thing.key == key), None)
    if thing is None:
        raise refuse("unknown-thing", "There is no such piece to be stuck on this page.", "thing")
    return thing


@change("stick-school", After.STAYS)
class ChooseStickSchool(Change):
    """Choose how the page is put together; her own order of before is forgotten."""

    stick_school: StickSchool

    def applied(self, document: PageDocument, known: Known) -> Changed:
        terms = replace(document.sticking, school=self.stick_school, order=())
        return Changed(_with(document, terms), "another way to stick it down")


@change("stick-order", After.STAYS)
class MoveStep(Change):
    """Move a step before another one, or (``before`` empty) to the end; with no step, to the usual order again."""

    step: StepName = ""
    before: StepName = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        if not self.step:
            return Changed(_with(document, replace(document.sticking, order=(), slips=())), "the usual order again")
        terms = moved(_assembly(document, known), self.step, self.before or None)
        return Changed(_with(document, terms), "a step moved")


@change("stick-done", After.STAYS)
class TickStep(Change):
    """Say that a step is done, or not after all; what it puts down lies stuck from then on.

    Ticked where it is not its turn yet it stands all the same: people go their own way.
    """

    step: StepName
    done: bool = True

    def applied(self, document: PageDocument, known: Known) -> Changed:
        assembly = _assembly(document, known)
        step = _the_step(assembly, self.step)
        if step.kind not in PUTS_DOWN:
            ticked = document.sticking.done | {step.key} if self.done else document.sticking.done - {step.key}
            return Changed(_with(document, replace(document.sticking, done=ticked)), "a step ticked off")
        layers = [part.key for key in step.things for part in assembly.page.thing(key).parts]
        names = assembly.page.thing(step.things[0]).name
        if self.done:
            return Changed(as_stuck(document, layers), f"{names} stuck down")
        return Changed(_with(document, document.sticking.lifted(layers)), f"{names} not stuck yet")


@change("stick-lift", After.STAYS)
class LiftAgain(Change):
    """Take a thing that was stuck up again."""

    thing: Name

    def applied(self, document: PageDocument, known: Known) -> Changed:
        assembly = _assembly(document, known)
        thing = _the_thing(assembly, self.thing)
        if not any(part.key in document.sticking.stuck for part in thing.parts):
            raise refuse("not-stuck", f"{thing.name} is not stuck down.", "thing")
        terms = document.sticking.lifted(part.key for part in thing.parts)
        return Changed(_with(document, terms), f"{thing.name} lifted again")


@change("stick-glue", After.STAYS)
class ChooseGlue(Change):
    """Choose where a thing is glued, or leave it to what is usual."""

    thing: Name
    glue: Literal["", "all over", "middle only", "body only", "one dot", "on foam"] = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        thing = _the_thing(_assembly(document, known), self.thing)
        way = GlueWay(self.glue) if self.glue else None
        if way is not None and (way not in GLUE_CHOICES or thing.is_drawn):
            raise refuse("no-glue", f"{thing.name} is not glued.", "thing")
        terms = document.sticking.with_glue(thing.key, way)
        return Changed(_with(document, terms), f"{thing.name} {way.value if way else 'glued as usual'}")


@change("background-work", After.STAYS)
class WorkOn(Change):
    """Plan work on a piece, or on the page (``on`` empty); or take it off the plan (``take``)."""

    work: WorkKind | None = None
    on: Name = ""
    take: Name = ""

    def applied(self, document: PageDocument, known: Known) -> Changed:
        terms = document.sticking
        if self.take:
            works = tuple(work for work in terms.works if work.key != self.take)
            if works == terms.works:
                raise refuse("unknown-work", "That work is not planned any more.", "take")
            return Changed(_with(document, replace(terms, works=works)), "work taken off the plan")
        if self.work is None:
            raise refuse("no-work", "Say what shall be done: ink the edges, stamp, stitch, splatter …", "work")
        if self.on and all(block.id != self.on for block in document.blocks):
            raise refuse("unknown-block", "That piece is not on this page.", "on")
        if len(terms.works) >= MOST_WORKS:
            raise refuse("too-much-work", f"Up to {MOST_WORKS} pieces of work can be planned for a page.", "work")
        taken = {work.key for work in terms.works}
        key = next(name for number in range(1, MOST_WORKS + 2) if (name := f"{number}") not in taken)
        work = Work(key, self.work, self.on)
        return Changed(_with(document, replace(terms, works=(*terms.works, work))), f"planned: {self.work.value}")


@dataclass(frozen=True, slots=True, kw_only=True)
class Lies:
    """Where a thing really lies: how far from its place in the page's unit, and turned by so many degrees more."""

    thing: Name
    across: Place = 0
    down: Place = 0
    turned: Degrees = 0


@change("lies-so", After.REFITS)
class TakeAsItLies(Change):
    """Take where pieces lie on the table over into the plan; the rest is fitted round them."""

    pieces: Annotated[tuple[Lies, ...], AtMost(60)]

    def applied(self, document: PageDocument, known: Known) -> Changed:
        assembly, names = _assembly(document, known), []
        for one in self.pieces:
            thing = _the_thing(assembly, one.thing)
            names.append(thing.name)
            if one.turned and any(block.id == thing.key for block in document.blocks):
                degrees = (thing.lying.turn / 100 + one.turned + 180) % 360 - 180
                document = Lean(block=thing.key, degrees=degrees).applied(document, known).document
            document = _placed(document, thing, one)
        done = names[0] if len(names) == 1 else f"{len(names)} pieces"
        return Changed(document, f"{done} taken as {'it lies' if len(names) == 1 else 'they lie'}")

    def effect(self, document: PageDocument) -> After:
        blocks = {block.id for block in document.blocks}
        return After.REFITS if any(one.thing in blocks for one in self.pieces) else After.STAYS


def _placed(document: PageDocument, thing: Thing, lies: Lies) -> PageDocument:
    """Return the document with a thing where it lies: a piece on the page's marks, an embellishment on its own."""
    unit, grid = document.unit, document.grid
    across, down = (side * unit.grains for side in (lies.across, lies.down))
    if any(block.id == thing.key for block in document.blocks):
        at_x, at_y = (at + round(moved / grid) * grid for at, moved in ((thing.lying.x, across), (thing.lying.y, down)))
        return gripped(document, Grip(thing.key, at_x, at_y)) if across or down else document
    accents = tuple(
        replace(
            one,
            x=on_step(one.x + across, unit),
            y=on_step(one.y + down, unit),
            turn=(one.turn + round(lies.turned * 100)) % 36_000,
        )
        if one.key == thing.key
        else one
        for one in document.accents
    )
    return replace(document, accents=accents)

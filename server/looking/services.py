"""The second look at a page, changes tried on it, and states put away."""

from dataclasses import dataclass, replace
from typing import Any, Final

from django.utils import timezone

from inkquilt.balance.kinds import ObservationKind
from inkquilt.balance.schools import BalanceSchool
from inkquilt.balance.second_look import Figures, Observation
from inkquilt.composition.changes.accents import Move, pinned_at
from inkquilt.composition.document import PageDocument
from inkquilt.composition.stored import write_document
from inkquilt.embellishments import left_of, on_step
from inkquilt.errors import BadInput
from inkquilt.layout import Layout
from inkquilt.moving import moved_with_cluster
from inkquilt.suggestions import Asked, Trial
from server.common.asked import refuse
from server.looking.models import Snapshot, SwitchedOff
from server.pages.fits import refitted
from server.pages.known import document_of
from server.pages.models import Page, Revision
from server.pages.pictures import layout_of
from server.pages.things import things_of
from server.solving.pool import solvers
from server.stash.services import plain_colours

MOST_SNAPSHOTS: Final = 30
#: So many earlier steps are listed to be looked at beside the page.
MOST_STEPS: Final = 60


@dataclass(frozen=True, slots=True)
class SecondLook:
    """What was noticed, with the figures behind it."""

    layout: Layout
    figures: Figures
    noticed: tuple[Observation, ...]
    off: frozenset[ObservationKind]


def with_moved(document: PageDocument, key: str, x: float, y: float, *, alone: bool = False) -> PageDocument:
    """Return a page with a piece somewhere else, as it would lie if it was let go there; places in the page's unit.

    Its cluster goes along unless it is moved ``alone``.
    """
    accent = next((one for one in document.accents if one.key == key), None)
    if accent is None:
        return document
    at_x, at_y = (on_step(side * document.unit.grains, document.unit) for side in (x, y))
    along = moved_with_cluster(document.accents, accent, at_x, at_y, document.page, alone=alone)
    moved = {one.key: one for one in along}
    return replace(document, accents=tuple(moved.get(one.key, one) for one in document.accents))


def look_at(page: Page, document: PageDocument) -> SecondLook:
    """Look at a page again."""
    layout = layout_of(page, document)
    off = switched_off(page.owner)
    figures, noticed = solvers().run("look_again", layout, BalanceSchool(document.school), off)
    return SecondLook(layout, figures, noticed, off)


def switched_off(owner: Any) -> frozenset[ObservationKind]:
    """Return what a person never wants to be told."""
    names = set(SwitchedOff.objects.filter(owner=owner).values_list("kind", flat=True))
    return frozenset(kind for kind in ObservationKind if kind.name in names)


def switch(owner: Any, kind: ObservationKind, *, off: bool) -> None:
    """Switch an observation off for good, or on again."""
    if off:
        SwitchedOff.objects.get_or_create(owner=owner, kind=kind.name)
    else:
        SwitchedOff.objects.filter(owner=owner, kind=kind.name).delete()


def tried(page: Page, document: PageDocument, kind: ObservationKind, keys: tuple[str, ...]) -> Trial | None:
    """Return the change that takes something noticed away, or None. Raises ``BadInput`` when it is not noticed.

    Where blocks move, the fit engine was asked whether the rest fits round them; if not, another change is looked for.
    """
    seen = look_at(page, document)
    noticed = next((one for one in seen.noticed if one.kind is kind and one.keys == keys), None)
    if noticed is None:
        raise refuse("not-noticed", "The page changed since: this is not seen any more.", "kind")
    owned = things_of(page)
    left = left_of(owned, seen.layout.accents, seen.layout.spent)
    school = BalanceSchool(document.school)
    asked = Asked(seen.layout, noticed, owned, left, plain_colours(page.owner), school, seen.off)
    trial: Trial | None = solvers().run("try_it", asked)
    if trial is not None and trial.moved and not _fits(page, document, trial):
        trial = solvers().run("try_it", replace(asked, blocks_stay=True))
    return trial


def _fits(page: Page, document: PageDocument, trial: Trial) -> bool:
    """Tell whether the page can be fitted round the blocks a change moves."""
    grains = document.unit.grains
    try:
        for name, x, y in trial.moved:
            document = pinned_at(document, Move(block=name, x=x / grains, y=y / grains))
        refitted(page, document)
    except BadInput:
        return False
    return True


# -- put away, and looked at beside ---------------------------------------------------------------


def put_away(page: Page, note: str) -> Snapshot:
    """Put the present state of a page away with a note. Raises ``BadInput`` when there are too many."""
    if page.snapshots.kept().count() >= MOST_SNAPSHOTS:
        raise refuse("too-many-snapshots", f"A page keeps up to {MOST_SNAPSHOTS} states. Throw one away first.")
    return Snapshot.objects.create(
        page=page, note=note, document=write_document(document_of(page)), created=timezone.now()
    )


def steps_of(page: Page) -> list[Revision]:
    """Return the steps that led to the page as it is, the one before it first; their documents are not read."""
    return list(page.revisions.filter(number__lt=page.head).order_by("-number").defer("document")[:MOST_STEPS])

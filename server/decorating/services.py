"""Clusters, backgrounds and covers for a page, from what its owner has."""

from dataclasses import dataclass, replace

from inkquilt.balance.schools import BalanceSchool
from inkquilt.clusters import (
    ClusterPlan,
    ClusterWish,
    CoverProposal,
    PhraseProposal,
    ScatterWish,
)
from inkquilt.composition.document import PageDocument
from inkquilt.embellishments import SCATTER, Accent, Embellishment, left_of
from inkquilt.layout import Layout
from inkquilt.lengths import Grains
from inkquilt.sketch import Role
from server.pages.models import Page
from server.pages.pictures import layout_of, pictures_of, told_of
from server.pages.things import things_offered
from server.solving.pool import solvers


@dataclass(frozen=True, slots=True)
class Decorating:
    """A page with what its owner has, of its box where it has one, and how many of each are left."""

    layout: Layout
    owned: tuple[Embellishment, ...]
    left: dict[str, int]
    school: BalanceSchool


def table_of(page: Page, document: PageDocument) -> Decorating:
    """Return a page as it is decorated."""
    layout = layout_of(page, document)
    owned = things_offered(page, layout.accents)
    return Decorating(layout, owned, left_of(owned, layout.accents, layout.spent), BalanceSchool(document.school))


def cluster_plans(
    page: Page, document: PageDocument, wish: ClusterWish, keep: frozenset[str] | None = None
) -> tuple[ClusterPlan, ...]:
    """Return proposals for clusters; with ``keep``, only those groups stay and the others are planned anew."""
    table = table_of(page, document)
    layout = table.layout
    if keep is not None:
        stays = tuple(one for one in layout.accents if one.group in keep or not one.group.startswith("cluster"))
        layout = replace(layout, accents=stays)
    left = left_of(table.owned, layout.accents, layout.spent)
    wished = replace(wish, school=table.school)
    names = told_in_slots(page, document)
    plans: tuple[ClusterPlan, ...] = solvers().run("plan_clusters", layout, table.owned, left, wished, names)
    return plans


def told_in_slots(page: Page, document: PageDocument) -> dict[str, str]:
    """Return what is told of the photo in each slot."""
    pictures = pictures_of(page, document)
    return {slot: told_of(pictures[one.photo]) for slot, one in document.photos.items() if one.photo in pictures}


def scattered(page: Page, document: PageDocument, wish: ScatterWish) -> tuple[Accent, ...]:
    """Return a background for a page."""
    table = table_of(page, document)
    pieces: tuple[Accent, ...] = solvers().run("scatter", table.layout, table.owned, table.left, wish)
    return pieces


def one_more(page: Page, document: PageDocument, wish: ScatterWish) -> Accent | None:
    """Return one more piece of the background, where the gap is largest."""
    table = table_of(page, document)
    groups = sorted({one.group for one in table.layout.accents if one.is_scattered})
    group = groups[-1] if groups else f"{SCATTER}-1"
    piece: Accent | None = solvers().run("add_in_gap", table.layout, table.owned, table.left, wish, group)
    return piece


def covers_for(page: Page, document: PageDocument, x: Grains, y: Grains, radius: Grains) -> tuple[CoverProposal, ...]:
    """Return what covers a flaw on a page."""
    table = table_of(page, document)
    found: tuple[CoverProposal, ...] = solvers().run(
        "cover_spot", table.layout, table.owned, table.left, x, y, radius, table.school
    )
    return found


def ready_words(page: Page, document: PageDocument) -> tuple[PhraseProposal, ...]:
    """Return ready words of the stash in the places of titles that are not written, and beside the photos they name."""
    table = table_of(page, document)
    names = told_in_slots(page, document)
    titles = [block for block in document.blocks if block.role is Role.TITLE and not document.titles.get(block.id)]
    found: tuple[PhraseProposal, ...] = solvers().run(
        "ready_phrases", table.layout, table.owned, table.left, titles, names
    )
    return found

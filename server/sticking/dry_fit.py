"""A photograph of a page on the table: laid straight, compared with the plan, and kept with the page."""

from dataclasses import asdict
from typing import Any, Final

from inkquilt.assembly.dry_fit import Difference, DifferenceKind, differences
from inkquilt.composition.document import PageDocument
from inkquilt.composition.pictures import on_page
from inkquilt.photos.cover import area_on_page
from inkquilt_io.picture.values import DryFitRead
from server.common.asked import refuse
from server.pages.drawn import painted_page
from server.pages.models import Page
from server.pages.pictures import cores_of, pictures_of
from server.solving.pool import solvers
from server.sticking.models import DRY_FIT, TablePicture
from server.sticking.services import assembly_on

MOST_PICTURES: Final = 20


def look_at_table(page: Page, document: PageDocument, photograph: bytes, kind: str = DRY_FIT) -> TablePicture:
    """Lay a photograph straight and keep it; of a dry fit also with what lies otherwise than planned.

    Raises ``BadInput`` where no page is found in it, or where there are too many.
    """
    if page.table_pictures.kept().filter(kind=kind).count() >= MOST_PICTURES:
        raise refuse("too-many-pictures", f"A page keeps up to {MOST_PICTURES} pictures. Remove one first.", "file")
    assembly = assembly_on(document)
    read: DryFitRead = solvers().run("read_dry_fit", photograph, painted_page(page, document), assembly.page)
    focal = tuple(_focal(page, document))
    found = differences(assembly.page, read.seen, focal, document.unit) if kind == DRY_FIT else ()
    kept = [{**asdict(one), "kind": one.kind.value} for one in found]
    return TablePicture.objects.create(page=page, kind=kind, jpeg=read.straight, differences=kept)


def _focal(page: Page, document: PageDocument) -> Any:
    """Yield what matters in the photos, where it lies on the page."""
    blocks = {block.id: block for block in document.blocks}
    for slot, placed in on_page(document, cores_of(pictures_of(page, document))).placed.items():
        for area in placed.areas:
            if area.matters:
                yield slot, area_on_page(blocks[slot], placed, area)


def difference_of(row: dict[str, Any]) -> Difference:
    """Return a difference as it was kept."""
    return Difference(
        DifferenceKind(row["kind"]), tuple(row["things"]), row["words"], row["across"], row["down"], row["turn"]
    )

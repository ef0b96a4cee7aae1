"""How a page is put together, from its document."""

from inkquilt.assembly.steps import Assembly
from inkquilt.assembly.things import Thing
from inkquilt.composition.assembling import assembly_of
from inkquilt.composition.document import PageDocument
from server.common.errors import ApiError
from server.pages.journaling import writing_in


def assembly_on(document: PageDocument) -> Assembly:
    """Return a page with what is settled of putting it together."""
    return assembly_of(document, writing_in)


def thing_on(assembly: Assembly, key: str) -> Thing:
    """Return a thing of a page. Raises ``ApiError`` where it is not there."""
    thing = next((one for one in assembly.page.things if one.key == key), None)
    if thing is None:
        raise ApiError("unknown-thing", "There is no such piece on this page any more.", 404)
    return thing

"""What is told of a second look. Numbers to draw by are in the page's unit, what is read are texts."""

from collections.abc import Iterator, Sequence
from dataclasses import asdict
from typing import Any

from inkquilt.balance.second_look import Observation
from inkquilt.composition.changes.accents import Arrange, Move, puts_of
from inkquilt.composition.document import PageDocument
from inkquilt.composition.stored import read_document
from inkquilt.lengths import INCH, MM, Unit, format_nearest, with_unit
from inkquilt.suggestions import Trial
from server.common.drawing import rings
from server.looking.models import Snapshot
from server.looking.services import SecondLook
from server.pages.accents import accent_answer
from server.pages.change_serializers import written_change
from server.pages.models import Page, Revision
from server.pages.pictures import with_areas
from server.pages.presenters import card_answer


def kind_key(observation: Observation) -> str:
    """Return an observation's kind as the API names it."""
    return observation.kind.name.lower().replace("_", "-")


def observation_answer(one: Observation, grains: int) -> dict[str, Any]:
    """Return one observation."""
    return {
        "kind": kind_key(one),
        "called": one.kind.value,
        "words": one.words,
        "number": one.number,
        "keys": list(one.keys),
        "marks": list(rings(one.marks, grains, holes=False)),
    }


def look_answer(seen: SecondLook, document: PageDocument) -> dict[str, Any]:
    """Return a second look with everything a board lays over the page for it."""
    figures, page = seen.figures, document.page
    grains = page.unit.grains
    moments, calm = figures.moments, figures.calm
    rectangle, circle = calm.rectangle, calm.circle
    return {
        "noticed": [observation_answer(one, grains) for one in seen.noticed],
        "centre": [moments.x / grains, moments.y / grains],
        "weights": [
            {"x": one.x / grains, "y": one.y / grains, "weight": one.weight} for one in figures.weighed if one.weight
        ],
        "figures": list(_figures(seen, document)),
        "triangles": [
            {
                "name": use.name,
                "colour": use.name if use.colour else None,
                "places": [[x / grains, y / grains] for x, y in use.places],
                "corners": [[x / grains, y / grains] for x, y in use.corners],
                "words": _use_words(use.places, use.triangle, use.photos_inside),
            }
            for use in (*figures.colours, *figures.kinds)
            if len(use.places) > 1
        ],
        "calm": {
            "regions": list(rings((calm.region,), grains, holes=False)),
            "box": rectangle
            and [
                rectangle.x.low / grains,
                rectangle.y.low / grains,
                rectangle.x.high / grains,
                rectangle.y.high / grains,
            ],
            "circle": circle and [circle.x / grains, circle.y / grains, circle.radius / grains],
        },
        "measures": [{"name": name, "value": round(value, 2)} for name, value in asdict(figures.measures).items()]
        if figures.measures
        else [],
        "off": [kind.name.lower().replace("_", "-") for kind in sorted(seen.off, key=lambda kind: kind.name)],
    }


def _rounded(length: float, unit: Unit) -> int:
    """Return a length as near as the eye sees it: to 1/16 in or 1 mm."""
    step = INCH // 16 if unit is Unit.IN else MM
    return round(length / step) * step


def _percent(part: float) -> str:
    return f"{round(100 * part)} %"


def _use_words(places: tuple[tuple[float, float], ...], triangle: float, inside: float) -> str:
    count = len(places)
    if count < 3:
        return f"{count} places"
    return f"{count} places, a triangle of {_percent(triangle)} of the page, {_percent(inside)} of the photos inside"


def _figures(seen: SecondLook, document: PageDocument) -> Iterator[dict[str, str]]:
    """Yield the numbers behind the look in words."""
    figures, unit = seen.figures, document.unit
    moments, calm = figures.moments, figures.calm
    side = "right" if moments.across > 0 else "left"
    height = "below" if moments.down > 0 else "above"
    yield {
        "name": "Centre of weight",
        "value": f"{_percent(abs(moments.across))} {side}, {_percent(abs(moments.down))} {height} the middle",
    }
    yield {
        "name": "Along the diagonals",
        "value": f"{_percent(moments.falling)} falling, {_percent(moments.rising)} rising",
    }
    box = calm.rectangle
    sides = [with_unit(_rounded(end.length, unit), unit) for end in (box.x, box.y)] if box else []
    largest = f", its largest part {' × '.join(sides)}" if sides else ""
    yield {"name": "Empty", "value": f"{_percent(calm.share)} of the page{largest}"}
    yield {"name": "In one piece", "value": f"{_percent(calm.joined)} of what is empty"}
    names = ("left", "top", "right", "bottom")
    margins = ", ".join(
        f"{format_nearest(_rounded(value, unit), unit)} {name}"
        for name, value in zip(names, figures.margins, strict=True)
    )
    yield {"name": "Margins", "value": f"{margins} ({unit.value})"}
    lines = figures.lines
    if lines.pieces:
        yield {
            "name": "Lines",
            "value": f"{lines.pieces} pieces begin on {lines.lefts} lines from the left, {lines.tops} from the top",
        }
    groups = figures.groups
    if groups:
        linked = "one linked group" if len(groups) == 1 else f"{len(groups)} groups, the largest of {len(groups[0])}"
        yield {"name": "Stands together", "value": linked}


def trial_answer(trial: Trial, document: PageDocument) -> dict[str, Any]:
    """Return a change that is tried: what it does, the page then, and the change itself."""
    page, grains = document.page, document.unit.grains
    before = {one.key: one for one in document.accents}
    after = {one.key: one for one in trial.layout.accents}
    put = [one for one in trial.layout.accents if before.get(one.key) != one]
    change = Arrange(
        put=puts_of(put, page.unit),
        take=tuple(sorted(before.keys() - after.keys())),
        papers=tuple(trial.swapped or ()),
        moves=tuple(Move(block=name, x=x / grains, y=y / grains) for name, x, y in trial.moved),
        words=trial.words,
    )
    return {
        "words": trial.words,
        "accents": [accent_answer(one, page, trial.layout.blocks) for one in trial.layout.accents],
        "moved": [
            {
                "block": block.id,
                "x": block.x / grains,
                "y": block.y / grains,
                "width": block.width / grains,
                "height": block.height / grains,
            }
            for block in trial.layout.blocks
            if block.id in {name for name, _, _ in trial.moved}
        ],
        "swapped": list(trial.swapped) if trial.swapped else [],
        "left": [one.words for one in trial.noticed],
        "change": written_change(change),
    }


def snapshots_answer(rows: Sequence[Snapshot], page: Page) -> list[dict[str, Any]]:
    """Return states of one page that were put away, drawn."""
    drawn = _drawn([row.document for row in rows], page)
    return [
        {"id": row.pk, "note": row.note, "created": row.created, "page": card}
        for row, card in zip(rows, drawn, strict=True)
    ]


def step_answer(row: Revision) -> dict[str, Any]:
    """Return an earlier step."""
    return {"number": row.number, "done": row.done, "created": row.created}


def drawn_step_answer(row: Revision, page: Page) -> dict[str, Any]:
    """Return an earlier step, drawn."""
    return {**step_answer(row), "page": _drawn([row.document], page)[0]}


def _drawn(written: Sequence[Any], page: Page) -> list[dict[str, Any]]:
    """Return states of one page, drawn; their photos are fetched together."""
    documents = [read_document(data) for data in written]
    wanted = {placed.photo for document in documents for placed in document.photos.values()}
    pictures = with_areas(page).in_bulk(wanted)
    return [card_answer(page, document, pictures) for document in documents]

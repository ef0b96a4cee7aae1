"""Photos in their slots: which, how they lie, what lies behind and over them."""

from dataclasses import replace
from typing import Any, Final

from inkquilt.fit import bounds
from inkquilt.fit.request import Shield
from inkquilt.fit.sizes import partner_reveal
from inkquilt.lengths import INCH, Grains
from inkquilt.photos.mats import in_the_drawing, kept_whole, with_mats
from inkquilt.photos.safe import whole_in
from inkquilt.sketch import Role
from inkquilt.sketch.geometry import Axis
from inkquilt.sketch.relations import Reveals
from server.common.asked import asked_length, refuse
from server.pages.changes.base import Changed, Known, KnownPhoto, the_block
from server.pages.document import PageDocument, SlotPhoto

MOST_REVEAL: Final[Grains] = 3 * INCH
#: How far a photo may be trimmed, and how that is said.
TRIMS: Final = {"never": "never trimmed", "a-little": "trimmed a little at most", "freely": "trimmed freely"}


def place_photo(document: PageDocument, change: dict[str, Any], owners: Known) -> Changed:
    """Put a photo into a slot, empty it, or lay the photo there another way."""
    slot = the_block(document, change, Role.PHOTO)
    placed = dict(document.photos)
    photo = change.get("photo")
    if photo is None:
        placed.pop(slot.id, None)
        return Changed(replace(document, photos=placed), f"emptied {slot.name}")
    known = owners.photo(photo)
    if known is None:
        raise refuse("unknown-photo", "That photo is not in your box.", "photo")
    name = known.name
    before = placed.get(slot.id)
    other = next((s for s, p in placed.items() if p.photo == photo and s != slot.id), None)
    if other is not None:  # the photos change places
        placed.pop(other)
        if before is not None:
            placed[other] = SlotPhoto(before.photo)
    same = before is not None and before.photo == photo
    lying = _framed(before if same and before else SlotPhoto(photo), change)
    placed[slot.id] = _stepped(document, slot.id, known, lying, change)
    done = f"{name} lies another way" if same else f"{name} into {slot.name}"
    return Changed(replace(document, photos=placed), done)


def _framed(placed: SlotPhoto, change: dict[str, Any]) -> SlotPhoto:
    """Return a photo as it shall lie in its slot; what is not asked for stays as it is."""
    if change.get("as_it_comes"):
        placed = SlotPhoto(placed.photo, locked=placed.locked)
    if "look_x" in change or "look_y" in change:
        look_x, look_y = (change.get(name, getattr(placed, name)) for name in ("look_x", "look_y"))
        placed = replace(placed, look_x=0.5 if look_x is None else look_x, look_y=0.5 if look_y is None else look_y)
    if "level" in change:
        placed = replace(placed, turn=round(change["level"] * 100))
    return replace(placed, zoom=change.get("zoom", placed.zoom), locked=change.get("locked", placed.locked))


def _stepped(
    document: PageDocument, slot: str, photo: KnownPhoto, placed: SlotPhoto, change: dict[str, Any]
) -> SlotPhoto:
    """Return a photo moved in its slot from where it shows now, by so many steps to the right and down."""
    across, down = (change.get(name) or 0 for name in ("step_x", "step_y"))
    fitted = next((block for block in document.blocks if block.id == slot), None)
    if fitted is None or not (across or down):
        return placed
    middle = photo.shown(fitted, placed).moved(across, down)
    return replace(placed, look_x=float(middle.x), look_y=float(middle.y))


def place_matched(document: PageDocument, change: dict[str, Any], owners: Known) -> Changed:
    """Put several photos into slots at once, as they come; slots that are not named become empty."""
    placed: dict[str, SlotPhoto] = {}
    for row in change.get("placed") or ():
        slot = the_block(document, row, Role.PHOTO)
        if owners.photo(row["photo"]) is None:
            raise refuse("unknown-photo", "One of these photos is not in your box.", "photo")
        before = document.photos.get(slot.id)
        same = before is not None and before.photo == row["photo"]
        placed[slot.id] = before if same and before else SlotPhoto(row["photo"])
    if len({on.photo for on in placed.values()}) < len(placed):
        raise refuse("photo-twice", "A photo can lie in one slot only.", "placed")
    return Changed(replace(document, photos=placed), f"{len(placed)} photos matched to slots")


def lay_mats(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Lay mats behind a photo, the innermost first: what shows on the left, top, right and bottom of each."""
    photo = the_block(document, change, Role.PHOTO)
    unit, drawn_in = document.unit, document.sketch.unit
    reveals = []
    for row in change.get("mats") or ():
        sides = [asked_length(row, side, unit, f"The {side} of the mat") for side in ("left", "top", "right", "bottom")]
        if max(map(abs, sides)) > MOST_REVEAL or max(sides) <= 0:
            raise refuse("reveal", "A mat shows on one side at least, and at most 3 in.", "mats")
        if photo.turn and len(set(sides)) > 1:
            raise refuse("offset-tilted", "A tilted photo's mat shows alike on all sides.", "mats")
        seen = Reveals(*(partner_reveal(side, unit, drawn_in) for side in sides))
        reveals.append(in_the_drawing(seen, document.way.turn, document.way.mirrored))
    paper = str(change.get("paper") or "white")[:20]
    sketch = with_mats(document.sketch, photo.id, reveals, paper)
    words = {0: "no mat", 1: "a mat"}.get(len(reveals), f"{len(reveals)} mats")
    return Changed(replace(document, sketch=sketch, pins=()), f"{words} behind {photo.name}")


def keep_whole(document: PageDocument, change: dict[str, Any], owners: Known) -> Changed:
    """Keep the photo in a slot whole, on a mat as large as the slot."""
    slot = the_block(document, change, Role.PHOTO)
    on = document.photos.get(slot.id)
    known = owners.photo(on.photo) if on else None
    if known is None:
        raise refuse("no-photo", f"There is no photo in {slot.name} to keep whole.", "block")
    grid = bounds.DEFAULT_GRID[document.sketch.unit]
    on_its_side = document.way.turn % 180 != 0  # the slot is turned with the sketch, the photo is not
    size = whole_in(known.pixels, slot.size.swapped() if on_its_side else slot.size, grid, grid)
    if size is None:
        raise refuse("too-small", f"{slot.name} is too small for a photo on a mat.", "block")
    paper = str(change.get("paper") or "white")[:20]
    sketch = kept_whole(document.sketch, slot.id, size.swapped() if on_its_side else size, paper)
    return Changed(replace(document, sketch=sketch, pins=()), f"{slot.name} kept whole on a mat")


def shield(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Keep pieces off what matters in a photo from now on; with none named, that is taken back."""
    slot = the_block(document, change, Role.PHOTO)
    kept = tuple(shield for shield in document.shields if shield.lower != slot.id)
    new = []
    for row in change.get("shields") or ():
        upper = the_block(document, {"block": row["upper"]})
        way = document.way
        new.append(Shield(upper.id, slot.id, Axis(row["axis"]), row["covered"], row["of"], way.turn, way.mirrored))
    done = f"kept off {slot.name}" if new else f"{slot.name} may be covered as drawn"
    return Changed(replace(document, shields=(*kept, *new), pins=()), done)


def trim(document: PageDocument, change: dict[str, Any], _: Any) -> Changed:
    """Say how far a photo may be trimmed: never, a little, freely."""
    photo, how = the_block(document, change, Role.PHOTO), change.get("trim")
    if how not in TRIMS:
        raise refuse("trim", f"How far it may be trimmed is one of {', '.join(TRIMS)}.", "trim")
    never, freely = document.never_trim - {photo.id}, document.trim_freely - {photo.id}
    never |= {photo.id} if how == "never" else set()
    freely |= {photo.id} if how == "freely" else set()
    return Changed(replace(document, never_trim=never, trim_freely=freely), f"{photo.name} is {TRIMS[how]}")

"""The demo's data: a made-up scrapbooker with sketches, photos and four pages. Loading it twice changes nothing."""

import io
import json
from decimal import Decimal
from pathlib import Path
from typing import Any, Final, NamedTuple

from django.conf import settings
from django.contrib.auth import get_user_model

from demo.draw_photos import PHOTOS, draw
from server.accounts.services import DEMO_USER
from server.common.asked import asked_page
from server.pages.models import Page
from server.pages.services import change_page, make_page
from server.photos.models import Photo
from server.photos.services import add_photo
from server.sketches.models import Sketch
from server.sketches.services import add_sketch

SKETCH_FILES: Final = Path(settings.BASE_DIR) / "demo" / "sketches"


class DemoPage(NamedTuple):
    """A page of the demo: what it is made from, and which photo lies in which slot."""

    sketch: str
    format: str
    title: str
    slots: dict[str, str]
    sides: int = 1


PAGES: Final[dict[str, DemoPage]] = {
    "First honey on the roof": DemoPage(
        "Three on a ledge",
        "letter",
        "Rooftop honey",
        {"tall": "Roof, first light", "view-1": "The first full frame", "view-2": "Smoke and veil"},
    ),
    "Kite day": DemoPage(
        "Kite tail",
        "8x8",
        "Up, up, up",
        {"lead": "All the kites", "kite-1": "Ida runs", "kite-2": "Mending the white one"},
    ),
    "Winter lanterns": DemoPage(
        "Five lanterns",
        "12x12",
        "By lantern light",
        {
            "wide": "Down our street",
            "lamp-1": "Star on a stick",
            "lamp-2": "Cocoa afterwards",
            "lamp-3": "Over the bridge",
        },
    ),
    "The whole street flies": DemoPage(
        "Kites on two pages",
        "letter",
        "Wind enough",
        {"big": "Ida runs", "wide": "All the kites", "up": "Red one, high up"},
        sides=2,
    ),
}


def load_demo() -> Any:
    """Load what is missing of the demo's data and return its user."""
    users = get_user_model().objects
    user, new = users.get_or_create(username=DEMO_USER)
    if new:
        user.set_unusable_password()
        user.save()
    sketches = {row.name: row for row in Sketch.objects.filter(owner=user)}
    for path in sorted(SKETCH_FILES.glob("*.quilt.json")):
        data = json.loads(path.read_text("utf-8"), parse_float=Decimal)
        if data["name"] not in sketches:
            sketches[data["name"]] = add_sketch(owner=user, data=data)[0]
    photos = {row.name: row for row in Photo.objects.filter(owner=user)}
    for name in PHOTOS:
        if name not in photos:
            photos[name] = _add_drawn(user, name)
    known = set(Page.objects.filter(owner=user).values_list("name", flat=True))
    for name, page in PAGES.items():
        if name not in known:
            _make_page(user, name, page, sketches[page.sketch], {slot: photos[p] for slot, p in page.slots.items()})
    return user


def _add_drawn(user: Any, name: str) -> Photo:
    file = io.BytesIO()
    draw(name).save(file, "JPEG", quality=88)
    size = file.tell()
    file.seek(0)
    return add_photo(owner=user, name=name, file=file, size=size).photo


def _make_page(user: Any, name: str, page: DemoPage, sketch: Sketch, slots: dict[str, Photo]) -> None:
    on, key = asked_page({"format": page.format, "sides": page.sides, "gap": "1/4"})
    row = make_page(owner=user, sketch=sketch, on=on, format_key=key, name=name)
    row = change_page(page=row, version=row.version, change={"kind": "title", "block": "title", "text": page.title})
    for slot, photo in slots.items():
        change = {"kind": "photo", "block": slot, "photo": photo.pk}
        row = change_page(page=row, version=row.version, change=change)

"""What API tests share: two people, a client that speaks JSON, and something on the table."""

import io
import json
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase
from PIL import Image

from inkquilt.page import FORMATS
from server.pages import services
from server.pages.change_serializers import read_change
from server.pages.models import Page
from server.pages.services import make_page
from server.photos.services import add_photo
from server.sketches.services import add_sketch
from tests.api.answers import Client
from tests.building import data_of, row

SMALL = data_of(
    row("band", "strip", 0, 8, 12, 2, paper="B"),
    row("m", "mat", 0.875, 0.875, 4.25, 6.25, of="p", level=1),
    row("p", "photo", 1, 1, 4, 6, level=2),
    row("q", "photo", 6, 1, 4, 4, level=2),
    row("t", "title", 6, 6, 4, 1, level=2),
)


#: Her own least size of the title is 4 1/2 in: on a page of 4 in that cannot be.
TOO_WIDE = data_of(row("t", "title", 1, 1, 10, 1, min=["4 1/2", "3/4"]), row("p", "photo", 1, 3, 4, 6))


def picture(width: int = 600, height: int = 400, kind: str = "JPEG", colour: str = "teal", **save: Any) -> bytes:
    """Return a small picture file."""
    out = io.BytesIO()
    Image.new("RGB", (width, height), colour).save(out, kind, **save)
    return out.getvalue()


def change_page(*, page: Page, version: int, change: dict[str, Any], **more: Any) -> Page:
    """Make a change as it is asked of the API."""
    return services.change_page(page=page, version=version, change=read_change(change), **more)


class ApiTestCase(TestCase):
    """Two people: ``ida`` is signed in, ``otto`` owns things of his own."""

    @classmethod
    def setUpTestData(cls) -> None:
        users = get_user_model().objects
        cls.ida = users.create_user("ida", password="a roof of bees")
        cls.otto = users.create_user("otto", password="a street of kites")
        cls.letter = next(form for form in FORMATS if form.key == "letter").page()
        first = cls()
        first.signed_in()
        known = set(vars(first))
        first.lay_out()
        # Django gives every test a copy of its own.
        for name in vars(first).keys() - known:
            setattr(cls, name, getattr(first, name))

    def lay_out(self) -> None:
        """Lay out what every test of the class begins with: done once, whatever it keeps in itself is each test's."""

    def setUp(self) -> None:
        self.signed_in()

    def signed_in(self) -> None:
        """Ask as ``ida``."""
        self.client = Client()
        self.client.force_login(self.ida)

    def send(self, method: str, path: str, data: Any = None, client: Client | None = None) -> Any:
        """Send JSON and return the response."""
        body = {} if data is None else {"data": json.dumps(data), "content_type": "application/json"}
        return getattr(client or self.client, method)(f"/api/{path}", **body)

    def add_sketch(self, owner: Any = None, data: Any = None) -> Any:
        return add_sketch(owner=owner or self.ida, data=data or SMALL)[0]

    def add_page(self, owner: Any = None) -> Any:
        owner = owner or self.ida
        return make_page(owner=owner, sketch=self.add_sketch(owner), on=self.letter, format_key="letter")

    def add_photo(self, owner: Any = None, colour: str = "teal", content: bytes = b"") -> Any:
        content = content or picture(colour=colour)
        return add_photo(owner=owner or self.ida, name=colour, file=io.BytesIO(content), size=len(content)).photo

    def change(self, page_id: int, version: int, **change: Any) -> Any:
        return self.send("post", f"pages/{page_id}/changes/", {"version": version, "change": change})

"""A logbook of 5,000 finished pages and an album of 200 of them, asked over the API in a database of its own.

``python -m bench.logbook [PAGES]``. Every page has a record with people, tags, a story of sixty words and a dozen
things that were used; what is made up is made up by a seed. Told is how long each question takes, the whole answer;
the album is opened in Chromium too, from going to its address until its first pages are drawn.
"""

import io
import os
import statistics
import sys
import tempfile
import time
from datetime import date, timedelta
from random import Random

from PIL import Image

from demo.chromium import CHROMIUM

PEOPLE = ("Ada", "Oma", "Ivo", "Mila", "Jonas", "Tante Rosa", "Ben", "Lene")
TAGS = ("winter", "school", "garden", "birthday", "holiday", "bees", "kites", "home")
STORY = (
    "the roof was warm and the bees came home slowly while we counted jars and nobody wanted to go down again because "
    "kites were still up over the street and lanterns hung in the yard with paper stars that somebody had cut on sunday"
)
THINGS = ("kraft", "honey stripe", "navy", "paper daisy", "wooden bird", "linen label", "puffy letters", "ink pad")
ASKED = 15
IN_THE_ALBUM = 200


def main(count: int) -> None:
    """Measure and print."""
    with tempfile.TemporaryDirectory() as folder:
        os.environ["INKQUILT_DATA"] = folder
        os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
        import django

        django.setup()
        from django.core.management import call_command

        call_command("migrate", verbosity=0)
        client, album = _filled(count)
        client.get("/api/session/")  # what is loaded with the first request is not asked about
        for name, path in (
            ("search, one word", "/api/logbook/?words=lanterns"),
            ("search, three words", "/api/logbook/?words=roof+bees+stars"),
            ("search, the beginning of a word", "/api/logbook/?words=ki"),
            ("search in one year", "/api/logbook/?words=bees&year=2020"),
            ("one person", "/api/logbook/?who=Ada"),
            ("all, the latest", "/api/logbook/?limit=60"),
            ("people, tags, years", "/api/logbook/index/"),
            ("used, or lost?", "/api/logbook/uses/?words=paper+daisy"),
            ("all albums, and loose pages", "/api/albums/"),
            ("the album of 200 pages", f"/api/albums/{album}/"),
            ("goals", "/api/goals/"),
            ("what lies longest", "/api/using-up/"),
            ("what a year took", "/api/using-up/years/2020/"),
        ):
            times = []
            for _ in range(ASKED):
                started = time.perf_counter()
                answer = client.get(path)
                times.append(time.perf_counter() - started)
                assert answer.status_code == 200, answer.content[:200]
            told(name, times)
        told("the album, in the browser", _opened(client, album))


def told(name: str, times: list[float]) -> None:
    """Print a line."""
    print(f"{name:34} median {statistics.median(times) * 1000:5.0f} ms  most {max(times) * 1000:5.0f} ms")


def _opened(client, album: int) -> list[float]:
    """Return the seconds from going to an album until its first pages are drawn, all of it served by one process."""
    import threading

    from django.core.wsgi import get_wsgi_application
    from playwright.sync_api import sync_playwright
    from waitress.server import create_server

    server = create_server(get_wsgi_application(), host="127.0.0.1", port=0)
    threading.Thread(target=server.run, daemon=True).start()
    address = f"http://127.0.0.1:{server.effective_port}"
    times = []
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=["--no-sandbox"])
        context = browser.new_context(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
        context.add_cookies(
            [{"name": name, "value": one.value, "url": address} for name, one in client.cookies.items()]
        )
        page = context.new_page()
        drawn = "() => [...document.querySelectorAll('.opening img')].slice(0, 6).every(one => one.naturalWidth > 0)"
        for _ in range(ASKED):
            page.goto("about:blank")
            started = time.perf_counter()
            page.goto(f"{address}/albums/{album}", wait_until="commit")
            page.wait_for_selector(".opening img")
            page.wait_for_function(drawn, polling="raf")
            times.append(time.perf_counter() - started)
        browser.close()
    server.close()
    return times


def _filled(count: int):
    """Return a client of somebody with so many finished pages, and the number of an album of 200 of them."""
    from django.contrib.auth import get_user_model
    from django.test import Client

    from bench.sketches import demo_sketches
    from inkquilt.composition.used import Used, UsedKind
    from inkquilt.page import FORMATS
    from server.album.albums import begin_album, put_in
    from server.album.goals import begin_goal
    from server.album.models import LogEntry
    from server.album.services import keep_uses, keep_words
    from server.pages.models import Page, Revision
    from server.pages.services import new_page

    thumb = _thumb()
    random, owner = Random(7), get_user_model().objects.create_user("ida")
    form = next(form for form in FORMATS if form.key == "12x12")
    first = new_page(owner, demo_sketches()[0], form.page(), form.key, None, "Roof", None)
    document = first.revisions.get().document
    pages = Page.objects.bulk_create(Page(owner=owner, name=f"Page {number} of bees") for number in range(count))
    Revision.objects.bulk_create(
        (Revision(page=page, number=1, document=document, done="made the page") for page in pages), batch_size=500
    )
    for page in pages:
        day = date(2012, 1, 1) + timedelta(days=random.randrange(5_000))
        entry = LogEntry.objects.create(
            page=page, finished=day + timedelta(days=random.randrange(200)), event=day, event_end=day,
            who=random.sample(PEOPLE, 3), tags=random.sample(TAGS, 2), place="the roof",
            story=" ".join(random.choices(STORY.split(), k=60)), thumb=thumb, width=form.width, height=form.height,
            counted=random.randrange(600, 2_000),
        )  # fmt: skip
        keep_uses(
            entry,
            [
                Used(random.choice(list(UsedKind)), f"{number}", f"{random.choice(THINGS)} {number}")
                for number in random.sample(range(400), 12)
            ],
        )
        keep_words(entry)
    album = begin_album(owner=owner, name="The first ones", page=form.page())
    put_in(album=album, pages=[page.pk for page in pages[:IN_THE_ALBUM]])
    begin_goal(owner=owner, line="one page a month about bees since 2012")
    client = Client(SERVER_NAME="localhost")
    client.force_login(owner)
    return client, album.pk


def _thumb() -> bytes:
    """Return a picture as large as that of a page of paper."""
    out = io.BytesIO()
    Image.effect_noise((420, 420), 12).convert("RGB").save(out, "JPEG", quality=50)
    return out.getvalue()


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 5_000)

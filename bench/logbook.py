"""A logbook of 5,000 finished pages, asked over the API in a database of its own.

``python -m bench.logbook [PAGES]``. Every page has a record with people, tags, a story of sixty words and a dozen
things that were used; what is made up is made up by a seed. Told is how long each question takes, the whole answer.
"""

import os
import statistics
import sys
import tempfile
import time
from datetime import date, timedelta
from random import Random

PEOPLE = ("Ada", "Oma", "Ivo", "Mila", "Jonas", "Tante Rosa", "Ben", "Lene")
TAGS = ("winter", "school", "garden", "birthday", "holiday", "bees", "kites", "home")
STORY = (
    "the roof was warm and the bees came home slowly while we counted jars and nobody wanted to go down again because "
    "kites were still up over the street and lanterns hung in the yard with paper stars that somebody had cut on sunday"
)
THINGS = ("kraft", "honey stripe", "navy", "paper daisy", "wooden bird", "linen label", "puffy letters", "ink pad")
ASKED = 15


def main(count: int) -> None:
    """Measure and print."""
    with tempfile.TemporaryDirectory() as folder:
        os.environ["INKQUILT_DATA"] = folder
        os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
        import django

        django.setup()
        from django.core.management import call_command

        call_command("migrate", verbosity=0)
        client = _filled(count)
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
        ):
            times = []
            for _ in range(ASKED):
                started = time.perf_counter()
                answer = client.get(path)
                times.append(time.perf_counter() - started)
                assert answer.status_code == 200, answer.content[:200]
            print(f"{name:34} median {statistics.median(times) * 1000:5.0f} ms  most {max(times) * 1000:5.0f} ms")


def _filled(count: int):
    """Return a client of somebody with so many finished pages."""
    from django.contrib.auth import get_user_model
    from django.test import Client

    from bench.sketches import demo_sketches
    from inkquilt.composition.used import Used, UsedKind
    from inkquilt.page import FORMATS
    from server.album.models import LogEntry
    from server.album.services import keep_uses, keep_words
    from server.pages.models import Page, Revision
    from server.pages.services import new_page

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
            story=" ".join(random.choices(STORY.split(), k=60)), thumb=b"x" * 15_000,
        )  # fmt: skip
        keep_uses(
            entry,
            [
                Used(random.choice(list(UsedKind)), f"{number}", f"{random.choice(THINGS)} {number}")
                for number in random.sample(range(400), 12)
            ],
        )
        keep_words(entry)
    client = Client(SERVER_NAME="localhost")
    client.force_login(owner)
    return client


if __name__ == "__main__":
    main(int(sys.argv[1]) if len(sys.argv) > 1 else 5_000)

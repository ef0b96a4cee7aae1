"""Removing for good what was deleted too long ago."""

from server.pages.models import Page
from server.photos.services import purge_photos
from server.sketches.models import Sketch
from server.stash.models import Paper


def purge() -> int:
    """Remove everything past its time; returns how many things went."""
    pages = Page.objects.expired()
    sketches = Sketch.objects.expired()
    papers = Paper.objects.expired()
    count = pages.count() + sketches.count() + papers.count()
    pages.delete()
    sketches.delete()
    papers.delete()
    return count + purge_photos()

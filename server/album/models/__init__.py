"""The record of finished pages, and the albums they lie in."""

from server.album.models.albums import FIRST, Album, AlbumPlace, Goal
from server.album.models.record import MOST_STORY, USED_CHOICES, WORDS_TABLE, LogEntry, LogUse

__all__ = [
    "FIRST",
    "MOST_STORY",
    "USED_CHOICES",
    "WORDS_TABLE",
    "Album",
    "AlbumPlace",
    "Goal",
    "LogEntry",
    "LogUse",
]

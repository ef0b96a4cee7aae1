"""All addresses: the API by app, and the client for everything else."""

from django.urls import include, path, re_path, register_converter

from server.common.errors import unknown_address
from server.common.ids import IdConverter
from server.config.client import client

register_converter(IdConverter, "id")

urlpatterns = [
    path("api/", include("server.accounts.urls")),
    path("api/", include("server.sketches.urls")),
    path("api/", include("server.drafts.urls")),
    path("api/", include("server.photos.urls")),
    path("api/", include("server.stash.urls")),
    path("api/", include("server.pages.urls")),
    path("api/", include("server.tools.urls")),
    path("api/", include("server.cutting.urls")),
    path("api/", include("server.writing.urls")),
    path("api/", include("server.decorating.urls")),
    path("api/", include("server.words.urls")),
    path("api/", include("server.embellishments.urls")),
    path("api/", include("server.looking.urls")),
    path("api/", include("server.papering.urls")),
    path("api/", include("server.sticking.urls")),
    path("api/", include("server.album.urls")),
    path("api/", include("server.boxes.urls")),
    path("api/", include("server.using_up.urls")),
    path("api/", include("server.finder.urls")),
    path("api/", include("server.printing.urls")),
    path("api/", include("server.exchange.urls")),
    path("api/", include("server.recovery.urls")),
    path("api/", include("server.unfinished.urls")),
    re_path(r"^api/.*$", unknown_address),
    re_path(r"^(?!static/).*$", client),
]
handler404 = "server.common.errors.unknown_address"
handler500 = "server.common.errors.server_error"

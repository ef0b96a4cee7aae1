"""Addresses of embellishments."""

from django.urls import path

from server.embellishments.views import (
    EmbellishmentLinesView,
    EmbellishmentPictureView,
    EmbellishmentsView,
    EmbellishmentView,
    FoundThingsView,
)

urlpatterns = [
    path("embellishments/", EmbellishmentsView.as_view()),
    path("embellishments/lines/", EmbellishmentLinesView.as_view()),
    path("embellishments/found/", FoundThingsView.as_view()),
    path("embellishments/<id:pk>/picture/", EmbellishmentPictureView.as_view()),
    path("embellishments/<id:pk>/", EmbellishmentView.as_view()),
]

"""Addresses of embellishments."""

from django.urls import path

from server.embellishments.views import EmbellishmentLinesView, EmbellishmentsView, EmbellishmentView

urlpatterns = [
    path("embellishments/", EmbellishmentsView.as_view()),
    path("embellishments/lines/", EmbellishmentLinesView.as_view()),
    path("embellishments/<id:pk>/", EmbellishmentView.as_view()),
]

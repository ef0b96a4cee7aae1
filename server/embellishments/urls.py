"""Addresses of embellishments."""

from django.urls import path

from server.embellishments.views import (
    ClustersView,
    CoverView,
    EmbellishmentsView,
    EmbellishmentView,
    ReadyWordsView,
    ScatterView,
)

urlpatterns = [
    path("embellishments/", EmbellishmentsView.as_view()),
    path("embellishments/<int:pk>/", EmbellishmentView.as_view()),
    path("pages/<int:pk>/clusters/", ClustersView.as_view()),
    path("pages/<int:pk>/scatter/", ScatterView.as_view()),
    path("pages/<int:pk>/ready-words/", ReadyWordsView.as_view()),
    path("pages/<int:pk>/cover/", CoverView.as_view()),
]

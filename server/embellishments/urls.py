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
    path("embellishments/<id:pk>/", EmbellishmentView.as_view()),
    path("pages/<id:pk>/clusters/", ClustersView.as_view()),
    path("pages/<id:pk>/scatter/", ScatterView.as_view()),
    path("pages/<id:pk>/ready-words/", ReadyWordsView.as_view()),
    path("pages/<id:pk>/cover/", CoverView.as_view()),
]

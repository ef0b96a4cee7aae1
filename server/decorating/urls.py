"""Addresses of proposals for embellishments on a page."""

from django.urls import path

from server.decorating.views import ClustersView, CoverView, ReadyWordsView, ScatterView

urlpatterns = [
    path("pages/<id:pk>/clusters/", ClustersView.as_view()),
    path("pages/<id:pk>/scatter/", ScatterView.as_view()),
    path("pages/<id:pk>/ready-words/", ReadyWordsView.as_view()),
    path("pages/<id:pk>/cover/", CoverView.as_view()),
]

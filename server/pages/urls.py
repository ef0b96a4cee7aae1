"""Addresses of pages."""

from django.urls import path

from server.pages.photo_views import MatchView, MatColourView, ShowsView
from server.pages.views import (
    ChangesView,
    CompanionsView,
    FinishView,
    FitView,
    FormatsView,
    KeepSketchView,
    NearestView,
    PageBoxView,
    PageCopiesView,
    PagesView,
    PageView,
    ProposalsView,
    RedoView,
    TiesView,
    UndoView,
    WaysOutView,
    WaysView,
)

urlpatterns = [
    path("formats/", FormatsView.as_view()),
    path("pages/", PagesView.as_view()),
    path("pages/<id:pk>/", PageView.as_view()),
    path("pages/<id:pk>/changes/", ChangesView.as_view()),
    path("pages/<id:pk>/copies/", PageCopiesView.as_view()),
    path("pages/<id:pk>/undo/", UndoView.as_view()),
    path("pages/<id:pk>/redo/", RedoView.as_view()),
    path("pages/<id:pk>/nearest/", NearestView.as_view()),
    path("pages/<id:pk>/finish/", FinishView.as_view()),
    path("pages/<id:pk>/shows/", ShowsView.as_view()),
    path("pages/<id:pk>/mat-colour/", MatColourView.as_view()),
    path("pages/<id:pk>/match/", MatchView.as_view()),
    path("pages/<id:pk>/ties/", TiesView.as_view()),
    path("pages/<id:pk>/proposals/", ProposalsView.as_view()),
    path("pages/<id:pk>/fit/", FitView.as_view()),
    path("pages/<id:pk>/ways/", WaysView.as_view()),
    path("pages/<id:pk>/companions/", CompanionsView.as_view()),
    path("pages/<id:pk>/box/", PageBoxView.as_view()),
    path("pages/<id:pk>/sketch/", KeepSketchView.as_view()),
    path("pages/<id:pk>/ways-out/", WaysOutView.as_view()),
]

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
    path("pages/<int:pk>/", PageView.as_view()),
    path("pages/<int:pk>/changes/", ChangesView.as_view()),
    path("pages/<int:pk>/undo/", UndoView.as_view()),
    path("pages/<int:pk>/redo/", RedoView.as_view()),
    path("pages/<int:pk>/nearest/", NearestView.as_view()),
    path("pages/<int:pk>/finish/", FinishView.as_view()),
    path("pages/<int:pk>/shows/", ShowsView.as_view()),
    path("pages/<int:pk>/mat-colour/", MatColourView.as_view()),
    path("pages/<int:pk>/match/", MatchView.as_view()),
    path("pages/<int:pk>/ties/", TiesView.as_view()),
    path("pages/<int:pk>/proposals/", ProposalsView.as_view()),
    path("pages/<int:pk>/fit/", FitView.as_view()),
    path("pages/<int:pk>/ways/", WaysView.as_view()),
    path("pages/<int:pk>/companions/", CompanionsView.as_view()),
    path("pages/<int:pk>/sketch/", KeepSketchView.as_view()),
    path("pages/<int:pk>/ways-out/", WaysOutView.as_view()),
]

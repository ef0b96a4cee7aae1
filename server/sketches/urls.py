"""Addresses of sketches."""

from django.urls import path

from server.sketches.views import ReadySketchesView, SketchCopiesView, SketchesView, SketchView

urlpatterns = [
    path("sketches/", SketchesView.as_view()),
    path("sketches/ready/", ReadySketchesView.as_view()),
    path("sketches/<id:pk>/", SketchView.as_view()),
    path("sketches/<id:pk>/copies/", SketchCopiesView.as_view()),
]

"""Addresses of sketches."""

from django.urls import path

from server.sketches.views import SketchesView, SketchView

urlpatterns = [path("sketches/", SketchesView.as_view()), path("sketches/<id:pk>/", SketchView.as_view())]

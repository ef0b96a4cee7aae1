"""Addresses of the finder."""

from django.urls import path

from server.finder.views import FinderView, FitFoundView

urlpatterns = [
    path("finder/", FinderView.as_view()),
    path("finder/fit/", FitFoundView.as_view()),
]

"""Addresses of tools."""

from django.urls import path

from server.tools.views import ShapingToolsView, ShapingToolView, TrimmersView, TrimmerView

urlpatterns = [
    path("trimmers/", TrimmersView.as_view()),
    path("trimmers/<id:pk>/", TrimmerView.as_view()),
    path("tools/", ShapingToolsView.as_view()),
    path("tools/<id:pk>/", ShapingToolView.as_view()),
]

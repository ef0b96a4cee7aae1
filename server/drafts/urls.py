"""Addresses of drafts."""

from django.urls import path

from server.drafts.table_views import DraftsOnTableView, TableDraftView, TraceView
from server.drafts.views import BasicTypesView, DraftsView, MeasuredView, RedrawView, SketchDraftView

urlpatterns = [
    path("drafts/", DraftsView.as_view()),
    path("drafts/table/", DraftsOnTableView.as_view()),
    path("drafts/table/<id:pk>/", TableDraftView.as_view()),
    path("drafts/table/<id:pk>/trace/", TraceView.as_view()),
    path("drafts/basic/", BasicTypesView.as_view()),
    path("drafts/measured/", MeasuredView.as_view()),
    path("drafts/redraw/", RedrawView.as_view()),
    path("sketches/<id:pk>/draft/", SketchDraftView.as_view()),
]

"""Addresses of piece lists, measures and files."""

from django.urls import path, re_path

from server.exchange.backup_views import EverythingView
from server.exchange.file_views import FileView, SketchFileView
from server.exchange.measure_views import PageMeasuresView, ReckoningView, SketchMeasuresView

urlpatterns = [
    path("everything/", EverythingView.as_view()),
    path("pages/<id:pk>/measures/", PageMeasuresView.as_view()),
    path("pages/<id:pk>/reckoning/", ReckoningView.as_view()),
    path("sketches/<id:pk>/measures/", SketchMeasuresView.as_view()),
    re_path(
        r"^pages/(?P<pk>\d{1,15})/files/(?P<name>page\.pdf|page\.png|page\.jpg|page\.svg|pieces\.csv|page\.quilt\.json|measures\.pdf|words\.pdf|placing\.pdf)$",
        FileView.as_view(),
    ),
    re_path(
        r"^sketches/(?P<pk>\d{1,15})/files/(?P<name>sketch\.svg|sketch\.quilt\.json|measures\.pdf)$",
        SketchFileView.as_view(),
    ),
]

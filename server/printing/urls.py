"""Addresses of photo prints."""

from django.urls import path, re_path

from server.printing.views import PrinterView, PrintFilesView, PrintsView

urlpatterns = [
    path("prints/", PrintsView.as_view()),
    re_path(r"^prints/photo-prints\.(?P<kind>pdf|zip)$", PrintFilesView.as_view()),
    path("printer/", PrinterView.as_view()),
]

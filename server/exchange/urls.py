"""Addresses of piece lists and files."""

from django.urls import path, re_path

from server.exchange.views import FileView, PiecesView

urlpatterns = [
    path("pages/<int:pk>/pieces/", PiecesView.as_view()),
    re_path(
        r"^pages/(?P<pk>\d{1,15})/files/(?P<name>page\.pdf|page\.svg|pieces\.csv|page\.quilt\.json)$",
        FileView.as_view(),
    ),
]

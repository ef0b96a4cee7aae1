"""Addresses of project boxes."""

from django.urls import path

from server.boxes.views import BoxesView, BoxPiecesView, BoxPieceView, BoxView

urlpatterns = [
    path("boxes/", BoxesView.as_view()),
    path("boxes/<id:pk>/", BoxView.as_view()),
    path("boxes/<id:pk>/pieces/", BoxPiecesView.as_view()),
    path("boxes/<id:pk>/pieces/<id:piece>/", BoxPieceView.as_view()),
]

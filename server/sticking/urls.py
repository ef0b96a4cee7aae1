"""Addresses of sticking down."""

from django.urls import path

from server.sticking.views import (
    AfterwardsView,
    GuideView,
    StickingView,
    TableJpegView,
    TablePicturesView,
    TablePictureView,
)

urlpatterns = [
    path("pages/<id:pk>/table-pictures/", TablePicturesView.as_view()),
    path("pages/<id:pk>/table-pictures/<id:picture>/", TablePictureView.as_view()),
    path("pages/<id:pk>/table-pictures/<id:picture>/picture/", TableJpegView.as_view()),
    path("pages/<id:pk>/sticking/", StickingView.as_view()),
    path("pages/<id:pk>/sticking/guide.pdf", GuideView.as_view()),
    path("pages/<id:pk>/sticking/<str:thing>/", AfterwardsView.as_view()),
]

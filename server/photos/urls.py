"""Addresses of photos."""

from django.urls import path, re_path

from server.photos.colour_views import ColourAtView, ColoursView
from server.photos.views import (
    AreasView,
    EnteredPrintsView,
    LookView,
    PhotoCopiesView,
    PhotoPictureView,
    PhotosView,
    PhotoView,
)

urlpatterns = [
    path("photos/", PhotosView.as_view()),
    path("photos/prints/", EnteredPrintsView.as_view()),
    path("photos/<id:pk>/", PhotoView.as_view()),
    path("photos/<id:pk>/areas/", AreasView.as_view()),
    path("photos/<id:pk>/copies/", PhotoCopiesView.as_view()),
    path("photos/<id:pk>/look/", LookView.as_view()),
    path("photos/<id:pk>/colours/", ColoursView.as_view()),
    path("photos/<id:pk>/colours/at/", ColourAtView.as_view()),
    re_path(r"^photos/(?P<pk>\d{1,15})/(?P<kind>view|thumb)/$", PhotoPictureView.as_view()),
]

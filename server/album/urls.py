"""Addresses of finished pages and the logbook."""

from django.urls import path

from server.album.album_views import (
    AlbumFolderView,
    AlbumPagesView,
    AlbumPageView,
    AlbumsView,
    AlbumView,
    ContactBookView,
    FacingPageView,
    GoalsView,
    GoalView,
)
from server.album.views import EventsView, LogbookView, LogIndexView, RecordView, SlipView, ThumbView, UsesView

urlpatterns = [
    path("pages/<id:pk>/record/", RecordView.as_view()),
    path("pages/<id:pk>/slip.pdf", SlipView.as_view()),
    path("pages/<id:pk>/thumb/", ThumbView.as_view()),
    path("logbook/", LogbookView.as_view()),
    path("logbook/index/", LogIndexView.as_view()),
    path("logbook/uses/", UsesView.as_view()),
    path("logbook/events/", EventsView.as_view()),
    path("albums/", AlbumsView.as_view()),
    path("albums/<id:pk>/", AlbumView.as_view()),
    path("albums/<id:pk>/pages/", AlbumPagesView.as_view()),
    path("albums/<id:pk>/pages/<id:page>/", AlbumPageView.as_view()),
    path("albums/<id:pk>/pages/<id:page>/facing/", FacingPageView.as_view()),
    path("albums/<id:pk>/contacts.pdf", ContactBookView.as_view()),
    path("albums/<id:pk>/folder.zip", AlbumFolderView.as_view()),
    path("goals/", GoalsView.as_view()),
    path("goals/<id:pk>/", GoalView.as_view()),
]

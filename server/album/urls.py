"""Addresses of finished pages and the logbook."""

from django.urls import path

from server.album.views import EventsView, LogbookView, LogIndexView, RecordView, SlipView, ThumbView, UsesView

urlpatterns = [
    path("pages/<id:pk>/record/", RecordView.as_view()),
    path("pages/<id:pk>/slip.pdf", SlipView.as_view()),
    path("pages/<id:pk>/thumb/", ThumbView.as_view()),
    path("logbook/", LogbookView.as_view()),
    path("logbook/index/", LogIndexView.as_view()),
    path("logbook/uses/", UsesView.as_view()),
    path("logbook/events/", EventsView.as_view()),
]

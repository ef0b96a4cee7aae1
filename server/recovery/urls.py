"""Addresses of deleted things."""

from django.urls import path

from server.recovery.views import DeletedView

urlpatterns = [path("deleted/", DeletedView.as_view())]

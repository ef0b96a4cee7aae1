"""Addresses of the session."""

from django.urls import path

from server.accounts.link_views import LinkView
from server.accounts.views import RegisterView, SessionView, UsualView

urlpatterns = [
    path("session/", SessionView.as_view()),
    path("session/link/", LinkView.as_view()),
    path("session/usual/", UsualView.as_view()),
    path("register/", RegisterView.as_view()),
]

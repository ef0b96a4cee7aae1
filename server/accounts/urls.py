"""Addresses of the session."""

from django.urls import path

from server.accounts.views import RegisterView, SessionView

urlpatterns = [path("session/", SessionView.as_view()), path("register/", RegisterView.as_view())]

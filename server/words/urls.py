"""Addresses of words."""

from django.urls import path

from server.words.story_views import HandView, ScriptsView
from server.words.views import AlphabetsView, AlphabetView, FoundLettersView

urlpatterns = [
    path("alphabets/", AlphabetsView.as_view()),
    path("alphabets/found/", FoundLettersView.as_view()),
    path("alphabets/<id:pk>/", AlphabetView.as_view()),
    path("scripts/", ScriptsView.as_view()),
    path("hands/<id:pk>/", HandView.as_view()),
]

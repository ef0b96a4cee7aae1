"""Addresses of words."""

from django.urls import path

from server.words.story_views import HandView, ScriptsView, StoryWaysView
from server.words.views import AlphabetsView, AlphabetView, LettersTakenView, TitleWaysView

urlpatterns = [
    path("alphabets/", AlphabetsView.as_view()),
    path("alphabets/<id:pk>/", AlphabetView.as_view()),
    path("scripts/", ScriptsView.as_view()),
    path("hands/<id:pk>/", HandView.as_view()),
    path("pages/<id:pk>/stories/", StoryWaysView.as_view()),
    path("pages/<id:pk>/titles/<str:block>/letters/", LettersTakenView.as_view()),
    path("pages/<id:pk>/titles/<str:block>/", TitleWaysView.as_view()),
]

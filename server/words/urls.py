"""Addresses of words."""

from django.urls import path

from server.words.story_views import HandView, ScriptsView, StoryWaysView
from server.words.views import AlphabetsView, AlphabetView, LettersTakenView, TitleWaysView

urlpatterns = [
    path("alphabets/", AlphabetsView.as_view()),
    path("alphabets/<int:pk>/", AlphabetView.as_view()),
    path("scripts/", ScriptsView.as_view()),
    path("hands/<int:pk>/", HandView.as_view()),
    path("pages/<int:pk>/stories/", StoryWaysView.as_view()),
    path("pages/<int:pk>/titles/<str:block>/letters/", LettersTakenView.as_view()),
    path("pages/<int:pk>/titles/<str:block>/", TitleWaysView.as_view()),
]

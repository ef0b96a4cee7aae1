"""Addresses of titles and stories of a page."""

from django.urls import path

from server.writing.story_views import StoryWaysView
from server.writing.title_views import LettersTakenView, TitleSpotsView, TitleWaysView

urlpatterns = [
    path("pages/<id:pk>/stories/", StoryWaysView.as_view()),
    path("pages/<id:pk>/title-places/", TitleSpotsView.as_view()),
    path("pages/<id:pk>/titles/<str:block>/letters/", LettersTakenView.as_view()),
    path("pages/<id:pk>/titles/<str:block>/", TitleWaysView.as_view()),
]

"""Addresses of words."""

from django.urls import path

from server.words.views import AlphabetsView, AlphabetView, TitleWaysView

urlpatterns = [
    path("alphabets/", AlphabetsView.as_view()),
    path("alphabets/<int:pk>/", AlphabetView.as_view()),
    path("pages/<int:pk>/titles/<str:block>/", TitleWaysView.as_view()),
]

"""Addresses of choosing papers."""

from django.urls import path

from server.papering.views import (
    MendsView,
    PaperingsView,
    PapersOnPageView,
    SuitedView,
    SwatchCardView,
    WheelView,
    WhyNotView,
)

urlpatterns = [
    path("pages/<id:pk>/papers/", PapersOnPageView.as_view()),
    path("pages/<id:pk>/papers/paperings/", PaperingsView.as_view()),
    path("pages/<id:pk>/papers/suited/", SuitedView.as_view()),
    path("pages/<id:pk>/papers/why/", WhyNotView.as_view()),
    path("pages/<id:pk>/papers/mends/", MendsView.as_view()),
    path("pages/<id:pk>/papers/files/swatches.pdf", SwatchCardView.as_view()),
    path("colours/wheel/", WheelView.as_view()),
]

"""Addresses of the second look."""

from django.urls import path

from server.looking.views import LookAgainView, SnapshotsView, SnapshotView, StepsView, StepView, SwitchOffView, TryView

urlpatterns = [
    path("observations/off/", SwitchOffView.as_view()),
    path("pages/<int:pk>/look/", LookAgainView.as_view()),
    path("pages/<int:pk>/try/", TryView.as_view()),
    path("pages/<int:pk>/steps/", StepsView.as_view()),
    path("pages/<int:pk>/steps/<int:number>/", StepView.as_view()),
    path("pages/<int:pk>/snapshots/", SnapshotsView.as_view()),
    path("pages/<int:pk>/snapshots/<int:snapshot>/", SnapshotView.as_view()),
]

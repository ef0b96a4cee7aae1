"""Addresses of the second look."""

from django.urls import path

from server.looking.views import LookAgainView, SnapshotsView, SnapshotView, StepsView, StepView, SwitchOffView, TryView

urlpatterns = [
    path("observations/off/", SwitchOffView.as_view()),
    path("pages/<id:pk>/look/", LookAgainView.as_view()),
    path("pages/<id:pk>/try/", TryView.as_view()),
    path("pages/<id:pk>/steps/", StepsView.as_view()),
    path("pages/<id:pk>/steps/<id:number>/", StepView.as_view()),
    path("pages/<id:pk>/snapshots/", SnapshotsView.as_view()),
    path("pages/<id:pk>/snapshots/<id:snapshot>/", SnapshotView.as_view()),
]

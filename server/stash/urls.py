"""Addresses of the stash."""

from django.urls import path

from server.stash.views import PapersView, PaperView, PictureView, StocksView, StockView

urlpatterns = [
    path("stash/papers/", PapersView.as_view()),
    path("stash/papers/<int:pk>/", PaperView.as_view()),
    path("stash/papers/<int:pk>/stock/", StocksView.as_view()),
    path("stash/papers/<int:pk>/stock/<int:stock>/", StockView.as_view()),
    path("stash/papers/<int:pk>/pictures/<str:side>/", PictureView.as_view()),
]

"""Addresses of the stash."""

from django.urls import path

from server.stash.companion_views import CompanionsView, CompanionView, PalettesView, PaletteView
from server.stash.views import (
    FoundScrapsView,
    PapersView,
    PaperView,
    PictureView,
    ReadAgainView,
    ScrapPictureView,
    ScrapsView,
    StocksView,
    StockView,
)

urlpatterns = [
    path("stash/papers/", PapersView.as_view()),
    path("stash/papers/<id:pk>/", PaperView.as_view()),
    path("stash/papers/<id:pk>/stock/", StocksView.as_view()),
    path("stash/papers/<id:pk>/stock/<id:stock>/", StockView.as_view()),
    path("stash/papers/<id:pk>/scraps/", ScrapsView.as_view()),
    path("stash/scraps/found/", FoundScrapsView.as_view()),
    path("stash/scraps/<id:pk>/picture/", ScrapPictureView.as_view()),
    path("stash/papers/<id:pk>/pictures/<str:side>/", PictureView.as_view()),
    path("stash/papers/<id:pk>/pictures/<str:side>/read/", ReadAgainView.as_view()),
    path("stash/palettes/", PalettesView.as_view()),
    path("stash/palettes/<id:pk>/", PaletteView.as_view()),
    path("stash/companions/", CompanionsView.as_view()),
    path("stash/companions/<id:pk>/", CompanionView.as_view()),
]

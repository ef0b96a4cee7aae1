"""Addresses of using up the stash."""

from django.urls import path

from server.using_up.views import (
    InventoryTableView,
    InventoryView,
    LongestBoxView,
    ToBuyView,
    UsingUpView,
    YearView,
)

urlpatterns = [
    path("using-up/", UsingUpView.as_view()),
    path("using-up/longest/", LongestBoxView.as_view()),
    path("using-up/years/<id:year>/", YearView.as_view()),
    path("using-up/inventory.pdf", InventoryView.as_view()),
    path("using-up/inventory.csv", InventoryTableView.as_view()),
    path("using-up/to-buy.pdf", ToBuyView.as_view()),
]

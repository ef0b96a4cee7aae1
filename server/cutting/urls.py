"""Addresses of the cutting table."""

from django.urls import path, re_path

from server.cutting.machine_views import MachineFileView, MachineRunView
from server.cutting.views import CutAdviceView, CutFileView, RunView, TableView, TakeStockView, UndoRunView

urlpatterns = [
    path("pages/<id:pk>/cutting/", TableView.as_view()),
    path("pages/<id:pk>/cutting/advice/", CutAdviceView.as_view()),
    path("pages/<id:pk>/cutting/run/", RunView.as_view()),
    path("pages/<id:pk>/cutting/run/stock/", TakeStockView.as_view()),
    path("pages/<id:pk>/cutting/run/undo/", UndoRunView.as_view()),
    re_path(r"^pages/(?P<pk>\d{1,15})/cutting/files/(?P<name>cuts\.pdf|cuts\.csv)$", CutFileView.as_view()),
    path("pages/<id:pk>/cutting/machine/", MachineRunView.as_view()),
    path("pages/<id:pk>/cutting/machine/file/", MachineFileView.as_view()),
]

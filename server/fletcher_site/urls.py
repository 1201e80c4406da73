"""Addresses: the API under /api/, the interface everywhere else."""

from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie

from .api import api
from .pages import interface

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|static/|assets/).*$", ensure_csrf_cookie(interface)),
]

"""Addresses: the API under /api/, two for whoever watches the server, the interface everywhere else."""

from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie

from .api import api
from .health import health, ready
from .pages import interface

urlpatterns = [
    path("health", health),
    path("ready", ready),
    path("api/", api.urls),
    re_path(r"^(?!api/|static/|assets/).*$", ensure_csrf_cookie(interface)),
]
handler500 = "fletcher_site.faults.server_error"
handler404 = "fletcher_site.faults.not_found"
handler400 = "fletcher_site.faults.bad_request"
handler403 = "fletcher_site.faults.forbidden"

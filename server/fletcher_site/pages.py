"""The page that carries the interface, and what it may load."""

from __future__ import annotations

from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

_POLICY = (
    "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; "
    "font-src 'self' data:; connect-src 'self'; frame-ancestors 'none'; base-uri 'self'; form-action 'self'"
)
_NOT_BUILT = "The screens are not built yet. Run ./fletcher up, which builds them."


class ContentPolicy:
    """Tells the browser that nothing comes from elsewhere."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]):
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY)
        return response


def interface(request: HttpRequest) -> HttpResponse:
    """One page for every screen; the interface reads the address itself."""
    page = settings.WEB_DIST / "index.html"
    if not page.exists():
        return HttpResponse(_NOT_BUILT, status=503, content_type="text/plain; charset=utf-8")
    response = HttpResponse(page.read_text(encoding="utf-8"))
    response.headers["Cache-Control"] = "no-cache"
    return response

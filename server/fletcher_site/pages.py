"""The page that carries the interface."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse

_NOT_BUILT = "The screens are not built yet. Run ./fletcher up, which builds them."


def interface(request: HttpRequest) -> HttpResponse:
    """One page for every screen; the interface reads the address itself."""
    page = settings.WEB_DIST / "index.html"
    if not page.exists():
        return HttpResponse(_NOT_BUILT, status=503, content_type="text/plain; charset=utf-8")
    text = page.read_text(encoding="utf-8").replace("__NONCE__", str(request.csp_nonce))  # type: ignore[attr-defined]
    response = HttpResponse(text)
    response.headers["Cache-Control"] = "no-cache"
    return response

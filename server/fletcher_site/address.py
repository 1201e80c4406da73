"""Where a request comes from: the connection's own address, unless proxies are configured that may say more."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest


def address_of(request: HttpRequest) -> str:
    """The visitor's address, as far as it can be trusted.

    ``X-Forwarded-For`` is written by whoever sends the request; only the last ``FLETCHER_PROXIES`` entries were
    written by proxies of ours, so that the one before them, counted from the right, is the visitor.
    """
    direct = str(request.META.get("REMOTE_ADDR") or "")
    proxies: int = settings.PROXIES
    said = [part.strip() for part in str(request.META.get("HTTP_X_FORWARDED_FOR", "")).split(",") if part.strip()]
    if proxies < 1 or len(said) < proxies:
        return direct
    return said[-proxies][:64]

"""How often one address may do what costs something, counted in storage that all server processes share."""

from __future__ import annotations

import os

from django.core.cache import caches
from django.http import HttpRequest
from ninja.throttling import SimpleRateThrottle

from ..address import address_of
from ..turns import turn

#: requests that wait while one is counted, some milliseconds each, and for how many seconds (own choice)
_WAITING, _PATIENCE = 12, 5.0


class PerAddress(SimpleRateThrottle):
    """So many in a time from one address; `scope` tells what is counted together."""

    cache = caches["counts"]

    def __init__(self, scope: str, rate: str) -> None:
        self.scope = scope
        super().__init__(os.environ.get(f"FLETCHER_RATE_{scope.upper()}", rate))

    def allow_request(self, request: HttpRequest) -> bool:
        # read, then written: by one at a time, or as many as there are threads would pass beyond the limit at once
        with turn("count", _WAITING, _PATIENCE):
            return super().allow_request(request)

    def get_cache_key(self, request: HttpRequest) -> str:
        return f"{self.scope}-{address_of(request)}"

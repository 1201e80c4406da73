"""What comes in is looked at once, here: sizes, characters that cannot be kept, and what is no JSON at all."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any, cast

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse, UnreadablePostError
from fletcher_core import Problem, Refused, read_json
from ninja.parser import Parser
from ninja.types import DictStrAny

from . import faults, turns
from .workshop import pictures

#: bytes of a body: of anything, and of a picture in base 64
BODY, PICTURE = 2_000_000, 14_000_000
#: values in a body in all, names in one of its objects, and how deep they may be nested; the largest airframe
#: file that the rules allow has some 30 000 values
VALUES, NAMES, DEPTH = 60_000, 40, 24
_TOKEN = re.compile(r"^[A-Za-z0-9]{8,64}$")
#: read and dropped before an answer that refuses the rest, so that the answer arrives
_DROPPED = 32_000_000


def _said(what: str, right: str, label: str = "request") -> Refused:
    return Refused([Problem((), label, what, right)])


def _cannot_be_kept(text: str) -> bool:
    """A null character, or half of a pair: no database keeps them."""
    return "\x00" in text or any("\ud800" <= c <= "\udfff" for c in text)


def _text(value: str) -> None:
    if ("\x00" in value or not value.isascii()) and _cannot_be_kept(value):
        raise _said("A text holds a character that cannot be kept.", "Type it again without it.", "text")


def looked_at(data: Any) -> Any:
    """The same data, when its size, its shape and its characters can be used.

    Raises
    ------
    Refused
        With what is wrong.
    """
    level, values = [data], 0
    for _ in range(DEPTH):
        below: list[Any] = []
        for node in level:
            if isinstance(node, dict):
                if len(node) > NAMES:
                    raise _said(f"It has {len(node)} names in one place.", f"There can be at most {NAMES}.")
                for name in node:
                    _text(name)
                below.extend(node.values())
            elif isinstance(node, list):
                below.extend(node)
            elif isinstance(node, str):
                _text(node)
        values += len(below)
        if values > VALUES:
            raise _said("It holds more than any airframe has.", f"There can be at most {VALUES} values.")
        if not below:
            return data
        level = below
    raise _said("It is nested too deeply.", f"At most {DEPTH} levels.")


class Reader(Parser):
    """Bodies of requests, looked at before anything is made of them."""

    def parse_body(self, request: HttpRequest) -> DictStrAny:
        try:
            data = read_json(request.body)
        except (ValueError, RecursionError) as exc:
            raise _said("It is not JSON that can be read.", "Send the document as JSON.") from exc
        return cast(DictStrAny, looked_at(data))


class Door:
    """Refuses at once what no route could use, and says why."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        refused = self._refused(request)
        if refused is not None:
            return refused
        if request.method == "PUT" and request.path.endswith("/picture"):
            # it has arrived before its turn comes: who sends slowly keeps no other picture waiting
            try:
                request.body  # noqa: B018
            except UnreadablePostError:
                return self._no(request, 400, "picture", "It did not arrive whole.", "Send it again.")
            try:
                with pictures.one_at_a_time():
                    response = self.get_response(request)
            except turns.Busy as exc:
                return faults.answer(request, exc)
        else:
            response = self.get_response(request)
        response.headers.setdefault("Permissions-Policy", settings.PERMISSIONS_POLICY)
        if response.status_code == 405 and request.path.startswith("/api/"):
            said = self._no(request, 405, "request", "This address does not take it.", "Open the page again.")
            said.headers["Allow"] = response.headers.get("Allow", "")
            return said
        return response

    def _refused(self, request: HttpRequest) -> HttpResponse | None:
        for name in (settings.SESSION_COOKIE_NAME, settings.CSRF_COOKIE_NAME):
            if name in request.COOKIES and not _TOKEN.match(request.COOKIES[name]):
                del request.COOKIES[name]  # not one that was given out here
        query = request.META.get("QUERY_STRING", "")
        if len(query) > 4000 or "%00" in query or _cannot_be_kept(request.path):
            return self._no(request, 422, "address", "It holds what cannot be used.", "Open the page again.")
        if request.method in ("GET", "HEAD", "OPTIONS"):
            return None
        try:
            length = int(request.META.get("CONTENT_LENGTH") or 0)
        except ValueError:
            return self._no(request, 400, "request", "Its length is no number.", "Send it again.")
        picture = request.path.endswith("/picture")
        most = PICTURE if picture else BODY
        if length > most:
            self._drop(request, length)
            what = f"It is larger than {most // 1_000_000} MB."
            return self._no(request, 413, "picture" if picture else "request", what, "Send less at once.")
        kind = request.META.get("CONTENT_TYPE", "").partition(";")[0].strip().lower()
        if length and kind != "application/json" and request.path.startswith("/api/"):
            self._drop(request, length)
            return self._no(request, 415, "request", "It is not JSON.", "Send the document as application/json.")
        return None

    @staticmethod
    def _drop(request: HttpRequest, length: int) -> None:
        left = min(length, _DROPPED)
        while left > 0:
            chunk = request.read(min(left, 1 << 16))
            if not chunk:
                return
            left -= len(chunk)

    @staticmethod
    def _no(request: HttpRequest, status: int, label: str, what: str, right: str) -> HttpResponse:
        problem = {"field": "", "label": label, "what": what, "right": right}
        message = f"{label[:1].upper()}{label[1:]}: {what} {right}"
        return JsonResponse(faults.body(request, message, [problem]), status=status)

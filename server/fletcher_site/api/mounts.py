"""What holds gear and parts: judged, added in sizes that fit, and the working of each figure."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from fletcher_core import (
    AirframeFile,
    Mounts,
    MountStart,
    Scheme,
    Working,
    judge_mounts,
    start_mount,
    why_mount,
    working_in,
)
from ninja import Router
from pydantic import BaseModel, Field

from ..workshop import answers
from .as_json import as_json
from .request_context import signed_in, units
from .shapes import Problems

router = Router(tags=["mounts"], auth=signed_in)


class MountsQuestion(BaseModel):
    """A whole aircraft, saved or not."""

    file: AirframeFile

    @property
    def shown(self) -> list[Scheme]:
        return [self.file.shown(name) for name in self.file.airframe.parts.there()]


class MountWish(MountsQuestion):
    """Which kind of mount is to be added."""

    kind: str = Field(max_length=40)


class MountFigure(MountsQuestion):
    """Which way of giving way is to be explained."""

    figure: str = Field(max_length=60)


@router.post("/mounts", response={200: Mounts, 422: Problems}, operation_id="mounts")
def mounts(request: HttpRequest, mounts_question: MountsQuestion) -> HttpResponse:
    """Everything that holds gear and parts, with every way in which it gives way; and what may be added."""
    airframe, shown, system = mounts_question.file.airframe, mounts_question.shown, units(request)
    told = answers.told(("mounts", airframe, shown, system), lambda: judge_mounts(airframe, shown, system))
    return as_json(told)


@router.post("/start/mount", response={200: MountStart, 422: Problems}, operation_id="start_mount")
def start_a_mount(request: HttpRequest, mount_wish: MountWish) -> MountStart:
    """A mount of a kind in sizes that fit this aircraft."""
    return start_mount(mount_wish.file.airframe, mount_wish.shown, mount_wish.kind)


@router.post("/mounts/why", response={200: Working, 422: Problems}, operation_id="why_mount")
def why_a_mount(request: HttpRequest, mount_figure: MountFigure) -> HttpResponse:
    """The working of one way in which a mount gives way."""
    told = why_mount(mount_figure.file.airframe, mount_figure.shown, mount_figure.figure)
    return as_json(working_in(told, units(request)))

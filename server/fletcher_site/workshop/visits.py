"""When a visitor's copy of the demo was last used."""

from __future__ import annotations

import datetime

from django.utils import timezone

from .models import Workshop

#: written down at most so often
_EVERY = datetime.timedelta(minutes=10)


def seen(workshop: Workshop) -> None:
    now = timezone.now()
    if workshop.is_demo and now - workshop.seen > _EVERY:
        Workshop.objects.filter(pk=workshop.pk).update(seen=now)

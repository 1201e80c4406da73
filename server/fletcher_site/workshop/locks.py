"""Who holds what while something is written: one order for all, so that no two wait for one another.

First the workshop, then its airframe, then rows of either (repairs, lines of stock, what was removed). A row that
belongs to an airframe holds that as well while it is made, as PostgreSQL looks that it stays; so whoever writes such a
row has held the workshop before. What is read only holds nothing, and one statement alone holds one row.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

from django.db import transaction

from .models import Airframe, Workshop


@contextmanager
def of_workshop(pk: int) -> Iterator[Workshop]:
    """One transaction that holds a workshop: whoever else writes in it waits."""
    with transaction.atomic():
        yield Workshop.objects.select_for_update().get(pk=pk)


def of_airframe(shop: Workshop, pk: int) -> Airframe:
    """An airframe, held until the transaction ends, which holds its workshop already.

    Raises
    ------
    Airframe.DoesNotExist
        When that workshop has no such airframe.
    """
    found: Airframe = shop.airframes.select_for_update().get(pk=pk)
    return found


def of_rows(rows: Any) -> Any:
    """Rows of a workshop or of an airframe, held until the transaction ends, in the order of their numbers."""
    return rows.select_for_update().order_by("pk")

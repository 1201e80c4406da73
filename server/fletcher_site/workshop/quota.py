"""How much one workshop may keep: generous, and told in words before anything is half kept."""

from __future__ import annotations

from django.conf import settings
from django.db import connection
from django.db.models import F
from fletcher_core import Problem, Refused

from .models import Workshop

#: rows of each kind; airframe files limit schemes and pieces themselves
AIRFRAMES, MATERIALS, STOCK, BONDS, PICTURES = 300, 200, 1000, 2000, 500
#: of one airframe
WEIGHINGS, REPAIRS, ENTRIES, REPAIR_PICTURES = 200, 100, 2000, 200
#: earlier states of one repair
REPAIR_STATES = 60
_MB = 1_000_000


def full(label: str, most: int, what: str) -> Refused:
    return Refused([Problem((), label, f"There are {most} {what} already.", "Remove some first.")])


def limit(workshop: Workshop) -> int:
    found: int = settings.DEMO_BYTES if workshop.is_demo else settings.WORKSHOP_BYTES
    return found


def spend(workshop: Workshop, size: int) -> None:
    """Count what is about to be kept, inside the transaction that keeps it.

    Raises
    ------
    Refused
        When the workshop would hold more than it may.
    """
    most = limit(workshop)
    room = Workshop.objects.filter(pk=workshop.pk, bytes_used__lte=most - size)
    if not room.update(bytes_used=F("bytes_used") + size):
        what = f"This workshop holds {most // _MB} MB, earlier states included; there is no room for more."
        right = "Whoever runs this Fletcher can give it more (FLETCHER_WORKSHOP_MB). What is here stays safe."
        if workshop.is_demo:
            right = "Make an account with a workshop of your own, which holds far more."
        raise Refused([Problem((), "workshop", what, right)])


_MEASURE = """
UPDATE workshop_workshop w SET bytes_used =
    (SELECT COALESCE(SUM(LENGTH(r.document::text)), 0) FROM workshop_revision r
        JOIN workshop_airframe a ON a.id = r.airframe_id WHERE a.workshop_id = w.id)
  + (SELECT COALESCE(SUM(LENGTH(document::text)), 0) FROM workshop_ownmaterial WHERE workshop_id = w.id)
  + (SELECT COALESCE(SUM(LENGTH(document::text)), 0) FROM workshop_stockitem WHERE workshop_id = w.id)
  + (SELECT COALESCE(SUM(LENGTH(document::text) + COALESCE(LENGTH(picture), 0)), 0)
        FROM workshop_bondtest WHERE workshop_id = w.id)
  + (SELECT COALESCE(SUM(LENGTH(i.document::text) + LENGTH(i.note)), 0) FROM workshop_weighin i
        JOIN workshop_airframe a ON a.id = i.airframe_id WHERE a.workshop_id = w.id)
  + (SELECT COALESCE(SUM(LENGTH(i.document::text)), 0) FROM workshop_repair i
        JOIN workshop_airframe a ON a.id = i.airframe_id WHERE a.workshop_id = w.id)
  + (SELECT COALESCE(SUM(LENGTH(s.document::text)), 0) FROM workshop_repairstate s
        JOIN workshop_repair i ON i.id = s.repair_id
        JOIN workshop_airframe a ON a.id = i.airframe_id WHERE a.workshop_id = w.id)
  + (SELECT COALESCE(SUM(LENGTH(i.document::text)), 0) FROM workshop_lifeentry i
        JOIN workshop_airframe a ON a.id = i.airframe_id WHERE a.workshop_id = w.id)
  + (SELECT COALESCE(SUM(LENGTH(i.picture)), 0) FROM workshop_repairpicture i
        JOIN workshop_airframe a ON a.id = i.airframe_id WHERE a.workshop_id = w.id)
"""


def measure() -> None:
    """Count anew what every workshop holds."""
    with connection.cursor() as cursor:
        cursor.execute(_MEASURE)

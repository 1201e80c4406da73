"""The parts of an aircraft: how each is loaded and what it is called. A new one is one file here and its model."""

from collections.abc import Mapping

from ..model.airframe import PartName
from .body import BODY
from .fin import FIN
from .kind import PartKind
from .tailplane import TAILPLANE
from .wing import WING

PARTS: Mapping[PartName, PartKind] = {kind.name: kind for kind in (WING, TAILPLANE, FIN, BODY)}

__all__ = ["PARTS", "PartKind"]

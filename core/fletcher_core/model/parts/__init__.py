"""The parts of an aircraft, one file each. A body will stand beside them."""

from .fin import Fin
from .tailplane import Tailplane
from .wing import Wing

__all__ = ["Fin", "Tailplane", "Wing"]

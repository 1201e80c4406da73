"""What one layout is worked out for at once: as it is, bare, with pieces switched, in other states."""

from .rows import SOUND, PartState, Rows, rows_of

__all__ = ["SOUND", "PartState", "Rows", "rows_of"]

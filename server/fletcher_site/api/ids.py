"""Numbers of rows in addresses: whatever is larger than any row's is refused before the database is asked."""

from __future__ import annotations

from typing import Annotated

from ninja import Path

from .shapes import ID_MOST

Id = Annotated[int, Path(ge=1, le=ID_MOST)]

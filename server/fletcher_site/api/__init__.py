"""The API: thin. Load, call the core, store, answer."""

from .site import api

__all__ = ["api"]

"""Thousands of ways to build one wing, tried at once: the lightest that does what is wanted, and the front."""

from .run import Better, Found, Point, Progress, search
from .wish import VARY, Wish

__all__ = ["VARY", "Better", "Found", "Point", "Progress", "Wish", "search"]

"""Thousands of ways to build one wing, tried at once: the lightest that does what is wanted, and the front."""

from .run import Found, Point, Progress, search
from .wish import VARY, Wish

__all__ = ["VARY", "Found", "Point", "Progress", "Wish", "search"]

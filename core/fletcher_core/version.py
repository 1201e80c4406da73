"""The core's own version: summaries and demos made by another one are made anew."""

__version__ = "0.6.0"

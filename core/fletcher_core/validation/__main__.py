"""Prints docs/validation.md."""

from . import FACTS, report

print(report([fact() for fact in FACTS]), end="")

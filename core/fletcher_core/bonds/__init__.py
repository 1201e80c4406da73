"""Formulas of glue lines that know nothing but the catalogue: laps and their peaks, splices, setting times."""

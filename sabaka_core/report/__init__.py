"""The report of a design."""

"""Sheets of paper: what hangs in the shed."""

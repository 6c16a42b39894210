"""Sabaka on the command line: reports, checks and drawings of design files."""

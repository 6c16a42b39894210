"""Frames: the standards, frames derived from them, their parts, their fit in a chamber."""

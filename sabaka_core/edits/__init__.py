"""Changes of a design, one door: :func:`sabaka_core.edits.apply.apply_edit`."""

"""What can be set, as data: groups of fields with labels, choices and reasons; the screen draws them as they come."""

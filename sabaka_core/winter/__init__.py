"""The winter: the shell's heat loss, the cluster in series with it, honey, moisture, and what would save."""

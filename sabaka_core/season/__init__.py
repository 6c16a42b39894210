"""The season: what a colony does day by day, and what its keeper should do about it."""

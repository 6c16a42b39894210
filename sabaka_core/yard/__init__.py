"""The yard book: what was seen and done at a hive that is built, held against what its design planned."""

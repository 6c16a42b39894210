"""The brief: answers in, hive systems ranked with their reasons out."""

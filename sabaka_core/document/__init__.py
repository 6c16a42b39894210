"""The design document and its reading and writing."""

from sabaka_core.document.hive import FORMAT, VERSION, Hive
from sabaka_core.document.load import dump_hive, hive_text, load_hive, migrate, validate_hive

__all__ = ["FORMAT", "VERSION", "Hive", "dump_hive", "hive_text", "load_hive", "migrate", "validate_hive"]

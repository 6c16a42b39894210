"""What a hive teaches: its colony's own numbers from what was seen, readings of its sensors, what they warn of."""

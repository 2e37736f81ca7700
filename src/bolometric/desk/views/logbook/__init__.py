"""The logbook: write a session in, look sessions up, and read what they say."""

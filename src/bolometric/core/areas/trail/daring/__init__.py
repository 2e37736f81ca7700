"""Turns of several draws: when it is best to stop, where a guess costs most, and choices that are none."""

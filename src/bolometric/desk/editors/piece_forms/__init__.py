"""Dice, spinners, packs and counters, edited."""

"""The parts that views are made of."""

"""The views, in the order of the work: shelf, shape, odds, runs."""

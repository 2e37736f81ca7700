"""The whole computation. Knows no Qt; usable as a library and from the command line."""

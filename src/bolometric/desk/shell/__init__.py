"""The window itself: how it starts, what stands in it, what commands, help and colours do in it."""

"""Work beside the window: threads, the measuring of the open game, the process that compiles."""

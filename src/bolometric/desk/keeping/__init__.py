"""The open game and its file: undo, saving, the copy that survives a kill, the shelf, what is taken away."""

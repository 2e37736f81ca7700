"""Two seats that heed each other: best play, the best reply to a known style, followed exactly and played."""

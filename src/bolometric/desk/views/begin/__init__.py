"""Beginning from what one has: four answers, and a game of every kind that fits them."""

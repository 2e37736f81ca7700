"""Help: what a setting or a reading is, in a sentence or two, and the handbook with a page for each of them."""

"""Games played from what is read aloud of them, and nothing else."""

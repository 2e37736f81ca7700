"""What the program needs of the machine, looked at before anything that needs it is loaded.

Only the standard library is used, in a way that Python 3.7 reads, so the same files answer before the first download
(``python src/bolometric/machine/setup.py``) and as the program's own first act. Imports nothing of the program.
"""

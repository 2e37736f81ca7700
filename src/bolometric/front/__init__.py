"""The front door: what a notebook, a script or the command line may ask for, whatever stands behind it.

answers    the dozen names that the package itself exports, each with an example that is run
more       what else the command line, the scripts and the benchmarks come in by: answers as text and as plain data
sheets     pages as files, without a window
"""

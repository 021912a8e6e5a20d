"""The application's state without any interface: the garage, the car and setting on the bench, edits and results.

`bench` holds the state and tells listeners what changed, `edits` are the acts of the user, `results` computes what
follows from a car and a setting, `ladder` what every reachable hole would give, `workings` how a figure came about.
"""

"""What follows from a car and a setting: asked of the core, kept by its inputs. No state and no formula lives here.

`ends` and `results` are the figures, `picture` those of a car in hand, `rows` how each is shown, `bands` how well they are
known, `ladder` what every reachable hole would give, `curves` the charts, `workings` how a figure came about.
"""

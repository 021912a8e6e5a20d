"""The Beam: the instrument on top of every stage, and the figures beside it."""

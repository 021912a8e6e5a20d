"""The invented team of Gannet Point: three cars, made here by script, with one planted trap each."""

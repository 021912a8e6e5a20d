"""From the spread of the inputs to the band of a figure."""

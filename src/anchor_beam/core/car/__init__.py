"""The car in a steady corner. This first room is linear: springs, bars and tyres, small angles, all wheels loaded."""

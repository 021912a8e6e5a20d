"""Templates for drilling: paper that is wrapped around a frame, holes through both walls, sleeves."""

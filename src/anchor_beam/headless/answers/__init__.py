"""From a valid question to its answer, one module for each family of questions. Figures leave in the keys' units."""

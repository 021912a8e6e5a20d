"""Painting `drawings` data on the screen, and placing fields and controls on it."""

"""Garage: the cars."""

"""Bars: which bar, which hole."""

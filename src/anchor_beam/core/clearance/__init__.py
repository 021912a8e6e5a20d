"""Smallest gap between moving parts and what was measured around them."""

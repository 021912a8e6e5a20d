"""Searching for bars and holes: what is wanted, and what was found."""

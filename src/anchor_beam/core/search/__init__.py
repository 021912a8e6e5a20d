"""Searching settings: every combination of what a rack holds, with what it gives, ranked against a wish."""

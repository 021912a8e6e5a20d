"""Tyre grip and the balance margin. This first room knows load-sensitive friction, the middle of the corner only."""

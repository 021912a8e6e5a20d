"""Bolts and nuts: threads, what a bolt may be pulled with, the torque that does it, how long a bolt must be."""

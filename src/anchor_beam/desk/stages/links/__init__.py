"""Links: how long, how straight."""

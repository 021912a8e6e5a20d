"""Parts that can be bought: what is known of them beside their dimensions, and lists of them as CSV."""

"""What lies around a bar, and how near it comes."""

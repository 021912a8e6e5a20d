"""Document in, document out, without a display."""

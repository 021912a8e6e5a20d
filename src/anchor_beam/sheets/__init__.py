"""Drawings and words on paper. The only room that knows the PDF library."""

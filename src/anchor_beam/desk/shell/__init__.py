"""The window around the stages: stage rail, header, consequence line, files."""

"""Cross-sections and materials of bars and arms."""

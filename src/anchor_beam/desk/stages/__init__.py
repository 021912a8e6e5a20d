"""One folder for each stage: `page.py` puts it together, `panel.py` is its right side, the rest are its boards."""

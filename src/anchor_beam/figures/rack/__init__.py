"""Parts that can be bought or are owned: whether they fit the car in hand, and what they give on it."""

"""The Aim stage: what the car should do."""

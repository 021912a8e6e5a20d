"""How far a number in a question may go, known without the validating models."""

MOST_HOLES, MOST_VERTICES = 40, 200  # of one bar
MOST_CASES = 2000  # accelerations, travels or points of a curve in one question
MOST_SAMPLES = 20_000  # of a log
MOST_COMBINATIONS = 200_000  # of front and rear rates in one search
FARTHEST = 1e15  # in any unit of the contract, either sign; beyond it products overflow

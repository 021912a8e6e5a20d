"""How far a number in a question may go, known without the validating models."""

FARTHEST = 1e15  # in any unit of the contract, either sign; beyond it products overflow

"""The Fit stage: the job card, the torque ledger, the templates."""

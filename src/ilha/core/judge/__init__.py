"""What is right here: limits, verdicts, schools, the board, the lid chart."""

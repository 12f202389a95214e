"""Sea water and how it moves past a line: density, profile, the question's conditions."""

"""What happened and what it taught: trips, rates, losses, learned factors."""

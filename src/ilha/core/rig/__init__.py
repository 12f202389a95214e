"""What is tied on: plastics, heads, hooks and what they weigh together."""

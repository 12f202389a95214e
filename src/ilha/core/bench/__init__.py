"""Hook to plastic: fit, riggings, strength, straightness, the trainer."""

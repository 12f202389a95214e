"""From fish and water to a whole outfit, with reasons."""

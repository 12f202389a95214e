"""How it moves: falls, holds, swims, rests, flies; how a boat drifts."""

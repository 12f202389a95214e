"""The home network: one's own phones, paired, over TLS. Off unless it is asked for."""

SHARED = "ilha.shared"
"""In the environment of a request that came from the network: the hosts that it may name."""

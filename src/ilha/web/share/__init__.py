"""The home network: one's own phones, paired, over TLS. Off unless it is asked for."""

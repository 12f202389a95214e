"""A server for many, as a club has it: accounts by invitation, each angler's data a file of its
own. Off unless it is asked for; TLS is the business of the proxy before it."""

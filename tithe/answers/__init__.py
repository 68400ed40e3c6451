"""Every question there is, a module each: what it asks, what answering costs, the answer and its shape.

`tithe.answers.question` finds them; the router and the API's description come of that.
"""

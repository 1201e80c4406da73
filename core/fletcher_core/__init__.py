"""The computation behind Fletcher: foam airframes of model size, unmanned only.

Units inside: N, mm, MPa (N/mm2), g, g/mm where mass is meant; degrees only at the edges.
Axes: x chordwise aft from the leading edge, y spanwise from the centre line, z up.
"""

__version__ = "0.3.0"

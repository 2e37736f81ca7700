"""The small editors that open below a word of the rule sheet: one for each kind of knob."""

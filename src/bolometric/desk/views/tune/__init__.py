"""The tune view: a setting gone through from end to end, and games like the open one that suit its targets better."""

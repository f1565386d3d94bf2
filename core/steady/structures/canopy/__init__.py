"""What roofs on posts share: loads, bent members, what keeps them upright, ties and feet."""

"""The pavilion: a hip roof on four posts, to a centre ring or a ridge."""

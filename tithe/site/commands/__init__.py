"""One command a module: ``arguments(parser)`` says what it takes, ``run(args)`` answers it."""

"""`tithe user`: the people who may log in where Tithe is served for several."""

from __future__ import annotations

import argparse

from tithe.site.commands.ready import ready


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    what = command.add_subparsers(required=True, dest="what", metavar="WHAT")
    what.add_parser("list", help="who has an account")
    what.add_parser("record", help="who came in, was refused or went in the last 90 days")
    for name, about in (
        ("add", "a new account; the password is asked for, or read from standard input"),
        ("password", "another password; all their sessions end"),
        ("promote", "let somebody look after what belongs to all"),
        ("remove", "take an account away"),
    ):
        subcommand = what.add_parser(name, help=about)
        subcommand.add_argument("name")
        if name == "remove":
            subcommand.add_argument("--to", required=True, metavar="NAME", help="who gets what they own")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    ready()
    from tithe.site.server import ask_for_account, ask_for_password
    from tithe.web.people import services

    if args.what == "list":
        for user in services.people():
            print(f"{user.get_username()}{', looks after the server' if user.is_staff else ''}")
    elif args.what == "record":
        for row in services.came_and_went():
            print(f"{row.when:%Y-%m-%d %H:%M} {row.what} {row.name or 'nobody'} from {row.address or 'here'}")
    elif args.what == "add":
        ask_for_account(args.name)
        print(f"{args.name} can log in.")
    elif args.what == "password":
        services.change_password(services.person(args.name), ask_for_password())
        print(f"{args.name} has another password, and is logged out everywhere.")
    elif args.what == "promote":
        services.promote(services.person(args.name))
        print(f"{args.name} looks after the server.")
    else:
        services.remove(services.person(args.name), services.person(args.to))
        print(f"{args.name} is gone; what they owned is {args.to}’s.")
    return 0

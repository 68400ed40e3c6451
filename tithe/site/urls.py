"""Addresses: the page, and the API below ``/api/``."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path

from tithe.site.api import api
from tithe.web.actor import actor_of


def page(request: HttpRequest, template: str = "page.html", script: str = "src/main.ts") -> HttpResponse:
    """The page that carries the front end; what it shows of which station is its own business."""
    actor = actor_of(request)
    # Whose page it is, is told in it: a page of one who has come in carries the token of changes, too.
    whose = {"shared": not actor.alone, "person": actor.name, "keeper": actor.keeper, "only": actor.only}
    return render(request, template, whose | {"script": script})


def garden(request: HttpRequest) -> HttpResponse:
    """The small page for a phone outside."""
    return page(request, "garden.html", "src/garden.ts")


# Whatever is no file and not the API's is the page's own business: it knows its addresses, old ones too.
urlpatterns = [
    path("api/", api.urls),
    re_path(r"^garden(?:/\d*)?$", garden),
    re_path(r"^(?!api/|static/)[^.]*$", page),
]

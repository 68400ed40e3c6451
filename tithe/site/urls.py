"""Addresses: the page, and the API below ``/api/``."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path

from tithe.site.api import api
from tithe.web.actor import actor_of


def page(request: HttpRequest) -> HttpResponse:
    """The page that carries the front end; what it shows of which station is its own business."""
    actor = actor_of(request)
    # Whose page it is, is told in it: a page of one who has come in carries the token of changes, too.
    return render(request, "page.html", {"shared": not actor.alone, "person": actor.name})


# Whatever is no file and not the API's is the page's own business: it knows its addresses, old ones too.
urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|static/)[^.]*$", page)]

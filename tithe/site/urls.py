"""Addresses: the page, and the API below ``/api/``."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path

from tithe.site.api import api


def page(request: HttpRequest) -> HttpResponse:
    """The page that carries the front end; what it shows of which station is its own business."""
    return render(request, "page.html")


# Whatever is no file and not the API's is the page's own business: it knows its addresses, old ones too.
urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|static/)[^.]*$", page)]

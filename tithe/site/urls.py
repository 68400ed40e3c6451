"""Addresses: the page, and the API below ``/api/``."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path

from tithe.site.api import api


def page(request: HttpRequest, station: int | None = None) -> HttpResponse:
    """The page that carries the front end; which station is its own business."""
    return render(request, "page.html")


urlpatterns = [
    path("", page),
    path("start", page),
    path("station/<int:station>", page),
    path("api/", api.urls),
]

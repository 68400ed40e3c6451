"""Addresses: the page, and the API below ``/api/``."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path

from tithe.site.api import api


def page(request: HttpRequest, **place: object) -> HttpResponse:
    """The page that carries the front end; what it shows of which station is its own business."""
    return render(request, "page.html")


urlpatterns = [
    path("", page),
    path("start", page),
    path("loss", page),
    path("stations", page),
    path("station/<int:station>", page),
    path("stations/<int:station>", page),
    path("stations/<int:station>/<slug:view>", page),
    path("stations/<int:station>/<slug:view>/<slug:item>", page),
    path("stations/<int:station>/<slug:view>/<int:sweep>/<slug:pane>", page),
    path("api/", api.urls),
]

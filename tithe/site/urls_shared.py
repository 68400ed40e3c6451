"""Addresses where Tithe is served for several people: the pages by which they come in before the others."""

from tithe.site.urls import urlpatterns as alone
from tithe.web.people import pages

urlpatterns = [*pages.urlpatterns, *alone]

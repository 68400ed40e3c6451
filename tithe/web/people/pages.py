"""The pages of people, as forms: logging in and out, an invitation, one's account."""

from __future__ import annotations

from typing import Any, cast

from django import forms
from django.contrib.auth import login, update_session_auth_hash
from django.contrib.auth.forms import PasswordChangeForm, SetPasswordForm
from django.contrib.auth.models import User
from django.contrib.auth.views import LoginView, LogoutView
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import redirect, render
from django.urls import path
from django.utils import timezone
from django.views.decorators.cache import never_cache
from django.views.decorators.debug import sensitive_post_parameters
from django.views.decorators.http import require_POST

from tithe import text
from tithe.core.errors import InputError
from tithe.web.actor import actor_of
from tithe.web.people import services
from tithe.web.people.coming_in import follow, seats, sign_in, stand_up
from tithe.web.people.models import Invitation, Seat


class JoinForm(SetPasswordForm):  # type: ignore[type-arg]  # its parameter is the stubs' alone
    """A name, and a password twice."""

    name = forms.CharField(max_length=150, widget=forms.TextInput(attrs={"autocomplete": "username"}))
    field_order = ("name", "new_password1", "new_password2")


@never_cache
@sensitive_post_parameters()
def join(request: HttpRequest, token: str) -> HttpResponse:
    """Come in by an invitation."""
    if services.invitation(token) is None:
        return render(request, "no_invitation.html", status=404)
    form = JoinForm(User(), request.POST or None)
    if request.method == "POST":
        form.user.username = request.POST.get("name", "")
        if form.is_valid():
            try:
                user = services.accept(token, form.cleaned_data["name"], form.cleaned_data["new_password1"])
            except InputError as error:
                form.add_error("name" if error.place == "name" else None, text.standing_alone(error))
            else:
                request.session.flush()
                login(request, user, backend="django.contrib.auth.backends.ModelBackend")
                return redirect("/")
    return render(request, "join.html", {"form": form})


@never_cache
def by_link(request: HttpRequest, token: str) -> HttpResponse:
    """Read a station by a link to it."""
    station = follow(request, token)
    if station is None:
        return render(request, "no_link.html", status=404)
    return redirect(f"/stations/{station}")


@never_cache
def on_phone(request: HttpRequest, token: str) -> HttpResponse:
    """Sign in on a phone for one station; by a button, since some programs look at links before their reader
    does."""
    code = services.use_phone_code(token) if request.method == "POST" else services.phone_code(token)
    if code is None:
        return render(request, "no_phone.html", status=404)
    if request.method == "POST":
        sign_in(request, code)
        return redirect(f"/garden/{code.station_id}")
    return render(request, "phone.html", {"name": code.person.get_username(), "station": code.station.name})


@never_cache
@sensitive_post_parameters()
def account(request: HttpRequest) -> HttpResponse:
    """One's password, sessions and invitations."""
    user = cast(User, request.user)
    form = PasswordChangeForm(user, request.POST or None)
    changed = request.method == "POST" and form.is_valid()
    if changed:
        form.save()
        for seat in Seat.objects.filter(person=user).exclude(session_key=request.session.session_key):
            stand_up(user, seat.pk)
        Seat.objects.filter(person=user).delete()
        update_session_auth_hash(request, user)
        form = PasswordChangeForm(user)
    return _account(request, form=form, changed=changed)


def _account(request: HttpRequest, **more: Any) -> HttpResponse:
    user = cast(User, request.user)
    waiting = Invitation.objects.filter(by=user, used=None, until__gt=timezone.now())
    session_key = request.session.session_key
    context: dict[str, Any] = {"name": user.get_username(), "keeper": user.is_staff}
    context |= {"seats": seats(user), "here": session_key, "waiting": waiting}
    if user.is_staff:
        context["people"] = services.people()
    form = more.setdefault("form", PasswordChangeForm(user))
    form.fields["old_password"].widget.attrs.pop("autofocus", None)  # it stands far down
    return render(request, "account.html", context | more)


@require_POST
def end_session(request: HttpRequest, pk: int) -> HttpResponse:
    """End one of one's own sessions."""
    stand_up(cast(User, request.user), pk)
    return HttpResponseRedirect("/account")


@require_POST
def invite(request: HttpRequest) -> HttpResponse:
    """A new invitation, whose link is shown once."""
    if not actor_of(request).keeper:
        return _account(request, trouble=text.standing_alone(InputError("", "keepers-invite")))
    try:
        token = services.invite(cast(User, request.user), request.POST.get("note", "")[:200])
    except InputError as error:
        return _account(request, trouble=text.standing_alone(error))
    return _account(request, link=request.build_absolute_uri(f"/invitation/{token}"))


@require_POST
def take_back(request: HttpRequest, pk: int) -> HttpResponse:
    """Take back an invitation of one's own."""
    Invitation.objects.filter(by=cast(User, request.user), pk=pk, used=None).delete()
    return HttpResponseRedirect("/account")


@require_POST
def remove(request: HttpRequest, pk: int) -> HttpResponse:
    """Take somebody's account away; what is theirs goes to whom the keeper names."""
    if not actor_of(request).keeper:
        return _account(request, trouble=text.standing_alone(InputError("", "keepers-remove")))
    by_pk = {str(user.pk): user for user in services.people()}
    who, heir = by_pk.get(str(pk)), by_pk.get(request.POST.get("to", ""))
    try:
        if who is None or heir is None:
            raise InputError("", "choose-heir")
        services.remove(who, heir)
    except InputError as error:
        return _account(request, trouble=text.standing_alone(error))
    if who.pk == actor_of(request).person:
        return HttpResponseRedirect("/log-in")
    return HttpResponseRedirect("/account")


class LogIn(LoginView):
    """Django's own, which goes on only to addresses of this server."""

    template_name = "log_in.html"
    redirect_authenticated_user = True


def _with_account(view: Any) -> Any:
    """Only for who has logged in: a link is no account."""

    def guarded(request: HttpRequest, **given: Any) -> HttpResponse:
        actor = actor_of(request)
        if actor.person is None:
            return redirect("/log-in")
        if not actor.everywhere:
            return render(request, "one_station.html", {"name": actor.name}, status=403)
        return cast(HttpResponse, view(request, **given))

    return guarded


urlpatterns = [
    path("log-in", LogIn.as_view()),
    path("log-out", LogoutView.as_view()),
    path("invitation/<str:token>", join),
    path("link/<str:token>", by_link),
    path("phone/<str:token>", on_phone),
    path("account", _with_account(account)),
    path("account/sessions/<int:pk>/end", _with_account(end_session)),
    path("account/people/<int:pk>/remove", _with_account(remove)),
    path("account/invitations", _with_account(invite)),
    path("account/invitations/<int:pk>/take-back", _with_account(take_back)),
]

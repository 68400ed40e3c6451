"""What choosing is asked: where the match belongs, and which feedline."""

from __future__ import annotations

from functools import partial

from tithe.answers.choose import answers, requests
from tithe.answers.choose import shapes as s
from tithe.answers.choose.answers import NARROWER
from tithe.answers.choose.antenna_shapes import AntennasLine
from tithe.answers.choose.antennas import Placing
from tithe.answers.question import OwnLines, Steps, Work, question
from tithe.answers.working_shapes import WorkingOut
from tithe.core.cost import HEAVY_S


@question("choose")
def choose(body: requests.ChooseRequest, own: OwnLines) -> Steps[s.ChooseLine]:
    """Candidates ranked; one JSON object a line, the last one with the answer."""
    choosing = answers.Choosing(body.document, own)
    return Steps(choosing.cost_s(), choosing.steps, NARROWER)


@question("choose/antennas")
def choose_antennas(body: requests.ChooseRequest, own: OwnLines) -> Steps[AntennasLine]:
    """Antennas that fit in the station's ``place``, each with its feeds, ranked; a stream as `choose`."""
    placing = Placing(body.document, own)
    return Steps(placing.cost_s(), placing.steps, NARROWER)


@question("choose/sure")
def sure(body: requests.ChooseRequest, own: OwnLines) -> Steps[s.SureLine]:
    """How sure the answer is, alone; a stream as well. Deprecated: every answer of `choose` has it."""
    choosing = answers.Choosing(body.document, own)
    return Steps(choosing.cost_s(), partial(answers.sure_steps, choosing), NARROWER)


@question("choose/map")
def loss_map(body: requests.CandidateRequest, own: OwnLines) -> Work[s.LossMap]:
    """Extra loss over matched loss and SWR, with one candidate's bands on it."""
    choosing = answers.Choosing(body.document, own)
    return Work(0.0, lambda pause: answers.loss_map(choosing, body.id))


@question("choose/break-even")
def break_even(body: requests.BreakEvenRequest, own: OwnLines) -> Work[list[s.BreakEvenOut]]:
    """From which length of run on another place or line begins to win."""
    choosing = answers.Choosing(body.document, own)
    return Work(HEAVY_S, partial(answers.break_even, choosing, body.coax, body.open_line))


@question("choose/lengths")
def lengths(body: requests.LengthsRequest) -> Work[s.LengthsAnswer]:
    """Which lengths of the present run put every band inside the tuner's reach."""
    return Work(HEAVY_S, partial(answers.lengths, body.document, body.low_m, body.high_m, body.step_m))


@question("choose/working")
def show_working(body: requests.CandidateWorkingRequest, own: OwnLines) -> Work[WorkingOut]:
    """How one figure of a candidate comes about."""
    choosing = answers.Choosing(body.document, own)
    return Work(choosing.ranking_s(), partial(answers.working, choosing, body.id, body.figure), NARROWER)


@question("choose/look")
def look(body: requests.CandidateLookRequest, own: OwnLines) -> Work[s.CandidateLook]:
    """One candidate beside what stands now."""
    choosing = answers.Choosing(body.document, own)
    return Work(HEAVY_S, partial(answers.look, choosing, body.id, body.mhz))

"""The questions on which practitioners disagree: what each school says, and what it comes to at a station."""

from __future__ import annotations

from typing import NamedTuple


class School(NamedTuple):
    """A question, and what the one and the other school say to it."""

    title: str
    one: str
    other: str


SCHOOLS = {
    "room-tuner": School(
        "Is a tuner in the room good enough?",
        "The extra loss is below 1 dB: leave the tuner where it is handy.",
        "It stands in the wrong place: match at the feedpoint, or use open line.",
    ),
    "resonance": School(
        "Must the antenna be resonant?",
        "A resonant antenna always wins, and is cheaper.",
        "Any length of wire with a tuner at its foot works as well.",
    ),
    "counting": School(
        "How is the loss counted?",
        "Mismatch loss: what is reflected at the antenna is gone.",
        "What is reflected is sent out again; only line and tuner take power.",
    ),
    "acceptable-swr": School("What SWR is acceptable?", "1.5, no more.", "2 is good enough, even 3."),
    "trim-target": School("Trim to what?", "To the lowest SWR.", "To zero reactance."),
    "meter-place": School(
        "Where does the meter go?",
        "On the radio’s side of the tuner.",
        "On the antenna’s side of the tuner.",
    ),
    "tuner-loss": School(
        "How is a tuner’s loss measured?",
        "By the return loss into a short circuit, halved.",
        "By the watts in and the watts out.",
    ),
    "feeder-length": School(
        "Does the length of the feedline matter?",
        "Any length will do.",
        "There are critical lengths.",
    ),
    "instrument": School(
        "Cheap meter or analyzer?",
        "A cheap meter is close enough.",
        "A cheap meter is not accurate enough.",
    ),
}

WORDS = {
    "schools.first-holds": "Here the first school is right on every band.",
    "schools.second-holds": "Here the second school is right on every band.",
    "schools.both-hold": (
        "Here both are right, each on its bands: the first on {one:list}, the second on {other:list}."
    ),
    "schools.nowhere": "Here that is so on no band.",
    "schools.needs-phase": (
        "The antenna is known by its SWR alone, which does not tell resistance and reactance apart. State "
        "its R and X, or read a sweep in with its phase, and this is computed."
    ),
    "schools.no-tuner": "There is no tuner in line, so there is nothing to measure.",
    "schools.no-tuner-to-move": (
        "There is no tuner in the room to move: none is in line, or it stands at the antenna already."
    ),
    "schools.room-tuner-small": (
        "On {bands:list} the same tuner at the feedpoint would give back less than 1 dB, if anything: nobody"
        " would hear it."
    ),
    "schools.room-tuner-large": (
        "On {bands:list} the same tuner at the feedpoint would give back 1 dB or more, at the most "
        "{most_db:db} dB."
    ),
    "schools.resonance-wins": (
        "On {bands:list} the same antenna without its reactance would be heard better, by up to {most_db:db}"
        " dB."
    ),
    "schools.resonance-same": "On {bands:list} nobody would hear that it is resonant.",
    "schools.resonance-why": (
        "A resonant wire does not radiate better by itself. What changes is the SWR on the run, and so the "
        "loss in what stands between: the more line and tuner take now, the more resonance gives back."
    ),
    "schools.counting-mismatch": "At this frequency it counts {counted_db:db} dB.",
    "schools.counting-handbook": (
        "At this frequency, with each line by the handbook’s rule and the tuner without loss, it counts "
        "{counted_db:db} dB."
    ),
    "schools.counting-tuner": (
        "A tuner is in line: it sends what comes back out again, so the second school has the right picture."
        " What the whole chain really loses, the tuner’s own loss included, is {whole_db:db} dB."
    ),
    "schools.counting-pi-output": (
        "The radio’s pi output matches up to SWR 3 by itself, so it sends out again what comes back: the "
        "second school has the right picture. The whole chain really loses {whole_db:db} dB."
    ),
    "schools.counting-nothing": (
        "No tuner is in line. What comes back to the radio is not sent out again, above a certain SWR the "
        "radio holds power back, and the lines take their share: neither school counts all of it. The whole "
        "chain really loses {whole_db:db} dB."
    ),
    "schools.swr-row": "SWR {ratio:ratio}",
    "schools.swr-sent": (
        "At SWR {ratio:ratio} this radio sends {sent_w:watts} of {rated_w:watts} W, {held_db:db} dB less."
    ),
    "schools.swr-fine": "Up to SWR {most:ratio} nobody would hear what this radio does not send.",
    "schools.swr-none-fine": "Already at SWR 1.5 a listener would hear what this radio does not send.",
    "schools.swr-comfort": (
        "Your own limit, SWR {comfort:ratio}, costs {comfort_db:db} dB at the radio. Whatever a limit says, "
        "the loss on the line is computed for itself."
    ),
    "schools.trim-one-point": (
        "The antenna is known at one frequency only; a sweep or a table over the band shows both marks."
    ),
    "schools.trim-no-dip": "Between the bands’ edges there is no dip with a zero of reactance to trim to.",
    "schools.trim-lowest": (
        "The lowest SWR is {ratio:ratio} at {freq_hz:mhz}; there {radiated_w:watts} W leave the antenna."
    ),
    "schools.trim-zero": (
        "The reactance is zero at {freq_hz:mhz}, where R is {r_ohm:figure} Ω; there {radiated_w:watts} W "
        "leave the antenna."
    ),
    "schools.trim-apart": (
        "The two marks lie {apart_hz:khz} apart, and what is radiated {apart_db:db} dB. The radio and the "
        "line feel the SWR, so the lowest SWR is the mark for less loss; zero reactance is the mark for the "
        "wire’s length. A meter at the radio’s end shows both moved by the line."
    ),
    "schools.dip": "dip {number:g}",
    "schools.meter-radio": (
        "There it shows SWR {ratio:ratio}. It answers: is the radio content, and does it give full power?"
    ),
    "schools.meter-antenna": (
        "There it shows SWR {ratio:ratio} and {forward_w:watts} W forward. It answers: what goes along the "
        "line, and did the antenna change?"
    ),
    "schools.meter-no-tuner": "No tuner is in line, so the two places are the radio and the feedpoint.",
    "schools.meter-each": (
        "Each place has its question. SWR {near:ratio} at the radio says nothing of the {far:ratio} beyond, "
        "where the loss is made."
    ),
    "schools.side-radio": "radio’s side of the tuner",
    "schools.side-antenna": "antenna’s side of the tuner",
    "schools.side-at-radio": "at the radio",
    "schools.side-feedpoint": "at the feedpoint",
    "schools.tuner-by-sheet": (
        "This tuner is known by its data sheet alone. State its network and elements, and both ways of "
        "measuring it are computed."
    ),
    "schools.tuner-short": (
        "Into a short alone it shows {times:two} times the loss into 50 Ω; with the open circuit beside it, "
        "a quarter of the sum is right."
    ),
    "schools.tuner-nothing": (
        "Into 50 Ω it loses next to nothing, so a short circuit has nothing to tell: the elements are all "
        "but out of line."
    ),
    "schools.tuner-watts": (
        "Two wattmeters that are each right to 5 % leave {slack_db:db} dB either way open, which is more "
        "than a good tuner loses into an easy load."
    ),
    "schools.tuner-holds": (
        "The bench tells the loss into 50 Ω, which is a tuner’s easiest load: {bench_db:db} dB over the "
        "bands. Into this antenna, at this frequency, it loses {here_db:db} dB; only the watts in line, "
        "within their error, or the computation tell that."
    ),
    "schools.length-not-here": (
        "Behind the first tuner in line there is no feedline, so its length is nothing to ask about."
    ),
    "schools.length-any": (
        "On {bands:list} the tuner matches at every length that was tried, the radio’s power is borne, and "
        "what leaves changes by less than 1 dB."
    ),
    "schools.length-overtaxed": (
        "On {bands:list} there are lengths at which it matches but does not bear the radio’s power."
    ),
    "schools.length-costs": (
        "On {bands:list} 1 dB and more hangs on the length, at the power that is borne."
    ),
    "schools.length-critical": "On {bands:list} there are lengths at which the tuner finds no match.",
    "schools.length-share": (
        "Of all lengths from {low_m:length} to {high_m:length}, {share:percent} are in the tuner’s reach and "
        "bear the radio’s power on every band."
    ),
    "schools.instrument-decides": (
        "On {bands:list} a cheap meter is sure enough to say whether the SWR is above {comfort:ratio}."
    ),
    "schools.instrument-open": (
        "On {bands:list} a cheap meter cannot say whether the SWR is above {comfort:ratio}."
    ),
    "schools.instrument-classes": (
        "Taken here: a cheap meter of 20 dB directivity, right to 10 % of a full scale of {scale_w:watts} W,"
        " and a calibrated analyzer of 40 dB. Each meter of your own carries its interval into the ledger."
    ),
    "schools.head.leaves": "leaves now, W",
    "schools.head.extra": "extra loss by the SWR on the lines, dB",
    "schools.head.at-feedpoint": "tuner at the feedpoint, W",
    "schools.head.gives-back": "gives back, dB",
    "schools.head.r": "R, Ω",
    "schools.head.x": "X, Ω",
    "schools.head.resonant": "without X, W",
    "schools.head.mismatch": "mismatch loss, dB",
    "schools.head.handbook": "lines by the handbook, dB",
    "schools.head.whole": "whole chain, dB",
    "schools.head.sent": "radio sends, W",
    "schools.head.held": "less, dB",
    "schools.head.leaves-bare": "leaves with that SWR at the far end, without tuner and transformer, W",
    "schools.head.lowest": "lowest SWR at",
    "schools.head.swr": "SWR",
    "schools.head.lowest-w": "leaves there, W",
    "schools.head.zero": "X = 0 at",
    "schools.head.zero-w": "leaves at X = 0, W",
    "schools.head.apart": "apart",
    "schools.head.forward": "forward, W",
    "schools.head.reflected": "reflected, W",
    "schools.head.net": "forward less reflected, W",
    "schools.head.into-reference": "into 50 Ω, dB",
    "schools.head.short": "short, halved, dB",
    "schools.head.both": "short and open, a quarter of the sum, dB",
    "schools.head.into-antenna": "into this antenna, dB",
    "schools.head.wattmeters": "two wattmeters at 5 % show, dB",
    "schools.head.in-reach": "lengths in reach",
    "schools.head.nearest": "nearest one",
    "schools.head.worst-w": "leaves at the worst, W",
    "schools.head.best-w": "at the best, W",
    "schools.head.cheap": "a cheap meter shows",
    "schools.head.analyzer": "an analyzer shows",
}

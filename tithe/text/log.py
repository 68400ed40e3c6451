"""What is said of readings: what explains them, and which further one would tell more."""

READINGS = {
    "explained.agree": (
        "The readings agree with the station as it is described, within what is uncertain ({share:percent})."
    ),
    "explained.fits": (
        "The readings fit the station as it is described ({share:percent}); less likely, {second} "
        "({other:percent})."
    ),
    "explained.named": "{cause} So say these readings, with {share:percent}.",
    "explained.named-kind": "{cause:capital}: so say these readings, with {share:percent}.",
    "explained.either": "Either {first} ({share:percent}), or {second} ({other:percent}).",
    "explained.not-told": "These readings do not tell what it is: {shares:semicolon}.",
    "explained.share": "{cause} ({share:percent})",
    "take.loss": "{part} loses {factor:figure} times what is written",
    "explained.both-right": (
        "Both meters are right: the tuner shows the radio SWR {near:ratio}, and changes nothing behind it, "
        "where SWR {far:ratio} stands on the line."
    ),
    "explained.above-rated": (
        "{forward_w:watts} W forward behind the tuner are no fault: {back_w:watts} W of it have come back "
        "and are sent again; forward less reflected, {net_w:watts} W, is what flows."
    ),
    "explained.net": "By the two net powers alone, the tuner loses {loss_db:db} dB.",
    "explained.net-nothing": (
        "By the two net powers alone, the tuner may lose anything up to {most:db} dB: these meters cannot "
        "tell less."
    ),
    "explained.loss": "As the readings imply, {part} loses {loss_db:db} dB at {freq_hz:mhz}.",
    "explained.silent": (
        "No reading here bears on what {parts:list} {count:plural|loses|lose}: no figure of it is told."
    ),
    "explained.loss-open": "What {part} loses at {freq_hz:mhz} these readings do not tell at all.",
    "explained.phase-open": (
        "Of the antenna only the SWR is known: every phase that fits it and the readings is counted."
    ),
    "explained.next": "Read next: {further}",
    "explained.nothing-more": "No reading that could be taken here would change that by much.",
    "explained.no-reading-helps": "No reading that could be taken here would tell more.",
    "kind.as-described": "the station is as described",
    "kind.antenna": "the antenna has changed",
    "kind.open": "a joint or a wire is open",
    "kind.short": "there is a short",
    "kind.joint": "a joint is bad",
    "kind.water": "a line loses more than written",
    "kind.ground": "the antenna’s resistance has grown, radials or ground lost",
    "kind.transformer": "a transformer is beyond its band",
    "kind.multiplier": "a meter’s scale was misread or is off",
    "kind.peak": "peak was read for average",
    "kind.swapped": "forward and reflected are swapped",
    "kind.reference": "a meter is made for another impedance",
    "kind.wrong-end": "a meter stands at the other end of a line",
    "kind.second-tuner": "the radio’s own tuner was on",
    "kind.not-bypassed": "the tuner was in line",
    "kind.not-tuned": "the tuner was not matching",
    "kind.other": "something that is not among what was tried",
    "size.as-described": (
        "losses and antenna within what is always a little off; a tuner’s coil up to {most:figure} times "
        "worse, now and then"
    ),
    "size.antenna": (
        "its resonance moved by {ends:percent}, its resistance by a factor of about {factor:figure} "
        "either way"
    ),
    "size.open": "{ends:figure} Ω left in series, at the feedpoint or an end of a line",
    "size.short": "{ends:figure} Ω left across, at the feedpoint or an end of a line",
    "size.joint": "{series:figure} Ω in series, or {across:figure} Ω across, at any joint of the run",
    "size.water": "{ends:figure} times the loss, of a line of {least_m:figure} m and more",
    "size.ground": "{ends:figure} times the resistance",
    "size.transformer": (
        "{ends:figure} Ω of reactance in series; {often:figure} times as often where it is used outside "
        "its band"
    ),
    "size.multiplier": "ten times, a tenth, or any factor; of one meter, or of one reading alone",
    "size.peak": "peak of speech for its average",
    "size.swapped": "of one reading",
    "size.reference": "75 Ω in a line of 50 Ω",
    "size.wrong-end": "of a line beside the meter",
    "size.second-tuner": "its 1:1 is its own",
    "size.not-bypassed": "where it was taken to be bypassed",
    "size.not-tuned": "where it was taken to be matching",
    "size.other": "every reading what a meter may show at all",
    "cause.as-described": "The station is as it is described.",
    "cause.antenna": "The antenna has changed: its resonance lies elsewhere than described.",
    "cause.open": (
        "Between {before} and {behind} the run is open, or nearly: a wire off, a plug without its pin."
    ),
    "cause.short": "Between {before} and {behind} there is a short, or nearly one.",
    "cause.joint.series": (
        "The joint between {before} and {behind} has resistance in series: corroded or loose."
    ),
    "cause.joint.across": "The joint between {before} and {behind} leaks across: wet, or carbon in it.",
    "cause.water": "{line:capital} loses more than written: water in it, age, or a corroded plug.",
    "cause.ground": (
        "The antenna’s resistance has grown: radials or ground connection lost, or the ground dried."
    ),
    "cause.transformer": "{part:capital} is beyond its band, or its core is: reactance stands in series.",
    "cause.scale": "The powers of {at} are off by a factor: the range’s multiplier, or its scale.",
    "cause.mistyped": "The reading of {at} at {freq_hz:mhz} alone fits nothing: misread, or typed wrongly.",
    "cause.both": "Two things at once. {first} {second}",
    "cause.other": "Nothing that was tried fits these readings.",
    "slip.peak": "{at:capital} shows the peak of speech, and was taken to show its average.",
    "slip.reference": "{at:capital} is made for 75 Ω, in a line of 50 Ω.",
    "slip.wrong-end": "{at:capital} stands at the other end of {line}.",
    "slip.second-tuner": (
        "The radio’s own tuner was on: its 1:1 is its own, behind it the SWR is what the other meters show."
    ),
    "slip.swapped": "Forward and reflected of {at} at {freq_hz:mhz} are swapped.",
    "slip.not-bypassed": "The tuner was in line where it was taken to be bypassed.",
    "slip.not-tuned": "The tuner was bypassed, or not set, where it was taken to be matching.",
    "trend.too-few": "Readings of two days at the least show how a loss moves.",
    "trend.steady": "From {since} to {now} no loss that these meters tell has clearly grown.",
    "trend.not-told": (
        "No meter here can tell what {parts:list} {count:plural|loses|lose}: on none of these days "
        "does a reading "
        "bear on it."
    ),
    "trend.since": (
        "{part:capital} loses more since {since}: {then:figure} times what is written, where it was "
        "{before:figure} times ({share:percent}). Look at its plugs and for water in it."
    ),
    "trend.perhaps": (
        "{part:capital} may lose more than it did ({share:percent}); these readings do not tell it from an "
        "antenna that has changed, or from a meter that is off."
    ),
    "trend.when-wet": (
        "{part:capital} loses more when it is wet: {then:figure} times what is written on {days:list}, else "
        "{before:figure} times ({share:percent}). Look for where the rain gets in."
    ),
    "trend.now-and-then": (
        "{part:capital} loses more on some days and less on others: {then:figure} times what is written on "
        "{days:list}, else {before:figure} times ({share:percent}). That is how it goes where water gets in "
        "and dries again."
    ),
    "trend.between": "Noted in between: {notes:names}.",
    "beside.sweep": "Counted with them: the sweep {title:name} of the same day.",
    "beside.baseline": (
        "Counted with them: the baseline {title:name} of {date}, as what the station was then."
    ),
    "beside.other-run": (
        "Not counted: the sweep {title:name} of {date}, as the run beyond where it was taken has changed "
        "since, or has a tuner in line."
    ),
    "beside.other-band": (
        "Not counted: the sweep {title:name} of {date}, in which none of the readings’ frequencies lies."
    ),
    "beside.presets": (
        "Counted with them: what the tuner was matched to on the same day at {at:list}, by its dials."
    ),
    "beside.presets-before": (
        "Counted with them: what the tuner was matched to before at {at:list}, by its dials."
    ),
    "beside.dials-not-known": (
        "Not counted: what the tuner was matched to on the same day, as nobody typed what its dials stand "
        "for."
    ),
    "beside.contradicts": (
        "But for {at:list} what was told before is not counted: it is not of the antenna and the run that "
        "are described now."
    ),
    "beside.measured": "Counted with them: what was measured of {parts:names}.",
    "place.fold-back": (
        "Am I within the fold-back? Between {before} and {behind}, range {full_scale_w:watts} W: there SWR "
        "1 is told from {swr:ratio}."
    ),
    "place.antenna-well": (
        "Is the antenna as it was? Between {before} and {behind}, range {full_scale_w:watts} W: there |Γ| "
        "at the feedpoint is known to {error:two}."
    ),
    "place.tuner-set": (
        "Is the tuner set? Between {before} and {behind}, range {full_scale_w:watts} W: there SWR 1 is told "
        "from {swr:ratio}."
    ),
    "place.tuner-loss": (
        "What does the tuner lose? Two meters, before and behind {behind}, range {full_scale_w:watts} W: "
        "its loss to within {error:db} dB."
    ),
    "left-out.no-meter": (
        "No meter called {about:name} stands in the run now: {count:plural|one reading is|some readings are} "
        "left out."
    ),
    "left-out.two-meters": (
        "Two meters are called {about:name}: {count:plural|one reading is|some readings are} left out."
    ),
    "left-out.antenna-not-known-there": (
        "The antenna is not known at {freq_hz:mhz}: {count:plural|one reading is|some readings are} left out."
    ),
    "left-out.no-figures": (
        "At {about:name} {count:plural|one entry holds|some entries hold} no figures that a meter can show: "
        "left out."
    ),
    "left-out.many": "Of {of:count} readings {count:count}, evenly chosen, are explained together.",
    "left-out.open-phase": (
        "Only the SWR of the antenna is known, and its phase is to be found at every frequency: "
        "{count:count} of {of:count} readings are explained, evenly chosen."
    ),
    "further.meter.auto": "{at} at {freq_hz:mhz}, the tuner matching.",
    "further.meter.bypass": "{at} at {freq_hz:mhz}, the tuner bypassed.",
    "further.borrowed.auto": "A borrowed meter {at} at {freq_hz:mhz}, the tuner matching.",
    "further.borrowed.bypass": "A borrowed meter {at} at {freq_hz:mhz}, the tuner bypassed.",
    "further.analyzer.auto": "An analyzer {at}, looking towards the antenna, at {freq_hz:mhz}.",
    "further.analyzer.bypass": (
        "An analyzer {at}, looking towards the antenna, at {freq_hz:mhz}, the tuner bypassed."
    ),
    "further.dummy.auto": (
        "A dummy load in place of the antenna, read at {at}, {freq_hz:mhz}, the tuner matching."
    ),
    "further.dummy.bypass": (
        "A dummy load in place of the antenna, read at {at}, {freq_hz:mhz}, the tuner bypassed."
    ),
    "further.bench": "{at:capital} on the bench: how much it loses by itself.",
    "further.means-factor": ("{near:figure} times what is written: {first}; {far:figure} times: {second}."),
    "further.means": "About SWR {near:ratio} there: {first}; about {far:ratio}: {second}.",
    "further.indoors": "Indoors, {minutes:g} {minutes:plural|minute|minutes}.",
    "further.outdoors": "Outdoors, {minutes:g} {minutes:plural|minute|minutes}.",
}

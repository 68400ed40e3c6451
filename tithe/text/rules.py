"""What an error breaks, by its code. A rule that begins with a small letter reads on from the error's place
("must be above 0"); one that begins with a capital, a figure or a name is a sentence of its own. ``value`` is
what was found."""

RULES = {
    # Numbers and choices
    "rule.finite": "must be a finite number",
    "rule.finite-numbers": "must be finite numbers",
    "rule.above": "must be above {least:g}{value:found}",
    "rule.at-least": "must be {least:g} or more{value:found}",
    "rule.at-most": "must be {most:g} or less{value:found}",
    "rule.between": "must lie between {least:g} and {most:g}{value:found}",
    "rule.above-other": "must be above {other} ({limit:g})",
    "rule.not-below-other": "must not be below {other} ({limit:g})",
    "rule.in-range": "must lie in the range {low:g} to {high:g}",
    "rule.too-small": "is too small to be meant: 0, or 1e-15 at least",
    "rule.one-of": "must be one of {allowed:comma}",
    "rule.one-of-these": "must be one of {expected} (it is {shown})",
    "rule.missing": "is missing",
    "rule.no-antenna-fits": (
        "leaves no room for an antenna of those that may be: type a support higher than {clear_m:g} m and "
        "where it stands, or rule less out"
    ),
    "rule.no-antenna-told": "leaves room only for antennas that cannot be computed on all of these bands",
    "rule.unknown-key": "is not a key here; allowed are {allowed:comma}",
    "rule.not-a-number": "must be a number (it is {shown})",
    "rule.not-text": "must be text (it is {shown})",
    "rule.not-a-list": "must be a list (it is {shown})",
    "rule.not-a-truth": "must be true or false (it is {shown})",
    "rule.not-an-object": "must be an object (it is {shown})",
    "rule.too-long": "must be {most:count} characters or less",
    "rule.too-few": "must have {least:count} or more entries",
    "rule.too-many": "must have {most:count} or fewer entries",
    "rule.invalid": "is not as it must be: {message}",
    # Points over frequency
    "rule.no-points": "needs at least one point",
    "rule.rising-frequency": "must have a higher frequency than the point before it ({before_hz:mhz})",
    "rule.rising-frequencies": "must have rising frequencies above 0",
    "rule.frequencies": "must be a finite number above 0, each of them",
    "rule.outside-data": (
        "{value:mhz} lies outside the antenna’s data ({low_hz:mhz} to {high_hz:mhz}); nothing is extrapolated"
    ),
    "rule.rising-swr": "must have a higher SWR than the point before it",
    "rule.all-comes-back": "must be less than the forward power",
    "rule.four-numbers": (
        "must be four numbers, forward, reflected, full scale in W and accuracy in %: {value:name}"
    ),
    "rule.nothing-through": "looks like the open end: nothing gets through, or one of them is another file",
    "rule.gives-power-back": "tells of more power out than in: another calibration, or files mixed up",
    "rule.no-such-q": (
        "is no loss of this tuner: whatever the Q of its coils, it loses between {low:db} and {high:db} dB"
    ),
    "rule.no-match-into-r0": "does not match its reference impedance at {freq_hz:mhz}, whatever its Q",
    "rule.no-tuner-in-line": "has no tuner of coils and capacitors in line",
    "rule.three-rising-frequencies": "must be three rising frequencies or more",
    "rule.points-too-far": "has its points too far apart to count the waves on that line: take more of them",
    "rule.uneven-steps": "must have even steps in frequency",
    "rule.nothing-to-hide-in": (
        "This station leaves nothing to hide something in: lay a run, and say what R and X the antenna has"
    ),
    "rule.nothing-to-read": "The antenna is known on none of the bands, so nothing could be read",
    "rule.round-is-over": "This round is over: it has been answered",
    "rule.not-to-be-read": "No such reading can be taken here",
    "rule.enough-read": "{most:count} readings are enough: say what is wrong",
    "rule.no-round": "There is no such round",
    "rule.no-promise": "This note is not of a step that was done",
    "rule.not-known-by-points": "is planned or not described yet: there are no points to be read",
    "rule.too-few-points": "must have {least:count} points or more (it has {value:count})",
    "rule.other-frequencies": "must have the frequencies of {other}",
    "rule.no-phase-in-file": "holds no phase: a Touchstone file or R and X are needed",
    "rule.line-or-velocity": "Give the line or --velocity, one of the two",
    "rule.length-or-velocity": "Give the length or the velocity factor, one of the two",
    "rule.length-without-phase": (
        "must be given where the sweeps hold no phase: only their loss can be told then"
    ),
    "rule.open-or-short": "Give the open or the short: a loss shows in what comes back from them",
    "rule.no-single-line": (
        "is not what a single line with that end shows: look at what hangs at its far end, and at its length"
    ),
    "rule.says-nothing": (
        "The reading and the power beside it are known to {value:percent} only: that says nothing of the "
        "meter’s scale"
    ),
    "rule.two-rising-dips": "must be the frequencies of two dips or more",
    "rule.no-neighbours": "are not evenly apart: one in between was left out, or one is none",
    "rule.frequency-twice": "stands in an earlier row already ({value:mhz})",
    "rule.volts-or-power": "Give a voltage, or what a better meter shows: one of the two",
    "rule.no-such-part": "is not a part of the run",
    "rule.sweeps-or-return-losses": "Give sweeps or figures that were read, not both",
    "rule.more-comes-back": (
        "must not be below −0.42 dB: no more comes back than was sent, an instrument’s error allowed for"
    ),
    "rule.faster-than-light": (
        "is too long for how the phase turns: a wave would run at {velocity:two} times the speed of light; "
        "measure the length again"
    ),
    "rule.no-return-loss": "must be return losses above 0 dB",
    "rule.less-than-comes-back": (
        "is less than what its return loss takes by itself: the readings are mixed up"
    ),
    "rule.pieces-alike": "looks like another of the pieces",
    "rule.no-load": "sends half of the wave back or more: that is no load of 50 Ω",
    "rule.pieces-swapped": "looks like the short, and the short like the open: they are mixed up",
    "rule.beyond-decibels": "is more than {most:g} dB away from any figure there is a use for",
    "rule.keep-share": "must keep a share between 0 and 1",
    # Antenna
    "rule.not-passive": "returns more power than it gets: R is below 0",
    "rule.resistance-below-0": "has R = {value:g} Ω; an antenna’s R is never below 0",
    "rule.swr-below-1": "has an SWR of {value:g}; an SWR is never below 1",
    "rule.loss-above-resistance": (
        "is more than the whole feedpoint resistance ({r_ohm:figure} Ω) at {freq_hz:mhz}"
    ),
    "rule.loss-above-every-resistance": (
        "is more than the whole feedpoint resistance at every phase that the SWR allows"
    ),
    "rule.contradicts-run": (
        "SWR {ratio:ratio} in the room at {freq_hz:mhz} contradicts the run, which loses {lost_db:db} dB: "
        "through it even a bare end shows no more than {most:ratio}"
    ),
    "rule.antenna-unknown": (
        "is not described yet: give its SWR, a sweep, a table, a model, or the wires it will have"
    ),
    "rule.no-phase": "is known by its SWR only: nobody knows the phase that an analyzer would show",
    # Antennas of wires
    "rule.no-wires": "needs at least one wire",
    "rule.wire-without-length": "must have two ends that are not the same point",
    "rule.wires-touch": (
        "touches or crosses wires[{other:count}]; wires may meet at their ends only: end them where they meet"
    ),
    "rule.no-one-length": (
        "has several lengths: give a dipole, an inverted vee, an end-fed wire or a vertical"
    ),
    "rule.dial-by-one-point": "needs two points at least, or none: one makes no line",
    "rule.dial-turns-back": "must rise all the way, or fall all the way",
    "rule.number-twice": "must not give one number twice",
    "rule.dial-not-known": "is not known: it has no points yet",
    "rule.no-tuner-of-knobs": "has no tuner of coils and capacitors",
    "rule.no-tuner-here": "is no tuner",
    "rule.tunes-itself": "tunes itself: there is nothing to turn by hand",
    "rule.no-knobs-set": "must give the knobs' values here",
    "rule.no-tap": "is no tap{value:found}; there are {allowed:comma}",
    "rule.taps-not-told": "has taps, and no line can be found for them: give each tap its µH",
    "rule.phase-not-known": "is not known with its phase there, so nobody knows what the tuner sees",
    "rule.too-many-taps": "have {value:count} settings of taps together; {most:count} at the most are tried",
    "rule.nothing-read": "needs forward_w, or swr: nothing was read",
    "rule.swr-by-both": "goes with forward_w at the most: forward and reflected tell it already",
    "rule.no-meter": "is no meter of the chain ({value!r}); there are {allowed:comma}",
    "rule.two-meters": "stands twice in the chain ({value!r}): give each meter a name of its own",
    "rule.no-readings": "must hold a reading at least, and {most:count} at the most",
    "rule.antenna-not-known-there": "is where the antenna is not known",
    "rule.no-column": "has no column {value!r}; it needs {allowed:comma}",
    "rule.at-least-presets": (
        "must be {least:count} at least for the dials to be found (there {value:plural|is|are} {value:g})"
    ),
    "rule.not-measured": "must be measured with its phase: a sweep or a table of R and X",
    "rule.not-planned": "must be of kind wires: only what is planned is estimated",
    "rule.beyond-the-wires": (
        "is of wires that can be computed from {low_hz:mhz} to {high_hz:mhz}, not at {value:mhz}: they would"
        " be far too short or too long for the wave"
    ),
    "rule.at-the-feedpoint-only": (
        "must be left out of an SWR that was read in the radio room: there it is against 50 Ω"
    ),
    "rule.wires-too-high": (
        "is of wires {value:figure} m up, more than {most:count} waves at {freq_hz:mhz}: too many to be told"
    ),
    "rule.at-an-open-end": (
        "must not be an open end, where no current flows: feed between two wires, or along one"
    ),
    "rule.not-on-a-wire": "must be a point of one of the wires",
    "rule.under-ground": "must not run under the ground (it goes down to {value:g} m)",
    "rule.needs-ground": "must be a soil, or perfect: the antenna stands on it and its current returns there",
    "rule.on-the-ground": "must not lie on the ground",
    "rule.near-the-soil": (
        "must be {least_m:length} or more above the soil, and comes down to {low_m:length}: of wires that lie"
        " on it only a vertical’s radials are told"
    ),
    "rule.beyond-the-method": (
        "is of wires of which this method cannot tell at {freq_hz:mhz} where the power goes: change a length"
        " or a height a little, or measure"
    ),
    "rule.wires-too-long": (
        "makes the antenna longer than {most_wavelengths:count} wavelengths, which is too long"
    ),
    "rule.segment-below-radius": (
        "is cut into pieces of {value:g} m, which must be longer than its radius of {radius_m:g} m"
    ),
    "rule.radials-not-on-the-ground": "is of radials on the ground, and these are raised",
    "rule.below-the-wires-own": (
        "must be above what the wires themselves have over a perfect ground, {least:figure} Ω{value:found}"
    ),
    "rule.ends-under-ground": "is too low: the legs would reach {below_m:length} under the ground",
    "rule.bend-by-both": "goes with bend_m: a bend has a place along the wire and a height",
    "rule.shorter-than-its-rise": "must be as long as it rises or falls, {rise_m:g} m{value:found}",
    "rule.ohm-or-uh": "needs either ohm or uh, and not both",
    # Parts
    "rule.no-full-scale": "is a share of full_scale_w, which is missing",
    "rule.stress-needs-ratings": "Least stress needs capacitor_volts and coil_amps",
    "rule.which-l-form": "needs one of the four L forms as network when knobs are given",
    "rule.no-knob": "is no knob of this network; it has {allowed:comma}",
    "rule.two-frequencies": "must cover two different frequencies or more",
    "rule.not-a-line": "must be a line of the shelf, or an object of figures",
    "rule.no-such-figure": "is no figure of this answer",
    "rule.no-such-line": "{value!r} is not on the shelf; there are {allowed:comma}",
    "rule.loses-everything": (
        "makes the run lose more than {most_db:g} dB when matched; no power would arrive"
    ),
    "rule.two-tuners-in-line": "holds two tuners in line: bypass one of them",
    "rule.no-line-behind-tuner": "has no line behind its tuner whose length could change",
    "rule.no-tuner": "has no tuner at work: nothing has a matching range",
    # Choosing
    "rule.no-whole-band": "must hold a band that the antenna’s data reach from edge to edge",
    "rule.too-many-candidates": (
        "has {count:count} candidates on {bands:count} bands, which is too much at once: turn off lines or "
        "places, or ask for fewer bands"
    ),
    "rule.longer-than-run": "must not be longer than the run ({run_m:g} m)",
    "rule.too-many-lengths": "must be larger: {count:count} lengths are more than {most:count}",
    "rule.budget-too-small": "leaves nothing: the cheapest here costs {cheapest:figure}",
    "rule.nothing-left": "rules out every candidate: allow a place or a line",
    "rule.no-run-length": "is not known: the run has no line yet; say how long it will be",
    "rule.no-placement": "is no placement; there are {allowed:comma}",
    "rule.no-line-here": "is no line here; there are {allowed:comma}",
    "rule.no-coax-left": "There is no coax through which anything would arrive over this run",
    "rule.no-candidate": "is no candidate of this question",
    "rule.too-much-at-once": (
        "To compute this would take more memory than there is room for: ask for fewer bands, or take parts "
        "out of the run"
    ),
    "rule.takes-too-long": "To compute this would take some {value:seconds}: {narrower}",
    "narrower.fewer-wires": "ask for fewer bands or fewer wires",
    "narrower.fewer-bands": "ask for fewer bands",
    "narrower.one-band": "look at one band alone",
    "narrower.fewer-readings": "look at fewer readings, or take a tuner out of the run",
    "narrower.fewer-lengths": "ask for fewer lengths, with a larger step, or for fewer bands",
    "narrower.fewer-lines": "turn off lines or places, or ask for fewer bands",
    "narrower.smaller-station": "ask for fewer bands, or take a tuner out of the run",
    # Files
    "rule.file-too-large": "is larger than {most_mb:count} MB",
    "rule.station-too-large": "The file is larger than {most_mb:count} MB",
    "rule.request-too-large": "The request is larger than {most_mb:count} MB",
    "rule.no-json-number": "The file holds {word}, which is no number of JSON",
    "rule.key-twice": "The file names a key twice in one object",
    "rule.surrogate": "The file holds half of a surrogate pair (\\ud800 to \\udfff), no character",
    "rule.not-json": "is not JSON: {message}",
    "rule.not-csv": "is not CSV: {message}",
    "rule.nested-too-deeply": "The file is nested too deeply to be a station",
    "rule.too-many-digits": "The file holds a number with too many digits",
    "rule.request-not-text": "The request is not UTF-8 text",
    "rule.holds-too-many": "The file holds more than {most:count} {what}",
    "rule.number-too-large": "The request holds a number too large to be kept or looked up",
    "rule.not-text-file": "is not text",
    "rule.not-utf-8": "is not UTF-8 text",
    "rule.cannot-be-read": "cannot be read: {reason}",
    "rule.touchstone-2": "is a version 2 keyword; only version 1 files are read",
    "rule.rising-lines": "must have a higher frequency than the line before it",
    "rule.one-point-too-many": "is one point too many: {most:count} are read at most",
    "rule.too-many-points": "holds more points than the bench takes, which are {most:count}",
    "rule.one-row-too-many": "is one row too many: {most:count} are read at most",
    "rule.no-data": "holds no data lines",
    "rule.no-data-rows": "holds headings but no data",
    "rule.reference-above-0": "must have a reference resistance above 0",
    "rule.unknown-option": "has the unknown option {value!r}",
    "rule.three-numbers": "must hold 3 numbers of a one-port; it holds {value:count}",
    "rule.below-1-thz": "must have a frequency above 0 and below 1 THz",
    "rule.means-nothing": "holds a number too large to mean anything",
    "rule.magnitude-too-large": "holds a magnitude too large to mean anything",
    "rule.return-loss-too-large": "has a return loss too large to mean anything",
    "rule.returns-more": "returns more power than it gets (|Γ| = {value:figure})",
    "rule.return-loss-below-0": (
        "holds a return loss of {value:figure} dB, by which more would come back than was sent: it is "
        "written above 0, without the sign of S11"
    ),
    "rule.no-reflection": "has no reflection that a passive antenna could have",
    "rule.no-number-there": "holds {value!r} where a number belongs",
    "rule.head-frequency": "must head a column with the frequency and its unit, such as MHz",
    "rule.head-unit": "must give the frequency’s unit in its heading, such as MHz",
    "rule.head-values": "must head columns R and X, or a column SWR, or a column return loss",
    "rule.columns": "must name {needed:count} columns",
    "rule.too-few-columns": "holds {value:count} columns; {needed:count} are needed",
    "rule.two-signs": "mixes return losses above and below 0 dB; they must have one sign",
    "rule.no-touchstone-without-phase": "must be csv: without phase there is no Touchstone file",
    "rule.library-line": "This is no line of a library: it holds none of format, text, part and station",
    "rule.library-cut-off": (
        "The file was cut off: it does not end with the line that counts its lines. Nothing was taken in"
    ),
    "rule.falling-versions": "must name each earlier version once, newest first",
    "rule.unknown-text": "names a text that did not come before it",
    "rule.no-document": "is no station’s document",
    "rule.in-line": "{message}",
    # Keeping
    "rule.not-there": "is not there",
    "rule.no-station": "Station {value} is not kept here",
    "rule.log-in-to-keep": "Log in to keep something here: a link only shows",
    "rule.phone-one-station": "This phone is signed in for one station: do that where you are logged in",
    "rule.no-address-for-phones": (
        "A phone finds this server under none of its names ({names:list}): serve it with a --name that the "
        "phone can reach"
    ),
    "rule.may-read-only": "This station is shared with you to read it, not to change it",
    "rule.owner-only": "Only whose station it is can do that",
    "rule.keepers-only": "Only those who look after this server put parts on everybody’s shelf",
    "rule.keepers-invite": "Only those who look after this server invite others: ask one of them",
    "rule.keepers-remove": "Only those who look after this server remove others: ask one of them",
    "rule.choose-heir": "Choose to whom goes what is theirs",
    "rule.served-alone": "Tithe is served for one person here: there is nobody to share with",
    "rule.no-person": "Nobody called “{value}” has an account here",
    "rule.name-taken": "Somebody is called “{value}” already",
    "rule.no-name": "“{value}” is no name: letters, digits and @ . + - _ are, 150 at the most",
    "rule.not-the-same": "The two passwords differ",
    "rule.weak-password": "{message}",
    "rule.own-heir": "What somebody leaves must go to somebody else",
    "rule.last-keeper": "Nobody else looks after this server: promote somebody first",
    "rule.too-many-invitations": "{most:count} invitations of yours are open: take one back first",
    "rule.no-invitation": "This invitation is not good any more",
    "rule.is-owner": "It is theirs already",
    "rule.too-many-shares": "A station is shared with {most:count} people at most",
    "rule.too-many-links": "A station has {most:count} links at most: take one back first",
    "rule.no-version": "Version {value} of station {station} is not kept",
    "rule.no-sweep": "Sweep {value} is not kept here",
    "rule.nothing-to-start": "There is nothing called “{value}” to start from",
    "rule.own-shelf-full": "The shelf holds {most:count} parts of your own at most",
    "rule.too-many-sweeps": "A station keeps {most:count} sweeps at most",
    "rule.sweeps-too-large": (
        "A station keeps {most_mb:count} MB of sweeps at most: put this one into another station"
    ),
    "rule.sweeps-by-themselves": "are kept by themselves; a save does not carry them",
    "rule.reading-or-note": "An entry is either a reading or a note",
    "rule.too-many-entries": "The log is full: it holds {most:count} entries at the most",
    "rule.no-entry": "Entry {value} of the log is not kept here",
    "rule.no-date": "must be a date such as 2026-11-24 (it is {value!r})",
    "rule.outside-calendar": "must lie inside the calendar (it is {value!r})",
    "rule.years": "must be a date from 1900 to 2999",
    "rule.no-baseline": "No baseline is set: make one of the sweeps the baseline",
    # Sweeps
    "rule.no-plane": "must be a reference plane from 0 to {most:count}",
    "rule.no-common-plane": (
        "is no reference plane of the run that {sweep:name} was taken through: show both at the radio or the"
        " feedpoint"
    ),
    "rule.not-through": (
        "cannot be moved through {part:name}: an SWR without its phase does not say what comes out"
    ),
    "rule.contradiction": "{told}",
    "rule.nothing-in-common": "has no frequencies in common with the baseline",
    "rule.no-resonance": "{sweep:name} shows no resonance at which R could be read",
    # The server and the command line
    "rule.through": "must be LINE:METRES, such as rg-213:38 (it is {value!r})",
    "rule.busy": "Tithe is busy with other questions of this kind: try again when they are answered",
    "rule.busy-line": (
        "{before:count} {before:plural|question is|questions are} before yours; it is asked again by itself"
    ),
    "rule.too-fast": "That is more than {most:count} requests in a minute: wait a little",
    "rule.too-many-stations": "You have {most:count} stations, which is the most here: delete one first",
    "rule.too-much-kept": (
        "Your sweeps take {most_mb:count} MB, which is the most here: take some out with their stations first"
    ),
    "rule.disk-full": (
        "The disk that holds the stations is full: make room there. What was typed stays on the page, and is "
        "tried again"
    ),
    "rule.read-only": (
        "The data folder cannot be written: give yourself the right to. What was typed stays on the page, "
        "and is tried again"
    ),
    "rule.locked": (
        "Another program holds the database: close it. What was typed stays on the page, and is tried again"
    ),
    "rule.database": "The database cannot be read or written ({message}): `tithe check` says more",
    "rule.own-fault": (
        "Something went wrong in Tithe itself; nothing was changed. The server’s console has the details."
    ),
    "rule.own-fault-in-stream": "Something went wrong in Tithe itself.",
    "rule.not-built": "The page is not built yet: run `make demo` once.",
    "rule.http": "{message}",
}

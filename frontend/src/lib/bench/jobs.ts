/** The jobs of the bench: what each answers, how it is set up, and in what order it is done. */

export type Job = 'tuner' | 'watts' | 'line' | 'fault' | 'part' | 'meter' | 'check';
type Kind = 'tuner' | 'line' | 'inline' | 'transformer' | 'meter';

export interface JobText {
  job: Job;
  title: string;
  question: string;
  /** Kinds of part that it can be done with; none: it is about no part. */
  kinds: Kind[];
  /** From the instrument to the part, and what is put at its far side in turn. */
  chain: string[];
  ends: string[];
  steps: string[];
  cautions: string[];
}

const NO_POWER = 'Never transmit into an analyzer, and let static drain off a line before you connect one.';
const HOT = 'Do not touch coil or capacitor under power, and do not switch the coil while transmitting.';

export const JOBS: readonly JobText[] = [
  {
    job: 'tuner',
    title: 'Tuner',
    question: 'What does the tuner lose: into 50 Ω, and at the antenna that is really there?',
    kinds: ['tuner'],
    chain: ['analyzer', 'tuner'],
    ends: ['50 Ω resistor', 'short', 'open'],
    steps: [
      'Calibrate the analyzer at the end of its cable, and put the tuner there; a 50 Ω resistor at the tuner’s output.',
      'Tune for the lowest SWR on the first band, and save the sweep, or write down the return loss.',
      'Leave the knobs as they are. Put a short in place of the resistor; save or write down again.',
      'Take the short off, so that the output is open; once more.',
      'Do the same on the next band.',
    ],
    cautions: [NO_POWER, 'Short and open belong right at the output: a cable to them is measured along.'],
  },
  {
    job: 'watts',
    title: 'Watts in, watts out',
    question: 'What do two wattmeters tell of a part’s loss, and what can they not tell?',
    kinds: ['tuner', 'inline', 'transformer'],
    chain: ['transmitter', 'meter', 'part', 'meter'],
    ends: ['dummy load'],
    steps: [
      'Put a meter on either side of the part, and a dummy load behind both.',
      'Send a steady carrier at low power, on a clear frequency, no longer than it takes to read.',
      'Read forward and reflected power at both meters.',
      'If there is only one meter, carry it from one side to the other: its scale’s error falls out.',
    ],
    cautions: [HOT, 'Keep within what the dummy load bears, and let it cool.'],
  },
  {
    job: 'line',
    title: 'Feedline',
    question: 'What does the line lose, and what are its impedance, velocity factor or length?',
    kinds: ['line'],
    chain: ['analyzer', 'line'],
    ends: ['open', 'short', '50 Ω resistor'],
    steps: [
      'Take the line off at both ends; measure its length with a tape, or look up its velocity factor.',
      'Calibrate the analyzer, and sweep from as low as it goes to the highest band, its far end open.',
      'The same with the far end shorted. One of the two will do; both are surer.',
      'A 50 Ω resistor at the far end adds to what is known of its impedance.',
    ],
    cautions: [
      NO_POWER,
      'Keep coils of line off metal, and ribbon off the ground: both change what is measured.',
    ],
  },
  {
    job: 'fault',
    title: 'Fault in a line',
    question: 'Where along the run does something send a wave back, and what is it?',
    kinds: ['line'],
    chain: ['analyzer', 'line'],
    ends: ['as it hangs'],
    steps: [
      'Leave the far end as it hangs, and connect the analyzer in place of the radio.',
      'Sweep as wide as it goes, from as low as it goes, with even steps and many points.',
      'Walk to the distance that is told, and look at the connector there.',
    ],
    cautions: [NO_POWER, 'Do not climb alone, nor near overhead lines.'],
  },
  {
    job: 'part',
    title: 'Part, choke or transformer',
    question: 'What does it lose, over which frequencies may it be used, and what is it made of?',
    kinds: ['inline', 'transformer'],
    chain: ['analyzer', 'part'],
    ends: ['resistor of its ratio', 'short', 'open'],
    steps: [
      'Put the part at the analyzer, and the resistor that it should see at its far side: 50 Ω, or 200 Ω for a 4:1.',
      'Sweep somewhat wider than it is made for; then with a short and with nothing in the resistor’s place.',
      'Or put two of a kind back to back, and read the loss through both and their return loss.',
    ],
    cautions: [
      NO_POWER,
      'What is told holds at the power of an analyzer; a core that warms up under power loses more.',
    ],
  },
  {
    job: 'meter',
    title: 'Wattmeter',
    question: 'Does the meter show the watts that there are?',
    kinds: ['meter'],
    chain: ['transmitter', 'meter'],
    ends: ['load, peak detector'],
    steps: [
      'Put a dummy load of known resistance behind the meter, and a peak detector or a scope across it.',
      'Send a steady carrier at the power at which the meter is used.',
      'Read the meter and the peak voltage; or read a better meter in the same place.',
    ],
    cautions: [
      'At 100 W there are 100 V across 50 Ω, at 1,000 W 316 V: keep fingers and probes of too little rating off.',
    ],
  },
  {
    job: 'check',
    title: 'The analyzer itself',
    question: 'Is its calibration still good, and what error is left?',
    kinds: [],
    chain: ['analyzer'],
    ends: ['open', 'short', 'load'],
    steps: [
      'After calibrating, put open, short and load on once more, and save a sweep of each.',
      'Do it again after an hour, or after the cable has been moved: that is drift.',
    ],
    cautions: [NO_POWER],
  },
];

export const isJob = (text: string | undefined): text is Job => JOBS.some(({ job }) => job === text);

/** What stands at the far end, as the server calls it, and what the page does. */
export const FAR_ENDS: Record<string, [string, string][]> = {
  line: [
    ['open', 'open'],
    ['short', 'short'],
    ['load', '50 Ω resistor'],
  ],
  fault: [['hanging', 'as it hangs']],
  part: [
    ['match', 'resistor'],
    ['short', 'short'],
    ['open', 'open'],
  ],
  check: [
    ['open', 'open'],
    ['short', 'short'],
    ['load', 'load'],
  ],
};

export type Field = [key: string, label: string, unit: string, usual: string];
/** The first is what matters most. */
export const ANALYZER: [Field, ...Field[]] = [
  ['directivity_db', 'Directivity and source match left', 'dB', '40'],
  ['tracking_db', 'Tracking left', 'dB', '0.03'],
  ['tracking_deg', 'the same in phase', '°', '0.3'],
  ['drift_db', 'Drift from sweep to sweep', 'dB', '0.005'],
  ['drift_deg', 'drift in phase', '°', '0.05'],
  ['noise', 'Noise in Γ', '', '0.0002'],
  ['load_pct', 'Tolerance of the resistor', '%', '1'],
];
export const WATTS: Field[] = [
  ['forward_w', 'Forward', 'W', ''],
  ['reflected_w', 'Reflected', 'W', '0'],
  ['full_scale_w', 'Full scale', 'W', '200'],
  ['accuracy_pct', 'Accuracy, of full scale', '%', '5'],
];
export const METER: Field[] = [
  ['shown_w', 'The meter shows', 'W', ''],
  ['read_w', 'read to', 'W', '1'],
];
export const BY_VOLTS: Field[] = [
  ['volts', 'Peak voltage', 'V', ''],
  ['volts_pct', 'known to', '%', '2'],
  ['drop_volts', 'Drop of the diode', 'V', '0'],
  ['load_ohm', 'Dummy load', 'Ω', '50'],
  ['load_pct', 'known to', '%', '1'],
];
export const BY_METER: Field[] = [
  ['power_w', 'The better meter shows', 'W', ''],
  ['accuracy_pct', 'Accuracy, of full scale', '%', '3'],
  ['full_scale_w', 'Full scale', 'W', '200'],
];

/** What is typed by frequency, and what its columns are. */
export const TABLES: Partial<Record<Job, { caption: string; columns: [key: string, name: string][] }>> = {
  tuner: {
    caption: 'Return losses by frequency; ∠: with its phase',
    columns: [
      ['mhz', 'MHz'],
      ['match', 'matched, dB'],
      ['short', 'short, dB'],
      ['open', 'open, dB'],
    ],
  },
  line: {
    caption: 'Return losses by frequency',
    columns: [
      ['mhz', 'MHz'],
      ['open', 'open, dB'],
      ['short', 'shorted, dB'],
    ],
  },
  fault: { caption: 'Dips of SWR, one beside the other', columns: [['mhz', 'MHz']] },
  check: {
    caption: 'Return losses by frequency',
    columns: [
      ['mhz', 'MHz'],
      ['open', 'open, dB'],
      ['short', 'short, dB'],
      ['load', 'load, dB'],
    ],
  },
  part: {
    caption: 'Two of a kind, back to back',
    columns: [
      ['mhz', 'MHz'],
      ['through', 'through both, dB'],
      ['back', 'return loss, dB'],
    ],
  },
};

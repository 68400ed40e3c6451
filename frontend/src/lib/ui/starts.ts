/** What a station can be started from: the server's slug, its name, and what it is. */
export const STARTS = [
  ['empty', 'An empty station', 'Build your own run, part by part, from transmitter to antenna.'],
  [
    'brackenfell-mill',
    'Brackenfell Mill',
    'An inverted vee cut for 40 m, 38 m of run, a T tuner in the room; 80 to 10 m are wanted.',
  ],
  [
    'hollin-lane-school',
    'Hollin Lane School',
    'A short vertical on a school roof over a poor ground, thin coax, the radio’s own tuner.',
  ],
  ['quarry-hedge', 'Quarry Hedge', 'An end-fed wire along a hedge, a 9:1 transformer and 10 W.'],
  ['sallow-croft', 'Sallow Croft', 'A garden with one ash, and nothing built: a vee on paper.'],
] as const;

/** The one that the look round leads over. */
export const DEMO = { slug: 'brackenfell-mill', name: 'Brackenfell Mill' };

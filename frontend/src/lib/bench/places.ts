/** What the page calls the places that the server may refuse: fields, and cells of the tables of readings. */
const FIELDS: Record<string, string> = {
  'before.forward_w': 'forward power before the part',
  'before.reflected_w': 'reflected power before the part',
  'behind.forward_w': 'forward power behind the part',
  'behind.reflected_w': 'reflected power behind the part',
  text: 'sweep',
  open: 'sweep of the open',
  short: 'sweep of the short',
  load: 'sweep of the load',
  match: 'sweep of the resistor',
  length_m: 'length',
  velocity_factor: 'velocity factor',
  resistor_ohm: 'resistor',
  shown_w: 'meter’s reading',
  volts: 'peak voltage',
  power_w: 'better meter’s reading',
  typed: 'table of readings',
  pair: 'table of readings',
  freq_hz: 'sweep',
  dips: 'dips of SWR',
};
const CELLS: [before: string, key: string, name: string][] = [
  ['rows', '.mhz', 'frequency'],
  ...['', '_db'].flatMap((ending): [string, string, string][] => [
    ['rows', `.match${ending}`, 'matched return loss'],
    ['rows', `.short${ending}`, 'return loss into the short'],
    ['rows', `.open${ending}`, 'return loss into the open'],
  ]),
  ['typed', '[0]', 'frequency'],
  ['typed', '[1]', 'return loss, end open,'],
  ['typed', '[2]', 'return loss, end shorted,'],
  ['typed', '[3]', 'return loss of the load'],
  ['typed', '', 'table of readings'],
  ['pair', '[0]', 'frequency'],
  ['pair', '[1]', 'loss through both'],
  ['pair', '[2]', 'return loss'],
];
const MOST_ROWS = 60;

export const PLACES: Record<string, string> = { ...FIELDS };
for (const [before, key, name] of CELLS)
  for (let row = 0; row < MOST_ROWS; row++) {
    const place = `${before}[${String(row)}]${key}`;
    PLACES[place] = `${name} in row ${String(row + 1)}`;
  }

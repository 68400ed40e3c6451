/** The chart of presets as it is read: rows of now by band, their older ones below, and bands never tuned. */
import type { ChartOut, PresetFile } from '../api/client';
import { dialOf, knobName, knobsOf, reading, type KnobTuner } from './knobs';

export interface ChartRow {
  key: string;
  band: string;
  mhz: number;
  /** Each knob's number as text, and from where to where a predicted one may be. */
  numbers: { text: string; span: string }[];
  relays: string;
  swr: number | null;
  expected: number | null;
  date: string;
  note: string;
  kind: 'now' | 'older' | 'predicted';
  /** Of an older row, how the newer one's dials stand beside it. */
  moved: string;
  odd: boolean;
  /** Its place in the file; null of a predicted one. */
  place: number | null;
}

/** Lowest frequency first; under a row those whose place it took, and predicted rows of bands with none. */
export function chartRows(tuner: KnobTuner, presets: PresetFile[], chart: ChartOut): ChartRow[] {
  const knobs = knobsOf(tuner);
  const text = (knob: string, number: number) => reading(dialOf(tuner, knob), number);
  const kept = presets.map((preset, place): ChartRow => {
    const row = chart.rows[place];
    const moved = knobs.flatMap((knob) => {
      const by = row?.moved[knob] ?? 0;
      return by ? [`${knobName(knob)} ${by > 0 ? '+' : '−'}${text(knob, Math.abs(by))}`] : [];
    });
    return {
      key: `kept ${place}`,
      band: row?.band ?? '',
      mhz: preset.mhz,
      numbers: knobs.map((knob) => ({ text: text(knob, preset.dials[knob] ?? 0), span: '' })),
      relays: row?.relays ?? '',
      swr: preset.swr ?? 1,
      expected: row?.expected_swr ?? null,
      date: preset.date ?? '',
      note: preset.note ?? '',
      kind: row?.newer == null ? 'now' : 'older',
      moved: row?.newer == null ? '' : moved.join(', ') || 'nothing moved',
      odd: chart.odd.includes(place),
      place,
    };
  });
  const tuned = new Set(kept.filter(({ kind }) => kind === 'now').map(({ band }) => band));
  const predicted = chart.predicted
    .filter(({ band }) => !tuned.has(band))
    .map((preset): ChartRow => {
      const numbers = knobs.map((knob) => {
        const number = preset.dials[knob];
        const ends = preset.intervals[knob];
        return {
          text: number === undefined ? '–' : text(knob, number),
          span: ends ? `${text(knob, ends[0] ?? 0)} to ${text(knob, ends[1] ?? 0)}` : '',
        };
      });
      const matched = Object.keys(preset.dials).length > 0;
      return {
        key: `predicted ${preset.band}`,
        band: preset.band,
        mhz: preset.mhz,
        numbers,
        relays: preset.relays,
        swr: null,
        expected: matched ? preset.swr : null,
        date: '',
        note: matched ? 'predicted' : 'nothing matches',
        kind: 'predicted',
        moved: '',
        odd: false,
        place: null,
      };
    });
  const newest = (row: ChartRow) => (row.kind === 'older' ? newerOf(row, chart) : row.place);
  const frequency = (row: ChartRow) => presets[newest(row) ?? -1]?.mhz ?? row.mhz;
  return [...kept, ...predicted].sort(
    (a, b) =>
      frequency(a) - frequency(b) ||
      Number(a.kind === 'older') - Number(b.kind === 'older') ||
      b.date.localeCompare(a.date),
  );
}

/** The row of now that has taken an older one's place at last. */
function newerOf(row: ChartRow, chart: ChartOut): number | null {
  let at = row.place;
  for (let newer = at; newer !== null; newer = chart.rows[newer]?.newer ?? null) at = newer;
  return at;
}

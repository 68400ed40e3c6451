/** Series over time, band by band: what readings imply of losses, and the SWR that they show. */
import type { TrendOut } from '../api/client';

export interface TrendPoint {
  date: string;
  low: number;
  middle: number;
  /** Null: without bound. */
  high: number | null;
}
export interface Series {
  name: string;
  unit: 'dB' | '';
  points: TrendPoint[];
}
interface Band {
  name: string;
  low_mhz: number;
  high_mhz: number;
}

/** Every series of more than one day; the one whose loss is largest on its last day first, SWR after losses. */
export function seriesOf(trend: TrendOut, bands: Band[]): Series[] {
  // By what each is, not by its name: two lines may have one name, and two bands.
  const losses: Record<string, Series> = {};
  const ratios: Record<string, Series> = {};
  const bandAt = (mhz: number) => bands.findIndex((band) => band.low_mhz <= mhz && mhz <= band.high_mhz);
  const bandOf = (mhz: number) => bands[bandAt(mhz)]?.name ?? `${mhz} MHz`;
  const keyOf = (mhz: number) => (bandAt(mhz) < 0 ? `${mhz} MHz` : String(bandAt(mhz)));
  const named = new Set(trend.days.flatMap((day) => day.losses.map(({ part, label }) => `${label}/${part}`)));
  const alike = (label: string) => [...named].filter((name) => name.startsWith(`${label}/`)).length > 1;
  for (const { date, losses: lost, shown } of trend.days) {
    for (const { label, part, mhz, loss_db, read } of lost) {
      if (!read) continue; // it is as written on every day
      const which = alike(label) ? `${label} (part ${part + 1} of the run)` : label;
      (losses[`${part} ${keyOf(mhz)}`] ??= series(`loss of ${which}, ${bandOf(mhz)}`, 'dB')).points.push({
        date,
        low: loss_db.min ?? 0,
        middle: loss_db.median ?? 0,
        high: loss_db.max,
      });
    }
    for (const { at, mhz, swr, low, high } of shown) {
      const name = `SWR at ${at === 'radio' ? 'the radio' : at}, ${bandOf(mhz)}`;
      (ratios[`${at} ${keyOf(mhz)}`] ??= series(name, '')).points.push({ date, low, middle: swr, high });
    }
  }
  const lasting = (series: Series) => series.points.some(({ date }) => date !== series.points[0]?.date);
  const last = ({ points }: Series) => points.at(-1)?.middle ?? 0;
  const byLoss = Object.values(losses).sort((a, b) => last(b) - last(a));
  return [...byLoss, ...Object.values(ratios)].filter(lasting);
}

const series = (name: string, unit: Series['unit']): Series => ({ name, unit, points: [] });

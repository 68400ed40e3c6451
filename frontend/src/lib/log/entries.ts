/** What an entry of the timeline says, in a line. */
import type { LogRow } from '../api/client';
import { digits, swr, watts } from '../figures';

type Body = Record<string, unknown>;
const number = (value: unknown) => (typeof value === 'number' ? value : null);

export function told({ kind, key, body }: LogRow): string {
  const one = body as Body;
  const text = (name: string) => (typeof one[name] === 'string' ? one[name] : '');
  if (kind === 'note') return text('text');
  if (kind === 'sweep') return [text('title') || `sweep ${key}`, ...about(one)].join(', ');
  if (kind === 'change') {
    const what = (one.what ?? []) as string[];
    return what.length ? what.join('; ') : 'changed, and changed back';
  }
  if (kind === 'preset') {
    const dials = Object.entries((one.dials ?? {}) as Record<string, number>);
    const stands = dials.map(([knob, at]) => `${knob.toUpperCase()} ${digits(at, 4)}`).join(', ');
    return [text('tuner'), stands, `SWR ${swr(number(one.swr) ?? 1)}`, text('note')]
      .filter(Boolean)
      .join(', ');
  }
  return [text('at') === 'radio' ? 'the radio’s own' : text('at'), shownAs(one), ...circumstances(one)].join(
    ', ',
  );
}

/** Where a sweep was taken, and what for. */
export function about(one: Body): string[] {
  const radials = number(one.radials);
  const joint = number(one.joint) ?? 0;
  const at = one.at_feedpoint
    ? 'at the feedpoint'
    : joint > 0
      ? `after “${String(one.after)}”`
      : 'at the radio';
  return [
    at,
    one.trim ? 'trim step' : '',
    radials === null ? '' : `${radials} radials`,
    one.baseline ? 'baseline' : '',
  ].filter(Boolean);
}

function shownAs(one: Body): string {
  const forward = number(one.forward_w);
  const reflected = number(one.reflected_w);
  const ratio = number(one.swr);
  return [
    forward === null ? '' : `${watts(forward)} W forward`,
    reflected === null ? '' : `${watts(reflected)} W reflected`,
    ratio === null ? '' : `SWR ${swr(ratio)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

function circumstances(one: Body): string[] {
  const words = [
    one.tuner === 'bypass' ? 'tuner bypassed' : '',
    one.load === 'dummy' ? 'into a dummy load' : '',
    one.emission === 'speech' ? 'speech' : '',
    one.weather === 'wet' || one.weather === 'dry' ? one.weather : '',
    typeof one.note === 'string' ? one.note : '',
  ];
  return words.filter(Boolean);
}

/** A date as it is read: the day, with the hour where there is one. */
export function day(date: string | null): string {
  if (date === null) return 'not dated';
  const [first = '', time = ''] = date.split('T');
  return time.startsWith('00:00') ? first : `${first} ${time.slice(0, 5)}`;
}

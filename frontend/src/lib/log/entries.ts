/** What an entry of the timeline says, in a line. */
import type { LogRow } from '../api/client';
import { digits, swr, watts } from '../figures';

type Body = Record<string, unknown>;
const number = (value: unknown) => (typeof value === 'number' ? value : null);

export function inShort({ kind, key, body }: LogRow): string {
  const content = body as Body;
  const text = (name: string) => (typeof content[name] === 'string' ? content[name] : '');
  if (kind === 'note') return text('text');
  if (kind === 'sweep') return [text('title') || `sweep ${key}`, ...about(content)].join(', ');
  if (kind === 'change') {
    const what = (content.what ?? []) as string[];
    return what.length ? what.join('; ') : 'changed, and changed back';
  }
  if (kind === 'preset') {
    const dials = Object.entries((content.dials ?? {}) as Record<string, number>);
    const stands = dials.map(([knob, at]) => `${knob.toUpperCase()} ${digits(at, 4)}`).join(', ');
    return [text('tuner'), stands, `SWR ${swr(number(content.swr) ?? 1)}`, text('note')]
      .filter(Boolean)
      .join(', ');
  }
  return [
    text('at') === 'radio' ? 'the radio’s own' : text('at'),
    shownAs(content),
    ...circumstances(content),
  ].join(', ');
}

/** Where a sweep was taken, and what for. */
export function about(content: Body): string[] {
  const radials = number(content.radials);
  const joint = number(content.joint) ?? 0;
  const at = content.at_feedpoint
    ? 'at the feedpoint'
    : joint > 0
      ? `after “${String(content.after)}”`
      : 'at the radio';
  return [
    at,
    content.trim ? 'trim step' : '',
    radials === null ? '' : `${radials} radials`,
    content.baseline ? 'baseline' : '',
  ].filter(Boolean);
}

function shownAs(content: Body): string {
  const forward = number(content.forward_w);
  const reflected = number(content.reflected_w);
  const ratio = number(content.swr);
  return [
    forward === null ? '' : `${watts(forward)} W forward`,
    reflected === null ? '' : `${watts(reflected)} W reflected`,
    ratio === null ? '' : `SWR ${swr(ratio)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

function circumstances(content: Body): string[] {
  const words = [
    content.tuner === 'bypass' ? 'tuner bypassed' : '',
    content.load === 'dummy' ? 'into a dummy load' : '',
    content.emission === 'speech' ? 'speech' : '',
    content.weather === 'wet' || content.weather === 'dry' ? content.weather : '',
    typeof content.note === 'string' ? content.note : '',
  ];
  return words.filter(Boolean);
}

/** A date as it is read: the day, with the hour where there is one. */
export function day(date: string | null): string {
  if (date === null) return 'not dated';
  const [first = '', time = ''] = date.split('T');
  return time.startsWith('00:00') ? first : `${first} ${time.slice(0, 5)}`;
}

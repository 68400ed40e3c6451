/** A stand-in for the server: answers by path, and remembers what it was asked. */
import { vi } from 'vitest';
import type { Answer, KeptStation, StationFile } from '../../frontend/src/lib/api/client';

export interface Asked {
  method: string;
  path: string;
  body: unknown;
}
type Reply = { status?: number; body: unknown };

export class FakeServer {
  asked: Asked[] = [];
  reply: (asked: Asked) => Reply | Promise<Reply>;

  constructor(reply: (asked: Asked) => Reply | Promise<Reply>) {
    this.reply = reply;
    sessionStorage.clear();
    vi.stubGlobal('fetch', async (request: Request, options: RequestInit = {}) => {
      const text = request.method === 'GET' ? '' : await request.text();
      const asked = {
        method: request.method,
        path: new URL(request.url, 'http://x').pathname,
        body: text === '' ? null : (JSON.parse(text) as unknown),
      };
      // Fields for an SWR ask this as one types; what they show has tests of its own.
      if (asked.path === '/api/equivalents') return Response.json({ sentence: '', rows: [] });
      this.asked.push(asked);
      const { status = 200, body } = await Promise.race([
        this.reply(asked),
        calledOff(options.signal ?? request.signal),
      ]);
      return new Response(JSON.stringify(status >= 400 ? whole(body) : body), {
        status,
        headers: { 'Content-Type': 'application/json' },
      });
    });
  }

  to(path: string): Asked[] {
    return this.asked.filter((one) => one.path === path);
  }
}

/** As a browser ends a request that nobody waits for any more. */
function calledOff(signal: AbortSignal): Promise<never> {
  return new Promise((_, fail) => {
    signal.addEventListener('abort', () => fail(new DOMException('called off', 'AbortError')));
  });
}

/** A refusal as the server tells it: with its sentence, where a test gives the rule alone. */
function whole(body: unknown): unknown {
  const { errors } = body as { errors?: { place: string; rule: string; sentence?: string }[] };
  if (!errors) return body;
  const sentence = ({ place, rule }: { place: string; rule: string }) =>
    /^[a-z]/.test(rule) && place
      ? `${/^line /.test(place) ? 'L' + place.slice(1) : `The ${place.replace(/^document./, '')}`} ${rule}.`
      : `${rule.replace(/\.$/, '')}.`;
  return { errors: errors.map((one) => ({ sentence: sentence(one), ...one })) };
}

export const station = (): StationFile =>
  ({
    format: 'tithe-station',
    version: 1,
    name: 'Test',
    notes: '',
    transmitter: {
      power_w: 100,
      reference_ohm: 50,
      foldback: 'folds-from-2',
      emission: 'carrier',
    },
    chain: [
      {
        kind: 'line',
        label: 'short',
        line: 'rg-58',
        length_m: 2,
        bypassed: false,
      },
      {
        kind: 'line',
        label: 'long',
        line: 'rg-58',
        length_m: 30,
        bypassed: false,
      },
    ],
    antenna: { kind: 'resonator', label: 'vee', f0_mhz: 7.1, r_ohm: 60, q: 9 },
    bands: [
      { name: '80 m', low_mhz: 3.5, high_mhz: 3.8, weight: 1 },
      { name: '40 m', low_mhz: 7, high_mhz: 7.2, weight: 1 },
    ],
    comfort_swr: 2,
    arrangement: 'as it is',
    arrangements: [],
  }) as unknown as StationFile;

export const kept = (version = 1, id = 7): KeptStation => ({
  id,
  name: 'Test',
  version,
  updated: '2026-01-01T00:00:00Z',
  digest: String(version),
  document: station(),
});

export const answer = (why = ''): Answer => ({
  rail: [
    {
      name: '80 m',
      mhz: 3.65,
      state: 'costly',
      radiated_w: { min: 10, median: 12, max: 15 },
      loss_db: 9,
      why: '',
    },
    {
      name: '40 m',
      mhz: 7.1,
      state: 'clear',
      radiated_w: 88,
      loss_db: 0.5,
      why: '',
    },
  ],
  here: null,
  why,
  measured: [],
});

/** Wait until something holds, or fail. */
export async function until(holds: () => boolean, ms = 30_000): Promise<void> {
  const end = Date.now() + ms;
  while (!holds()) {
    if (Date.now() > end) throw new Error('it never came to hold');
    await new Promise((done) => setTimeout(done, 5));
  }
}

/** Longer than a session waits before it saves: nothing of one test may reach the next one's server. */
export const settled = () => new Promise((done) => setTimeout(done, 450));

/** What jsdom lacks and sliders, pictures and the log ask for. */
export function stubResizeObserver() {
  class Observer {
    observe() {}
    unobserve() {}
    disconnect() {}
  }
  vi.stubGlobal('ResizeObserver', Observer);
  vi.stubGlobal('IntersectionObserver', Observer);
}

import createClient from 'openapi-fetch';
import { ownToken } from '../people/person';
import { FOLDER, server } from './server.svelte';
import type { components, paths } from './schema';
import type { Api } from './typed';

type Schemas = components['schemas'];
export type StationFile = Schemas['StationFile'];
export type PlannedAntenna = Extract<StationFile['antenna'], { kind: 'wires' }>;
export type PlannedOut = Schemas['PlannedOut'];
export type AntennaEstimate = Schemas['AntennaEstimate'];
export type WireLengths = Schemas['WireLengths'];
export type WhatIfOut = Schemas['WhatIfOut'];
export type WidthsOut = Schemas['WidthsOut'];
export type FitOut = Schemas['FitOut'];
export type PairsOut = Schemas['PairsOut'];
export type PartModel = StationFile['chain'][number];
export type Answer = Schemas['Answer'];
export type Here = Schemas['Here'];
export type Result = Schemas['Result'];
export type StageResult = Result['stages'][number];
export type MeterResult = Schemas['MeterStage'];
export type LineResult = Schemas['LineStage'];
export type Bands = NonNullable<StationFile['bands']>;
export type RailRow = Schemas['RailRow'];
export type ShelfLine = Schemas['ShelfLine'];
export type KeptStation = Schemas['KeptStation'];
export type StationRow = Schemas['StationRow'];
export type ShelfContents = Schemas['Shelf'];
export type LinesBeside = Schemas['LinesBeside'];
export type Comparison = Schemas['Comparison'];
export type WorkingOut = Schemas['WorkingOut'];
export type SchoolTitle = Schemas['SchoolTitle'];
export type SchoolAnswer = Schemas['SchoolAnswer'];
export type AskedReading = Schemas['AskedReading'];
export type BeforeOut = Schemas['BeforeOut'];
export type EquivalentOut = Schemas['EquivalentOut'];
export type EquivalentsOut = Schemas['EquivalentsOut'];
export type FigureForm = paths['/api/equivalents']['get']['parameters']['query']['form'];
export type GlossaryTerm = Schemas['GlossaryTerm'];
export type LossQuestion = Schemas['LossQuestion'];
export type LossAnswer = Schemas['LossAnswer'];
export type LineAnswer = Schemas['LineAnswer'];
export type LossFigures = Schemas['LossFigures'];
export type BandLedger = Schemas['BandLedger'];
export type SweepRow = Schemas['SweepRow'];
export type SweepColumns = Schemas['Columns'];
export type Recognised = Schemas['Recognised'];
export type Look = Schemas['Look'];
export type TrimAnswer = Schemas['TrimAnswer'];
export type RadialsAnswer = Schemas['RadialsAnswer'];
export type DriftAnswer = Schemas['DriftAnswer'];
export type ChooseAnswer = Schemas['ChooseAnswer'];
export type ChooseLine = Schemas['ChooseLine'];
export type AntennasAnswer = Schemas['AntennasAnswer'];
export type AntennaRow = Schemas['AntennaRow'];
export type Candidate = Schemas['CandidateOut'];
export type CandidateLook = Schemas['CandidateLook'];
export type SureLine = Schemas['SureLine'];
export type LossMap = Schemas['LossMap'];
export type BreakEven = Schemas['BreakEvenOut'];
export type LengthsAnswer = Schemas['LengthsAnswer'];
export type ReachOut = Schemas['ReachOut'];
export type TunerBands = Schemas['TunerBands'];
export type TunerBand = Schemas['TunerBand'];
export type ChartOut = Schemas['ChartOut'];
export type HandsOut = Schemas['HandsOut'];
export type RetuningOut = Schemas['RetuningOut'];
export type TrendOut = Schemas['TrendOut'];
export type PlacedOut = Schemas['PlacedOut'];
export type LogRow = Schemas['LogRow'];
export type KeptPromise = Schemas['KeptPromise'];
export type PracticeRound = Schemas['RoundOut'];
export type PracticeScore = Schemas['ScoreOut'];
export type NextAnswer = Schemas['NextAnswer'];
export type PhoneOut = Schemas['PhoneOut'];
export type RecordRow = Schemas['RecordRow'];
export type SharingOut = Schemas['SharingOut'];
export type StepToDo = Schemas['StepToDo'];
export type ReadingFile = Schemas['ReadingModel'];
export type ReconcileAnswer = Schemas['ReconcileAnswer'];
export type Reconciled = Schemas['ReconciledOut'];
export type DialFile = Schemas['DialModel'];
export type PresetFile = Schemas['PresetModel'];
export type MeasuredHere = Schemas['MeasuredHere'];
export type Jobs = Schemas['Jobs'];
export type Job = Schemas['Job'];
export type JobWay = Schemas['Way'];
export type JobTable = Schemas['Table'];
export type JobGroup = Schemas['Group'];
export type JobFigure = Schemas['Field'];
export type BenchCarry = Schemas['BenchCarry'];
export type BenchTuner = Schemas['BenchTuner'];
export type BenchWatts = Schemas['BenchWatts'];
export type BenchLine = Schemas['BenchLine'];
export type BenchFault = Schemas['BenchFault'];
export type BenchPart = Schemas['BenchPart'];
export type BenchMeter = Schemas['BenchMeter'];
export type BenchCheck = Schemas['BenchCheck'];
export type Figure = StageResult['in_w'];

/** How long an answer is waited for: what is computed may have to wait for its turn. */
const LIMIT_S = { POST: 150, other: 30 };

/** The library's own types lose tuples and take what has a default for needed: `typed.ts` says it as it is. */
export const api = createClient<paths>({ baseUrl: location.origin, fetch: answered }) as unknown as Api;

let stopping: AbortSignal | undefined;

/** Ask so that it can be stopped: the first request that `question` makes at once is given up with the signal. */
export function stoppable<T>(signal: AbortSignal, question: () => T): T {
  stopping = signal;
  try {
    return question();
  } finally {
    stopping = undefined;
  }
}

/** An answer that has come whole and in time, or one that says in the form of a refusal what went wrong. */
async function answered(request: Request): Promise<Response> {
  const stop = stopping;
  const giveUp = new AbortController();
  const give = () => giveUp.abort();
  const limit_s = request.method === 'POST' ? LIMIT_S.POST : LIMIT_S.other;
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    give();
  }, 1000 * limit_s);
  stop?.addEventListener('abort', give);
  request.signal.addEventListener('abort', give);
  try {
    if (request.method !== 'GET') {
      if (server.folder) request.headers.set(FOLDER, server.folder);
      for (const [name, value] of Object.entries(ownToken())) request.headers.set(name, value);
    }
    const response = await fetch(request, { signal: giveUp.signal });
    const text = await response.text();
    const { status, headers } = response;
    if (!isWhole(text, headers)) return silence(BROKEN);
    server.heard(headers, status === 412);
    return new Response([204, 205, 304].includes(status) ? null : text, { status, headers });
  } catch (error) {
    if (request.signal.aborted) throw error; // who asked has gone
    if (stop?.aborted) return refusal(499, 'This was stopped.');
    server.lost();
    return silence(late ? `The server has not answered for ${limit_s} seconds.` : SILENT);
  } finally {
    clearTimeout(timer);
    stop?.removeEventListener('abort', give);
    request.signal.removeEventListener('abort', give);
  }
}

const SILENT = 'The server does not answer.';
const BROKEN = 'The server’s answer was cut off, or is none of Tithe’s.';

/** Whether an answer is one, and not cut off. */
function isWhole(text: string, headers: Headers): boolean {
  const kind = headers.get('Content-Type') ?? '';
  if (kind.startsWith('text/html')) return false;
  if (!kind.startsWith('application/json')) return true;
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}

function refusal(status: number, sentence: string, more: Record<string, string> = {}): Response {
  const body = { errors: [{ place: '', rule: sentence, sentence }] };
  return new Response(JSON.stringify(body), {
    status,
    headers: { 'Content-Type': 'application/json', ...more },
  });
}

/** Stands for an answer that never came, so that every view says so in the words it has for refusals. */
const silence = (sentence: string) => refusal(503, sentence, { 'X-Unreachable': 'yes' });

/** Whether nobody answered, rather than the server in trouble. */
export function unreachable(response: Response): boolean {
  return response.headers.has('X-Unreachable');
}

/** Whether it is worth asking again by and by: nobody answered, the server is busy or asked too often, or its disk is full. */
export function comesBack(response: Response | undefined): boolean {
  return response !== undefined && ([429, 503].includes(response.status) || response.status >= 520);
}

const SOON_S = 1;
/** After how many seconds it is worth asking again, as the server wishes or soon; 0: it is not. */
export function againAfter_s(response: Response | undefined): number {
  return comesBack(response) ? Math.max(Number(response?.headers.get('Retry-After') ?? 0), SOON_S) : 0;
}

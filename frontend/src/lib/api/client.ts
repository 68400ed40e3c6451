import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

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
export type Candidate = Schemas['CandidateOut'];
export type CandidateLook = Schemas['CandidateLook'];
export type SureLine = Schemas['SureLine'];
export type Sureness = Schemas['Sureness'];
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
export type ReadingFile = Schemas['ReadingModel'];
export type ReconcileAnswer = Schemas['ReconcileAnswer'];
export type Reconciled = Schemas['ReconciledOut'];
export type DialFile = Schemas['DialModel'];
export type PresetFile = Schemas['PresetModel'];
export type MeasuredHere = Schemas['MeasuredHere'];
export type BenchCarry = Schemas['BenchCarry'];
export type BenchTuner = Schemas['BenchTuner'];
export type BenchWatts = Schemas['BenchWatts'];
export type BenchLine = Schemas['BenchLine'];
export type BenchFault = Schemas['BenchFault'];
export type BenchPart = Schemas['BenchPart'];
export type BenchMeter = Schemas['BenchMeter'];
export type BenchCheck = Schemas['BenchCheck'];
export type Figure = StageResult['in_w'];

export const api = createClient<paths>({
  baseUrl: location.origin,
  fetch: (request) => fetch(request).catch(() => silence()),
});

/** Stands for an answer that never came, so that every view says so in the words it has for refusals. */
function silence(): Response {
  const body = { errors: [{ place: '', rule: 'the server does not answer' }] };
  return new Response(JSON.stringify(body), {
    status: 503,
    headers: { 'Content-Type': 'application/json', 'X-Unreachable': 'yes' },
  });
}

/** Whether nobody answered, rather than the server in trouble. */
export function unreachable(response: Response): boolean {
  return response.headers.has('X-Unreachable');
}

import type { StationFile } from '../api/client';

const MEASURED = ['table', 'touchstone', 'resonator', 'swr'];

/** A station with another antenna: what was planned stays beside what is measured now. */
export function withAntenna(station: StationFile, antenna: StationFile['antenna']): StationFile {
  const plan = station.antenna.kind === 'wires' ? station.antenna : station.plan;
  return { ...station, antenna, ...(plan && MEASURED.includes(antenna.kind) ? { plan } : {}) };
}

/** The station as it was planned, where the plan stands beside what was measured. */
export function asPlanned(station: StationFile): StationFile {
  return station.antenna.kind !== 'wires' && station.plan ? { ...station, antenna: station.plan } : station;
}

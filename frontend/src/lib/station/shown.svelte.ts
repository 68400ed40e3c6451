import type { StationPlace, TunerPane } from '../../routes';
import type { View } from '../../views';
import { placeOn, type Session } from './session.svelte';

/** Which view of a station is shown, and what each has open: what its address says, and its document does not. */
export class Shown {
  view = $state<View>('ledger');
  /** Of those on which practitioners disagree, the one looked at. */
  question = $state('room-tuner');
  /** What the tuner's view shows of it. */
  tunerPane = $state<TunerPane>('reach');
  /** What is measured on the bench. */
  job = $state('');
}

/** The place that the address names. */
export function placeShown(session: Session, shown: Shown): StationPlace {
  const { view, question, tunerPane, job } = shown;
  const { sweeps } = session;
  const sweep = view === 'sweep' && sweeps.chosen !== null && !sweeps.asking ? sweeps.chosen : undefined;
  return {
    ...placeOn(session, view),
    ...(sweep === undefined ? {} : { sweep, pane: sweeps.pane }),
    ...(view === 'tuner' ? { tuner: tunerPane } : {}),
    ...(view === 'questions' ? { question } : {}),
    ...(view === 'bench' ? { job } : {}),
  };
}

/** Show a place, or so much of it as is named. */
export function showPlace(session: Session, shown: Shown, place: Partial<StationPlace>) {
  if (place.view !== undefined) shown.view = place.view;
  if (place.mhz !== undefined && place.mhz !== session.mhz) session.tuneTo(place.mhz);
  const { part } = place;
  if (part !== undefined && (typeof part !== 'number' || part < session.document.chain.length))
    session.selected = part;
  if (place.sweep !== undefined) session.sweeps.choose(place.sweep);
  if (place.pane !== undefined) session.sweeps.pane = place.pane;
  if (place.tuner !== undefined) shown.tunerPane = place.tuner;
  if (place.question !== undefined) shown.question = place.question;
  if (place.job !== undefined) shown.job = place.job;
}

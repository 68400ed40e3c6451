import type { Here } from '../api/client';
import { middle, watts } from '../figures';

/** The strip in words, for who does not see it. */
export function described(name: string, { result }: Here): string {
  const taken = result.stages.map((s) => `${s.label} takes ${watts(middle(s.taken_w))} watts`).join(', ');
  const rated = watts(result.transmitter.rated_w);
  const leave = watts(middle(result.antenna.radiated_w));
  return (
    `${name}, from the transmitter, ${rated} watts, to the antenna: ${taken}; ${leave} watts leave. ` +
    'The ledger has the figures.'
  );
}

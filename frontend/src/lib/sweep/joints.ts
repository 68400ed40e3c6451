import type { PartModel } from '../api/client';

/** What a joint of the run is called: 0 is at the radio, one more for each part, the last is the feedpoint. */
export function jointName(chain: PartModel[], joint: number): string {
  if (joint <= 0) return 'at the radio';
  if (joint >= chain.length) return 'at the feedpoint';
  const part = chain[joint - 1];
  return `after “${part?.label || part?.kind || joint}”`;
}

/** Every joint with its name, from the radio to the feedpoint. */
export function joints(chain: PartModel[]): [number, string][] {
  return Array.from({ length: chain.length + 1 }, (_, joint) => [joint, jointName(chain, joint)]);
}

export function sameRun(before: PartModel[], after: PartModel[]): boolean {
  return JSON.stringify(before) === JSON.stringify(after);
}

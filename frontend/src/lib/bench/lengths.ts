import { digits } from '../figures';
import { preferences } from '../station/preferences.svelte';
import { toShown, unitShown } from '../station/units';

/** A length as the reader wants it. */
export function lengthShown(metres: number): string {
  const { system } = preferences;
  return `${digits(Number(toShown(metres, 'length', system)))} ${unitShown('length', system)}`;
}

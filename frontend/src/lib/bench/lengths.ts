import { digits } from '../figures';
import { preferences } from '../station/preferences.svelte';
import { toShown, unitShown } from '../station/units';

/** A length in the unit that the reader wants. */
export const lengthNumber = (metres: number) => Number(toShown(metres, 'length', preferences.system));
export const lengthUnit = () => unitShown('length', preferences.system);

/** The same as text. */
export const lengthShown = (metres: number) => `${digits(lengthNumber(metres))} ${lengthUnit()}`;

/** How much room there is. */
import { MediaQuery } from 'svelte/reactivity';

/** The rail lies above the view then, and the views are in their groups. */
export const narrow = new MediaQuery('max-width: 900px');

/** A loaded machine is slower, not wrong: what is waited for may take its time. */
import { configure } from '@testing-library/dom';

configure({ asyncUtilTimeout: 8000 });

/** A wide screen. */
const wide = { matches: false, addEventListener: () => undefined, removeEventListener: () => undefined };
window.matchMedia ??= () => wide as unknown as MediaQueryList;

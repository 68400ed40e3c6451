/** A loaded machine is slower, not wrong: what is waited for may take its time. */
import { configure } from '@testing-library/dom';

configure({ asyncUtilTimeout: 8000 });

/** Under this name the browser keeps which station was shown last. */
export const LAST = 'tithe.garden-last';

/** Under what id it is kept that the labels of a box were said to be on. */
export const labelsId = (boxId: string): string => `labels:${boxId}`;
/** Under what id it is kept what a box showed before anything was off, where that is no reading. */
export const asFoundId = (boxId: string): string => `as-found:${boxId}`;
/** Said in place of it. */
export const NOT_TESTED = 'not tested';
/** A first look: something lit there before its breaker went off. */
export const LIT_BEFORE = 'lit before';

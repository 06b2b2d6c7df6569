import { MediaQuery } from 'svelte/reactivity';

/** Whether there is room for what a phone leaves out (`.wide-only`): then it is not made there either. */
export const wide = new MediaQuery('min-width: 821px');

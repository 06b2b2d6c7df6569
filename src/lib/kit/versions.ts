/** What a page and the service worker agree on: names of stores and locks, and the word to take over. */
export const STORE_PREFIX = 'hekto-files-';
/** Of the lock that a tab holds while it runs on a version. */
export const KEEPS = 'runs-on:';
export const TAKE_OVER = 'take-over';

/** Where the system's share sheet sends a file, and where it is kept until the page takes it. */
export const SHARED_TO = '/share';
export const SHARED = 'shared-to-hekto';

/**
 * Changes that were read one by one and change nothing that anyone can see, each with why: by `nameOf`. They are tried all the
 * same, and told of when a test does see one; they are left out of the share.
 */
export const ALIKE: Readonly<Record<string, string>> = {};

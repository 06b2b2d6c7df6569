import assert from 'node:assert/strict';

// A failing assert.ok without words reads its own source to print it, which takes minutes over a source map: words instead.
const ok = assert.ok;
assert.ok = (value, message) => ok(value, message ?? 'not so');

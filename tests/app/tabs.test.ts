import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { marrowStreet } from '../../src/core/demo/marrow-street';
import { roundOfTabs } from './tabs';

/** A few rounds of what `npm run abuse` does in earnest. */
for (const seed of [1, 2, 3, 4, 5, 6])
	test(`two tabs at random, store failures thrown in, round ${seed}: nothing confirmed is lost`, async () => {
		const { confirmed } = await roundOfTabs(marrowStreet(), seed, 40);
		assert.ok(confirmed > 15, `${confirmed} edits were confirmed`);
	});

import 'fake-indexeddb/auto';
import { test } from 'node:test';
import { marrowStreet } from '../../src/core/demo/marrow-street';
import { roundOfTabs } from './tabs';

/** A few rounds of what `npm run abuse` does in earnest. */
for (const seed of [1, 2, 3, 4, 5, 6])
	test(`two tabs at random, store failures thrown in, round ${seed}: nothing confirmed is lost`, async () => {
		await roundOfTabs(marrowStreet(), seed, 40);
	});

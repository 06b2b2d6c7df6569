import { after, describe } from 'node:test';
import { closeShared } from './app/browser';

/** Test files of the application in one process, with one browser: each finds it as new, none starts one of its own. */
for (const file of (process.env.LANE ?? '').split(' ').filter(Boolean))
	describe(file, async () => {
		await import(`../${file}`);
	});
after(closeShared);

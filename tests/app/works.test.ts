import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PHONE, together, type Browser } from './browser';

/** A work from what was found to its letter: a two-slot box in an old house is put behind a GFCI breaker in another room. */
let b: Browser;
together((browser) => (b = browser));

const at = async (step: string) => {
	await b.click('.thread nav button', step);
	await b.settled();
};
test('three slots behind a GFCI breaker: nothing is good, labeled or printed as protected before its button was pressed and the outlet went dead', async () => {
	await b.resize(PHONE);
	await b.go('/');
	await b.run('localStorage.readBy = "KR"');
	await b.go('/job/marrow-street/walk?view=call-choose&box=bd-02');
	await b.click('main button', 'Breaker in space 3, three slots here');
	await b.says('Chosen: Three slots here, behind a GFCI breaker in space 3', 'main');
	await at('Install');
	await b.says('GFCI breaker in space 3', 'main');
	await b.says('Its panel is not verified dead', 'main');
	await b.click('main button', 'Steps at the panel');
	await b.says('Verify the bus dead', 'main');
	await b.click('main .install > button', 'Installed');
	await at('Prove');
	await b.says('Not all of this work is in yet', 'main');
	await at('Install');
	await b.click('main button', 'The breaker is in space 3');
	await at('Paper');
	await b.says('Not proven yet: breaker’s button not pressed'.replace('’', "'"), 'main');
	await b.saysNot('Labels are on', 'main section');
	await b.says('Put in a GFCI breaker in space 3', 'article');
	await b.says('Dead test not recorded', 'article');
	await b.says('Read before', 'article');
	await b.saysNot('provided by the breaker', 'article');
	assert.doesNotMatch(await b.text('article'), /As found[^]*GFCI[^]*Read before/, 'as found it was a plain breaker');
	await at('Prove');
	await b.click('main button', 'trips, all dead, resets');
	await b.says('proven', 'main');
	await b.type('#read-hn', '120');
	await b.type('#read-he', '120');
	await b.type('#read-ne', '0');
	await b.click('.dock button', 'Keep');
	await b.settled();
	await b.says('not seen dead by its protection', '.verdict');
	// The word opens what it rests on, and what is missing.
	await b.click('.verdict', 'not seen dead');
	await b.says('trip what protects it by its button, and see this outlet dead', '.pad .claims');
	await b.click('.words[aria-label^="with its GFCI"] button', 'dead');
	await b.click('.dock button', 'Keep');
	await b.settled();
	await b.says('good, not read under load', '.verdict');
	await at('Paper');
	await b.click('main section button', 'Labels are on');
	await b.says('Labels are on, KR', 'main section');
	await b.says('Label "GFCI Protected" on BD-02', 'article');
	await b.says('By its readings: good, not read under load', 'article');
	assert.deepEqual(await b.complaints(), []);
});
test('a work is ended unfinished in words: what is not in is as it was found, and the letter says so', async () => {
	await b.go('/job/marrow-street/walk?view=call-choose&box=bd-01');
	await b.click('main button', 'Breaker in space 3, three slots here');
	await at('Install');
	await b.click('main button', 'End it unfinished');
	await b.type('[data-fold="End it unfinished"] input', 'no breaker on the truck');
	await b.click('[data-fold="End it unfinished"] p + button', 'End it unfinished');
	await b.says('Nothing is planned here yet', 'main');
	await at('Paper');
	await b.says('Ended unfinished', 'article');
	await b.says('no breaker on the truck', 'article');
	assert.deepEqual(await b.complaints(), []);
});

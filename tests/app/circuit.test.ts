import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Key } from 'selenium-webdriver';
import { Browser, PATIENCE_MS, together } from './browser';

/** The service load with what might be added, and the circuits that a dwelling must have. */
let b: Browser;
together((browser) => (b = browser));
const total = '.total';

test('the service load: both methods, what if it had a charger, and how an appliance counts', async () => {
	await b.go('/job/quillback/circuit');
	await b.click('button', 'Service load');
	await b.says('118.1 A', total);
	await b.says('within the 200 A existing', total);
	await b.set('main .two .field:nth-of-type(2) select', 'vehicle charger, 48 A');
	// 40 % of 11,520 VA more: 19.2 A.
	await b.says('137.3 A', total);
	await b.says('Without what is added: 118.1 A.', total);
	await b.click('button[aria-label^="Without the vehicle charger"]');
	await b.says('118.1 A', total);
	await b.click('main button', 'By meter data');
	await b.type('.measured input', '9.6\t');
	// 9.6 kW x 1.25 = 12,000 VA.
	await b.says('50 A', total);
	await b.says('220.87', 'main');
	await b.click('main button', 'Adding to it');
	await b.says('220.83', 'main');
	await b.says('2/0', 'main');
	await b.click('button', 'Standard method');
	await b.says('220.53', 'main');
	const before = await b.text(total);
	await b.set('main table tbody tr:nth-child(2) select', 'none');
	await b.says('Space 9 counts as none');
	assert.notEqual(await b.text(total), before);
	await b.click('button[aria-label="Undo"]');
	await b.driver.wait(async () => (await b.text(total)) === before, PATIENCE_MS);
});

test('a run is fed with less cable by one press, taken back by another; what is in the wall keeps its order', async () => {
	await b.go('/job/quillback/circuit');
	await b.click('main table button.row', 'Living, entry, hall receptacles');
	await b.click('.slip .fold-head', 'Facts');
	await b.click('.slip .fold-head', 'Feed order and cable');
	await b.says(/\d+' minimum/, '.slip');
	await b.set('.slip [data-fold^=Feed] .field:nth-of-type(2) select', 'yes');
	await b.click('.slip button', 'Feed it this way');
	await b.says(/Space 19: \d+' less cable/);
	await b.says('It is already fed that way, or as short.', '.slip');
	await b.click('button[aria-label="Undo"]');
	await b.says('Feed it this way', '.slip');
	await b.click('main table button.row', 'Kitchen counter, sink side');
	await b.click('.slip .fold-head', 'Feed order and cable');
	await b.says('K-01 is already installed', '.slip');
});

test('a house with rooms and no circuits is asked for those of 210.11(C), and one press adds them', async () => {
	await b.go('/');
	await b.click('button', 'New job');
	await b.type('#new-name', 'Circuit house');
	await b.click('button', 'Start');
	await b.click('button', 'Room by tape');
	for (const [name, kind] of [
		['Kitchen', 'kitchen'],
		['Bath', 'bathroom']
	] as const) {
		await b.type('.tape input', name + Key.TAB);
		await b.set('.tape select', kind);
		await b.type('#tape-text', "12' l 10' l 12' l");
		await b.click('.tape button', 'Add the room');
		await b.says(`${name} by tape`);
	}
	await b.go(new URL(await b.driver.getCurrentUrl()).pathname.replace('walk', 'circuit'));
	await b.openSlip();
	await b.says('2 small appliance circuits of 20 A are required; the job has 0.', '.slip');
	await b.says('1 bathroom circuit of 20 A is required', '.slip');
	await b.click('.slip button', 'Add 2 circuits');
	await b.says('2 circuits;', 'main header');
	await b.click('.slip button', 'Add 1 circuit');
	await b.says('3 circuits;', 'main header');
	await b.says('Kitchen counter 2', 'main table');
	assert.deepEqual(await b.complaints(), []);
});

import { test } from 'node:test';
import { Key } from 'selenium-webdriver';
import { Browser, together } from './browser';

/** A house that is not in the demo data, from an empty job: room, walls, door, layout, circuit, reading. */
let b: Browser;
together((browser) => (b = browser));
const facts = (n: number, kind = 'input') => `.slip .rectangle .field:nth-child(${n}) ${kind}`;

test('from nothing: a room by tape, its door, the fewest receptacles, a circuit, a reading against its run', async () => {
	await b.go('/');
	await b.says('Marrow Street');
	await b.click('button', 'New job');
	await b.type('#new-name', 'Corner house');
	await b.click('button', 'Start');
	await b.says('0 rooms, 0 boxes');
	await b.type('.add input', 'Study' + Key.TAB);
	await b.click('.add button', 'Add room');
	await b.says('Not measured yet', '.slip');
	await b.set('.slip .facts select', 'den');
	await b.type(facts(1), "12'" + Key.TAB);
	await b.type(facts(2), '10-0' + Key.TAB);
	await b.click('.slip button', 'Draw it');
	await b.says('120 sq ft', '.slip');
	await b.find('path.floor[aria-label^="Study"]');
	await b.click('.slip .fold-head', 'Doors, windows, breaks (0)');
	await b.type('.slip [data-fold^=Doors] .field:nth-child(3) input', `12"` + Key.TAB);
	await b.click('.slip button', 'Add it');
	await b.says('door, wall 1', '.slip');

	await b.go(`${new URL(await b.driver.getCurrentUrl()).pathname.replace('walk', 'layout')}`);
	await b.click('button', 'Place what is missing (6)');
	await b.says('6 receptacles, 0 stretches not covered');
	await b.press('[data-box="ST-01"]');
	await b.click('.slip .fold-head', 'Facts');
	await b.click('.slip .fold-head', 'Circuit not in the list');
	await b.type('.slip .new .field:nth-child(1) input', 'Study' + Key.TAB);
	await b.click('.slip button', 'Add the circuit');
	await b.type('.slip .attach .field:nth-of-type(3) input', '52' + Key.TAB);
	await b.click('.slip button', 'Put it on Study');
	await b.says('the Study circuit, planned', '.slip');
	await b.says("52'", '.strip');

	await b.run('document.activeElement.blur(); document.body.focus()');
	await (await b.find('body')).sendKeys('7');
	await b.type('#read-drop', '9' + Key.ENTER);
	await b.says('times what this run should', '.pad');
	await (await b.find('body')).sendKeys(Key.ESCAPE);
});

test('another edition: the same house is judged anew, and the change is an edit like any other', async () => {
	await b.go('/job/quillback/protect?box=k-06');
	await b.says('GFCI required, none on this outlet', '.slip');
	await b.click('button.chip', 'NEC 2023');
	await b.says('Tamarack Bend Ordinance 26-114', 'dialog, [role=dialog]');
	await b.set('dialog select, [role=dialog] select', '2017');
	await b.says('Judged by NEC 2017');
	await b.driver.switchTo().activeElement().sendKeys(Key.ESCAPE);
	await b.says('103 outlets and devices by NEC 2017');
	await b.says(/2023: GFCI \+ AFCI\s+GFCI: every receptacle in a kitchen/, '.slip');
	await b.saysNot('GFCI required', '.slip');
	await b.click('button[aria-label="Undo"]');
	await b.says('GFCI required, none on this outlet', '.slip');
});

test('a receptacle on the wrong circuit is put where it belongs, and the finding goes', async () => {
	await b.go('/job/quillback/circuit?box=l-05');
	await b.says("is on space 5, a small appliance circuit, which isn't allowed to supply it", '.slip');
	await b.click('.slip .fold-head', 'Facts');
	await b.click('.slip .fold-head', 'Add to another circuit');
	await b.set('.slip .attach .field:nth-of-type(1) select', 'c13');
	await b.set('.slip .attach .field:nth-of-type(2) select', 'l-04');
	await b.click('.slip button', 'Put it on space');
	await b.says('space 19', '.slip');
	await b.saysNot("isn't allowed to supply it", '.slip');
	await b.says('L-05', '.strip');
});

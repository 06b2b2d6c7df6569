import assert from 'node:assert/strict';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { DEMOS } from '../../src/core/demo';
import { factsOf, without } from '../core/erased';
import { Browser, together } from './browser';

/** A house of which nobody has seen panel, circuits and cables: every view can be opened, and none makes anything up. */
let b: Browser;
let folder: string;
/** An opened file becomes a job of its own: its page. */
let page: string;
together((browser, made) => ([b, folder] = [browser, made]));

const VIEWS: Readonly<Record<string, readonly string[]>> = {
	walk: [
		'plan',
		'list',
		'call-place',
		'call-found',
		'call-dead',
		'call-inside',
		'call-choose',
		'call-install',
		'call-prove',
		'call-paper'
	],
	layout: ['plan', 'list', 'round'],
	circuit: ['circuits', 'board', 'panel', 'propose', 'multiwire', 'service'],
	protect: ['outlets', 'plan', 'devices', 'replace', 'labels', 'letter', 'compare', 'inspector'],
	rough: ['cables', 'rolls', 'trench', 'raceway'],
	trim: ['boxes', 'make-up', 'cards', 'practice'],
	prove: ['boxes', 'plan', 'breaker', 'log', 'gfci', 'meaning', 'checks', 'charts', 'compare', 'limits'],
	trace: ['find', 'plan', 'symptoms', 'breakers', 'order', 'checks', 'tracer'],
	handover: ['']
};
/** Words of a value that is not there, and of a part that broke. */
const WRONG = /\b(null|undefined|NaN)\b|could not be (shown|calculated)|is an error in Hekto/;

test('the 1948 house as a bare call: every view of every stage with a box picked, every stage with its circuit and its panel', async () => {
	const file = DEMOS['marrow-street']?.();
	assert.ok(file);
	const job = { ...without(file.job, factsOf(file.job)), name: 'Bare call' };
	const path = join(folder, 'bare.json');
	writeFileSync(path, JSON.stringify({ ...file, job }));
	await b.openBeside(path);
	await b.says('Bare call', '.frame');
	page = new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
	const wrong: string[] = [];
	for (const [stage, views] of Object.entries(VIEWS))
		for (const [nth, view] of views.entries())
			// What the slip says of what is picked is the same at every view.
			for (const picked of nth ? ['box=bd-02'] : ['box=bd-02', 'circuit=c3', 'panel=main']) {
				const at = `${stage}?${view ? `view=${view}&` : ''}${picked}`;
				await b.follow(`${page}/${at}`);
				await b.find('.frame .sheet .content > *, .thread .step > *').catch((e: unknown) => wrong.push(`${at}: ${String(e)}`));
				await b.find('.slip h2');
				await b.settled();
				const text = await b.text('.frame');
				const found = WRONG.exec(text);
				if (found) wrong.push(`${at}: ${text.slice(Math.max(0, found.index - 60), found.index + 60).replaceAll('\n', ' | ')}`);
			}
	assert.deepEqual(wrong, []);
});
test('a missing fact is entered from where it is told, and is told no more', async () => {
	await b.go(`${page}/circuit?circuit=c3`);
	await b.says('The rating of the breaker of the Dining receptacles circuit is not known.', '.slip');
	await b.says('rating not read', '.strip');
	await b.click('.slip .fold-head', 'Facts');
	await b.click('.slip article button', 'Enter it');
	await b.set('.slip .facts .field:nth-of-type(3) select', '15');
	await b.says('15 A', '.strip');
	await b.saysNot('The rating of the breaker of the Dining receptacles circuit is not known.', '.slip');
});
test('a receptacle by its form: its face and what it needs; a form for two hots on one pole is told of at once', async () => {
	await b.go(`${page}/circuit?box=kt-03`);
	for (const head of ['Facts', 'Devices', 'Form and device']) await b.click('.slip .fold-head', head);
	await b.says('Needs a hot, a neutral and a ground.', '.slip figure');
	await b.set('.slip .two .field:nth-of-type(2) select', '1 6-20');
	await b.says('Takes 6-20 and 6-15 plugs.', '.slip figure');
	await b.find('.slip svg[aria-label="Face of 6-20: two hots and a ground"]');
	await b.says('is for two hots; the Kitchen counter circuit has one pole', '.slip');
});
test('a half-switched receptacle: read with the switch on and off, each half against what it ought to be', async () => {
	await b.go(`${page}/prove?box=lv-02`);
	for (const head of ['Facts', 'Devices']) await b.click('.slip .fold-head', head);
	await b.set('.slip .two .field:nth-of-type(5) select', 'half');
	await b.set('.slip .two .field:nth-of-type(6) select', 'lower');
	await b.click('.pad .halves button', 'lower half');
	await b.click('.pad .halves button', 'switch off');
	await b.type('#read-hn', '118');
	await b.click('.pad header button', 'Keep 1 reading');
	await b.says('stays live with the switch off', '.pad');
	await b.says('118 V', '.pad table');
});
test('at a breaker: across it and by a clamp; without a load nothing is told, and the rating is asked for', async () => {
	await b.go(`${page}/prove?view=breaker&circuit=c5`);
	await b.says('space not known', '.pad');
	await b.type('#read-across', '0.1');
	await b.type('#read-amps', '14');
	await b.click('.pad header button', 'Keep 2 readings');
	await b.says('no load was on: read it again under load', '.pad');
	await b.says('The rating of the breaker of the Cellar bench and pantry freezer circuit is not known', '.pad');
});
test('a check that is led: predicted beside what is read, what is typed outlives a reload', async () => {
	await b.go(`${page}/prove?view=checks`);
	await b.click('.pick button', 'Lamps or heaters together');
	await b.type('#ask-supplyV', '120');
	await b.click('fieldset button', 'series');
	await b.click('fieldset button', 'heaters');
	for (const [key, text] of Object.entries({ w1: '100', v1: '120', w2: '60', v2: '120' })) await b.type(`#ask-${key}`, text);
	await b.says('Read across load 1, V: 45 predicted');
	await b.type('#ask-r1', '0');
	await b.type('#ask-r2', '120');
	await b.says('Load 2 has all the volts and the others none: it is open', '.answer');
	await b.reload();
	await b.says('Load 2 has all the volts', '.answer');
	await b.click('button', 'Keep the check');
	await b.says('Enter the supply', '.answer');
	await b.says('Lamps or heaters together, ', '.sheet');
});

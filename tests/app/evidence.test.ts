import assert from 'node:assert/strict';
import { test } from 'node:test';
import { DESK, PATIENCE_MS, PHONE, together, type Browser } from './browser';

/** What rests on nothing is not said: calls on a phone, in a house of which nothing is known. */
let b: Browser;
together((browser) => (b = browser));

/** A new call at one box, on its thread. */
async function call(where: string, what: string): Promise<string> {
	await b.resize(PHONE);
	await b.go('/');
	await b.click('button.way', 'New service call');
	await b.type('#new-name', where);
	await b.click('fieldset button', what);
	await b.says('As found, before anything is off');
	await b.click('.thread nav button', 'Dead');
	await b.says('Make it dead');
	return new URL(await b.driver.getCurrentUrl()).pathname.split('/').slice(0, 3).join('/');
}
async function tagOff(space: string): Promise<void> {
	await b.type('.tag .field:nth-of-type(1) input', space);
	await b.type('.tag .field:nth-of-type(2) input', 'MR');
	await b.click('.tag button', 'Off and tagged');
	await b.says('off and tagged', '.thread');
}
async function deadTest(): Promise<void> {
	await b.click('.thread .check', 'Meter checked on a known live source');
	await b.type('#dead-hn', '0');
	await b.type('#dead-earth', '0');
	await b.click('.thread .check', 'Meter checked again');
	await b.click('.thread .choice button', 'low impedance');
	await b.click('.thread button', 'Record the test');
	await b.says('by MR', '.thread');
}
/** Kept, and judged: what stood before may say the same. */
const keep = async () => {
	await b.click('.dock button', 'Keep');
	await b.settled();
};
const LOUD = '[role=alertdialog]';
const none = (css: string) =>
	b.driver.wait(
		async () => (await b.run<number>('return document.querySelectorAll(arguments[0]).length', css)) === 0,
		PATIENCE_MS,
		`${css} is still there`
	);

test('three slots whose lamps say correct are not good, nor with their volts; with a ground path and a look for a jumper they are', async () => {
	await call('Den, by the door', 'Receptacle, three slots');
	await b.click('.thread nav button', 'Prove');
	await b.find('#read-hn');
	for (const lamp of ['H-N', 'H-G', 'N-G', 'N-G']) await b.click('.lamp', lamp);
	await b.type('#read-hn', '121');
	await keep();
	await b.says('ground path not read', '.verdict');
	await b.type('#read-hg', '121');
	await b.type('#read-ng', '0.2');
	await keep();
	await b.says('ground path not read', '.verdict');
	await b.type('#read-ohm-ground', '0.2');
	await keep();
	// Neutral and ground of one cable are alike: ohms alone don't tell a bootleg.
	await b.says('bootleg not ruled out', '.verdict');
	await b.click('.words[aria-label*="ground wire"] button', 'landed, no jumper');
	await keep();
	await b.says('good, not read under load', '.verdict');
	// Volts are no dead test.
	assert.match(await b.text('.thread nav'), /Dead\s*, needs/);
});

test('a cable told live under a tag stops the work; found with power on, the list begins with off, tag, verify dead', async () => {
	await call('Sewing room, by the window', 'Receptacle, two slots');
	await tagOff('slot 3');
	await deadTest();
	await b.click('.thread footer button', 'Next: Inside');
	for (const choice of ['none', '2', 'old two-wire, no ground']) await b.click('.choice button', choice);
	await b.click('.choice button', 'live: LINE');
	await b.says('STOP: LIVE', LOUD);
	await b.says('cable 1 reads live by itself', LOUD);
	await b.says('Every dead test under this tag is void', LOUD);
	await b.click(`${LOUD} button`, 'I switched it on: lift the tag');
	await b.says('ALL LIVE');
	await b.click('.thread footer button', 'Next: Choose');
	await b.click('.thread button', 'Put a GFCI here');
	await b.click('.thread footer button', 'Next: Install');
	await b.says('Cable 1 is LINE. It was found with power on: off, tag, verify dead again', '.thread');
	await b.says('Not verified dead. Hands off until it is: step 3.', '.thread');
});

test('volts that kill stop every page until what feeds them is off and tagged', async () => {
	const page = await call('Den, by the lamp', 'Receptacle, three slots');
	await b.click('.thread nav button', 'Prove');
	await b.find('#read-hn');
	await b.type('#read-hn', '160');
	await b.type('#read-hg', '120');
	await b.type('#read-ng', '40');
	await keep();
	const bar = '.bar[role=alert]';
	await b.says('Both handles off now, and tag them', bar);
	await b.says('by the lamp: 160 V hot to neutral', bar);
	await b.says('put no load on', bar);
	await b.go(`${page}/trace`);
	await b.says('Both handles off now', bar);
	await b.go(`${page}/walk`);
	await b.click(`${bar} button`, 'Show by the lamp');
	await b.go(`${page}/trim`);
	await b.click('table.data button.row', 'by the lamp');
	await b.type('.tag .field:nth-of-type(1) input', '7 and 9');
	await b.type('.tag .field:nth-of-type(2) input', 'MR');
	await b.click('.tag button', 'Off and tagged');
	await b.driver.wait(
		async () => !(await b.run<string>('return document.body.innerText')).includes('Both handles off now'),
		20_000,
		'still told to switch off what is off'
	);
});

test('a service that nobody entered has nothing left, and rooms that nobody measured make a sum the least', async () => {
	await b.resize(DESK);
	await b.go('/');
	await b.click('button', 'New job');
	await b.type('#new-name', 'Load house');
	await b.click('button', 'Start');
	await b.click('button', 'Room by tape');
	await b.type('.tape input', 'Kitchen\t');
	await b.set('.tape select', 'kitchen');
	await b.type('#tape-text', "12' l 10' l 12' l");
	await b.click('.tape button', 'Add the room');
	await b.says('Kitchen by tape');
	await b.go(new URL(await b.driver.getCurrentUrl()).pathname.replace('walk', 'circuit'));
	await b.click('button', 'Service load');
	await b.says('at least', '.total');
	await b.says('the rating of the service is not entered', '.total');
	await b.says('every circuit: none is entered', '.total');
	assert.doesNotMatch(await b.text('.total'), /left/);
});

test('a space is typed once: tagged, looked at with it on, dead with it off, and the box is on it with its cables', async () => {
	await call('Sewing room, by the door', 'Receptacle, two slots');
	await tagOff('space 9');
	await deadTest();
	await b.click('.thread footer button', 'Next: Inside');
	for (const choice of ['none', '2', 'old two-wire, no ground', '14', 'plastic']) await b.click('.choice button', choice);
	await b.click('.inside .fold-head', 'Which cable is LINE');
	await b.click('.inside button', 'on for a look');
	await b.says('ON FOR A LOOK', '.bar[role=alert]');
	await b.says('Space 9 is on', '.bar[role=alert]');
	// In a look live is what is looked for: nothing stops, and the dead test does not stand any more.
	await b.click('.inside fieldset:nth-of-type(1) .choice button', 'live: LINE');
	await b.click('.inside fieldset:nth-of-type(2) .choice button', 'dead: goes on');
	await none(LOUD);
	await b.says('Not verified dead', '.thread');
	await b.click('.bar[role=alert] button', 'Off and tagged again');
	await none('.bar[role=alert]');
	await b.click('.thread nav button, .thread .steps button', 'Dead');
	await b.says('Space 9 feeds by the door', '.thread');
	await b.says('live with it on, dead with it off', '.thread');
	await b.click('.thread button', 'Put by the door on space 9');
	await b.click('.thread nav button, .thread .steps button', 'Install');
	await b.saysNot('Which cable of by the door is LINE is not known', '.thread');
	assert.deepEqual(await b.complaints(), []);
});

import assert from 'node:assert/strict';
import { test } from 'node:test';
import { By } from 'selenium-webdriver';
import { Browser, PHONE, together } from './browser';

/** Live on a circuit that is tagged off: by hand, by a lamp, by an instrument that sends. */
let b: Browser;
together((browser) => (b = browser));

const LOUD = '[role=alertdialog]';
const none = async (css: string) =>
	b.driver.wait(async () => !(await b.driver.findElements(By.css(css))).length, 20_000, `${css} is still there`);
async function typed(volts: string, meter: string): Promise<void> {
	await b.find('#read-hn');
	await b.type('#read-hn', volts);
	await b.run('document.querySelectorAll("main .fold-head[aria-expanded=false]").forEach((d) => d.click())');
	await b.set('#read-meter', meter);
	await b.click('.pad button', 'Keep 1 reading');
}
const strike = async () => {
	await b.click(`${LOUD} button`, 'Typo: strike it out');
	await none(LOUD);
	await none('.bar[role=alert]');
};

test('volts that are typed: the alarm by its two limits, struck out where it was typed wrong', async () => {
	await b.resize(PHONE);
	await b.fresh('Quillback Pottery', '/job/quillback/prove?box=w-05');
	await typed('49', 'high-impedance');
	await b.says(/reading[s]? at W-05|1 reading/, 'body');
	await none(LOUD);
	await typed('51', 'high-impedance');
	await b.says('STOP: LIVE', LOUD);
	await b.says('51 V', LOUD);
	await strike();
	await typed('2', 'low-impedance');
	await b.says('2 V', LOUD);
	const wide = await b.run<number>(`return document.querySelector('.bar[role=alert]').getBoundingClientRect().width`);
	assert.equal(wide, PHONE.width, 'the bar is as wide as the screen');
	await strike();
});
test('a lit lamp is an alarm; the way on is another breaker, tagged from the same sheet', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/prove?box=w-05');
	// One press is on, two are off.
	for (const lamp of ['H-N', 'H-G', 'N-G', 'N-G']) await b.click('.lamp', lamp);
	await b.click('.pad button', 'Keep 1 reading');
	await b.says('STOP: LIVE', LOUD);
	await b.click(`${LOUD} button`, 'Which breaker is it?');
	await b.says('Which breaker feeds W-05?', 'dialog[open]');
	await b.says('not this one', 'dialog[open]');
	await b.type('dialog[open] input', 'JM\t');
	await b.click('dialog[open] li button', 'Off and tagged');
	await b.says('Switch on', 'dialog[open] li:first-child');
	await b.click('dialog[open] button', 'Read W-05 again');
	await b.says('STOP · LIVE', '.bar[role=alert]');
});
test('an instrument that sends from a box whose tag is on the wrong breaker stops the work by itself', async () => {
	await b.fresh('Quillback Pottery', '/job/quillback/prove?box=w-05');
	await b.set('.sender select', 'simulated');
	await b.says('live', '.sender .state');
	await b.says(/hot to neutral\s+0 V/, '.sender');
	await none(LOUD);
	await b.run('document.querySelectorAll(".sender .fold-head[aria-expanded=false]").forEach((d) => d.click())');
	await b.set('.sender .sim select', 'wrong-breaker');
	await b.says('STOP: LIVE', LOUD);
	assert.deepEqual(await b.complaints(), []);
});

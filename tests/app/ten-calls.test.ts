import assert from 'node:assert/strict';
import { test } from 'node:test';
import { PHONE, together, type Browser } from './browser';

/**
 * Whole calls on a phone, in a house of which nothing is known, by what a thumb can press: each to its paper, in its budget of presses
 * and typed fields. The points of a dead test are counted apart: they are never made fewer to fit.
 */
let b: Browser;
together((browser) => (b = browser), PHONE);

class Call {
	private pressed = 0;
	private typed = 0;
	private points = 0;
	constructor(
		private readonly what: string,
		private readonly budget: number
	) {}
	async press(css: string, words?: string): Promise<void> {
		this.pressed += 1;
		await b.click(css, words);
	}
	async type(css: string, text: string): Promise<void> {
		this.typed += 1;
		await b.type(css, text);
	}
	/** From the first page to its second step. */
	async begin(where: string, ...choices: string[]): Promise<void> {
		await this.start(where, ...choices);
		await b.says('As found, before anything is off', '.thread');
	}
	async start(where: string, ...choices: string[]): Promise<void> {
		await b.go('/');
		await b.says('Jobs in this browser');
		await this.press('button.way', 'New service call');
		await this.type('#new-name', where);
		for (const words of choices) await this.press('fieldset button', words);
	}
	async next(to: string): Promise<void> {
		await this.press('.thread footer button', `Next: ${to}`);
	}
	/** Off by its space, tagged, and verified dead: its points are counted apart. */
	async dead(space: string, highest: string): Promise<void> {
		await b.says('Make it dead', '.thread');
		await this.type('.tag .field:nth-of-type(1) input', space);
		await this.type('.tag .field:nth-of-type(2) input', 'MR');
		await this.press('.tag button', 'Off and tagged');
		await b.says('off and tagged', '.thread');
		await this.deadAgain(highest);
	}
	/** The dead test alone, where it is off and tagged already. */
	async deadAgain(highest: string): Promise<void> {
		await b.says('Make it dead', '.thread');
		await this.deadAt('.thread', highest);
	}
	/** Its points are counted apart. */
	async deadAt(at: string, highest: string): Promise<void> {
		this.points += 5;
		await b.click(`${at} .check`, 'Meter checked on a known live source');
		await b.type(highest, '0.1');
		await b.click(`${at} .check`, 'all others read under');
		await b.click(`${at} .check`, 'Meter checked again');
		await b.click(`${at} .choice button`, 'low impedance');
		await this.press(`${at} button`, 'Record the test');
		await b.says('by MR', at);
	}
	/** Volts by their fields, all kept by one press. */
	async read(volts: Record<string, string>): Promise<void> {
		for (const [kind, value] of Object.entries(volts)) await this.type(`#read-${kind}`, value);
		await this.press('.dock button', 'Keep');
	}
	async paper(...texts: (string | RegExp)[]): Promise<void> {
		await this.next('Paper');
		await b.says('Labels and letter', '.thread');
		for (const text of texts) await b.says(text, '.thread');
	}
	ends(): void {
		const sum = this.pressed + this.typed;
		console.log(
			`${this.what}: ${sum} of ${this.budget} (${this.pressed} presses, ${this.typed} fields), dead test ${this.points}`
		);
		assert.ok(sum <= this.budget, `${this.what}: ${sum} presses and fields, ${this.budget} allowed`);
	}
}
const INSTALL = async (c: Call, done = 'Installed') => {
	await c.next('Install');
	await c.press('.thread button', done);
	await b.says('installed', '.thread [role=status]');
	await c.next('Prove');
	await c.press('.thread button', 'Switched on');
};

test('a worn receptacle, like for like, on a breaker that protects it already', async () => {
	const c = new Call('worn receptacle like for like', 30);
	await c.begin('Hall, by the stairs', 'Receptacle, three slots');
	await c.press('.patterns button', 'correctly wired');
	await c.next('Dead');
	await c.dead('space 7', '#dead-hn');
	await c.press('.feeds button', 'Put by the stairs on space 7');
	await c.next('Inside');
	await c.press('.choice button', 'two NM-B with ground');
	await c.press('.choice button', 'plastic');
	await c.press('.choice button', '12');
	await c.next('Choose');
	await c.press('.breaker button', 'AFCI');
	await c.press('.thread button', 'Use this');
	await INSTALL(c);
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.press('.words[aria-label*="ground wire"] button', 'landed');
	await c.press('.words[aria-label*="tripped"] button', 'dead');
	await c.read({ hn: '119.6', hg: '119.4', ng: '0.2' });
	await c.press('.thread [aria-label^="Button of"] button', 'trips');
	await b.says('reads right', '.verdict');
	await b.says('Done', '.thread footer');
	await c.paper('reads right');
	c.ends();
});

test('two slots to a GFCI', async () => {
	const c = new Call('two slots to GFCI', 32);
	await c.begin('Den, by the desk', 'Receptacle, two slots');
	await c.type('#found-hn', '119');
	await c.press('.found form button', 'Keep 1');
	await c.next('Dead');
	await c.dead('space 9', '#dead-hn');
	await c.press('.feeds button', 'on space 9');
	await c.next('Inside');
	await c.press('.choice button', 'two old two-wire, no ground');
	await c.next('Choose');
	await c.press('.thread button', 'Put a GFCI here');
	await INSTALL(c);
	await c.press('.words[aria-label*="own"] button', 'trips');
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.read({ hn: '119.6', he: '119.4', ne: '0.2' });
	await b.says('good, not read under load', '.verdict');
	await b.says('Done', '.thread footer');
	await c.paper('No Equipment Ground');
	await c.press('.thread button', 'Labels are on');
	await b.says('Labels are on', '.thread [role=status]');
	c.ends();
});

test('a GFCI that does not reset, replaced', async () => {
	const c = new Call('GFCI replaced', 32);
	await c.begin('Garage, by the bench', 'GFCI receptacle');
	await c.press('.choice button', 'does not reset');
	await c.press('.patterns button', 'Open hot');
	await c.next('Dead');
	await c.dead('space 12', '#dead-hn');
	await c.next('Inside');
	await c.press('.choice button', 'one NM-B with ground');
	await c.press('.choice button', 'plastic');
	await c.press('.choice button', '12');
	await c.next('Choose');
	await c.press('.thread button', 'Use this');
	await INSTALL(c);
	await c.press('.words[aria-label*="own"] button', 'trips');
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.press('.words[aria-label*="ground wire"] button', 'landed');
	await c.read({ hn: '119.6', hg: '119.4', ng: '0.2' });
	await b.says('reads right', '.verdict');
	await c.paper('GFCI');
	c.ends();
});

test('a receptacle with USB', async () => {
	const c = new Call('receptacle with USB', 34);
	await c.begin('Bath, by the mirror', 'Receptacle, three slots');
	await c.press('.patterns button', 'correctly wired');
	await c.next('Dead');
	await c.dead('space 4', '#dead-hn');
	await c.press('.feeds button', 'on space 4');
	await c.next('Inside');
	await c.press('.choice button', 'one NM-B with ground');
	await c.press('.choice button', 'plastic');
	await c.press('.choice button', '12');
	await c.next('Choose');
	await c.press('.breaker button', 'GFCI');
	await c.press('.thread button', 'Use this');
	await c.press('.hand button', 'USB');
	await INSTALL(c);
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.press('.words[aria-label*="ground wire"] button', 'landed');
	await c.press('.words[aria-label*="tripped"] button', 'dead');
	await c.read({ hn: '119.6', hg: '119.4', ng: '0.2' });
	await c.press('.thread [aria-label^="Button of"] button', 'trips');
	await b.says('reads right', '.verdict');
	await c.paper('with USB');
	c.ends();
});

test('an element of a water heater: its sheet is the Install, and nothing speaks of receptacles', async () => {
	const c = new Call('water heater element', 40);
	await c.begin('Basement, by the stairs', 'Appliance', 'Water heater');
	await c.press('.chips button', 'nothing works here');
	await c.type('#found-hh', '241');
	await c.press('.found form button', 'Keep 1');
	await c.next('Dead');
	await c.dead('spaces 8/10', '#dead-hh2');
	await c.press('.feeds button', 'on space 8/10');
	await c.next('Inside');
	await c.press('.choice button', 'one NM-B with ground');
	await c.press('.choice button', '10');
	await c.next('Choose');
	await c.press('.breaker button', '30 A');
	await c.press('.thread button', 'Use this');
	await c.next('Install');
	await b.find('.plate input');
	const fields = ['Plate: V', 'Plate: W', 'New element: W', 'New element: V'];
	for (const [i, value] of ['240', '4500', '4500', '240'].entries()) {
		const id = await b.run<string>(
			'return [...document.querySelectorAll(".plate label")].find((l) => l.textContent.trim() === arguments[0]).htmlFor',
			fields[i] ?? ''
		);
		await c.type(`[id="${id}"]`, value);
	}
	await b.click('.thread h2');
	await b.says('Same for same', '.thread');
	await b.says('Breaker 30 A: 23.4 A needed', '.thread');
	for (const part of ['Plate, off, dead, photo', 'The work', 'Closed up, power still off'])
		await c.press('.thread label.part', part);
	await c.press('.thread button', 'Done, power on last');
	await c.next('Prove');
	await c.press('.thread button', 'Switched on');
	await c.read({ hh: '241', hg: '120.4' });
	await b.says('Done', '.thread footer');
	await c.paper('An element changed', '241 V');
	assert.doesNotMatch(await b.text('.thread'), /receptacle/i);
	c.ends();
});

test('a half-switched receptacle keeps its halves, each read by itself', async () => {
	const c = new Call('half-switched receptacle', 45);
	await c.begin('Living room, by the sofa', 'Receptacle, half switched');
	await c.press('.patterns button', 'correctly wired');
	await c.next('Dead');
	await c.dead('space 11', '#dead-hn');
	await c.press('.feeds button', 'on space 11');
	await c.next('Inside');
	await c.press('.choice button', 'one three-wire NM-B');
	await c.press('.choice button', 'plastic');
	await c.press('.choice button', '12');
	await c.next('Choose');
	await c.press('.breaker button', 'AFCI');
	await c.press('.thread button', 'Use this');
	await c.next('Install');
	await b.says('tab out: hot', '.thread');
	await c.press('.thread button', 'Installed');
	await c.next('Prove');
	await c.press('.thread button', 'Switched on');
	await c.press('.words[aria-label*="ground wire"] button', 'landed');
	await c.press('.words[aria-label*="tripped"] button', 'dead');
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.read({ hn: '119.6', hg: '119.4', ng: '0.2' });
	await c.press('.thread [aria-label^="Button of"] button', 'trips');
	await c.press('.halves button', 'lower half');
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.read({ hn: '119.6', hg: '119.4', ng: '0.2' });
	await b.says('Done', '.thread footer');
	await c.paper('one half switched');
	c.ends();
});

test('a 30 A locking receptacle, by its form', async () => {
	const c = new Call('30 A locking receptacle', 40);
	await c.begin('Garage, by the lathe', '240 V receptacle', 'L14-30');
	await c.type('#found-hh', '241');
	await c.press('.found form button', 'Keep 1');
	await c.next('Dead');
	await c.dead('spaces 13/15', '#dead-hh2');
	await c.press('.feeds button', 'on space 13/15');
	await c.next('Inside');
	await c.press('.choice button', 'one three-wire NM-B');
	await c.press('.choice button', 'plastic');
	await c.press('.choice button', '10');
	await c.next('Choose');
	await c.press('.breaker button', '30 A');
	// A garage asks for GFCI now: the face comes with a two-pole breaker that gives it.
	await c.press('.thread button[aria-label^="L14-30 again, like for like, and a GFCI breaker"]');
	await c.next('Install');
	await b.says('GFCI breaker in space 13/15', '.thread');
	await c.press('.thread button', 'Installed');
	await c.press('.thread button', 'The breaker is in');
	await c.next('Prove');
	await c.press('.thread button', 'Switched on');
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.press('.words[aria-label*="ground wire"] button', 'landed');
	await c.press('.words[aria-label*="tripped"] button', 'dead');
	await c.read({ hh: '241', hg: '120.4', h2g: '120.3' });
	await c.press('[aria-label="What this work owes elsewhere"] button', 'trips');
	await b.says('Done', '.thread footer');
	await c.paper('L14-30', '241 V');
	c.ends();
});

test('four outlets without a ground: survey, which is first, one GFCI, the others behind it, labels', async () => {
	const c = new Call('four ungrounded outlets', 75);
	await c.start('Bedroom', 'Several outlets');
	await b.says('Next: Bedroom 1', 'main');
	for (const n of [1, 2, 3, 4]) {
		await c.press('.patterns button', 'Open ground');
		await b.says(`Kept: Bedroom ${n}, Open ground`, 'main');
	}
	await c.type('.breaker input', '7');
	await c.press('.breaker button', 'Put 4 outlets on it');
	await b.says('Breaker: space 7', 'main');
	await c.press('button[aria-label="Steps: Bedroom 1"]');
	await b.says('Make it dead', '.thread');
	await c.type('.tag .field input', 'MR');
	await c.press('.tag button', 'Space 7: off and tagged');
	await c.deadAgain('#dead-hn');
	await c.next('Inside');
	await c.press('.choice button', 'two old two-wire, no ground');
	await c.press('[data-fold^="Which cable"] button');
	await c.press('.thread button', 'Cables disconnected and capped: on for a look');
	await c.press('.thread fieldset:nth-of-type(1) button', 'live: LINE');
	await c.press('.thread fieldset:nth-of-type(2) button', 'dead: goes on');
	await c.press('.thread button', 'All dead');
	await c.press('.thread button', 'Keep: Bedroom 2, Bedroom 3, Bedroom 4 dead');
	await b.says('Bedroom 2, Bedroom 3, Bedroom 4: behind Bedroom 1', '.thread');
	await c.press('button', 'Off and tagged again');
	await c.press('.thread nav button', 'Dead');
	await c.deadAgain('#dead-hn');
	for (const n of [2, 3, 4]) {
		await c.press('.thread button', 'All 4 outlets');
		await c.press(`button[aria-label="Steps: Bedroom ${n}"]`);
		await c.deadAgain('#dead-hn');
	}
	await c.press('.thread button', 'All 4 outlets');
	for (const n of [2, 3, 4]) {
		await c.press(`button[aria-label^="Bedroom ${n}: inside as"]`);
		await b.says(`Bedroom ${n}: inside as`, 'body');
	}
	await b.says('One GFCI at the first box of the run: Bedroom 1', 'main');
	const plan = await b.run<number>(
		'return 1 + [...document.querySelectorAll(".together li")].findIndex((l) => l.textContent.includes("first box of the run"))'
	);
	await c.press(`.together li:nth-child(${plan}) button`);
	await c.press('main button', '4 installed');
	await c.press('button[aria-label="Steps: Bedroom 1"]');
	await b.says('Energize and prove', '.thread');
	await c.press('.thread button', 'Switched on');
	await c.press('.words[aria-label*="own"] button', 'trips');
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.read({ hn: '119.6', he: '119.4', ne: '0.2' });
	for (const n of [2, 3, 4]) await c.press(`button[aria-label="Bedroom ${n} is dead"]`);
	for (const n of [2, 3, 4]) {
		await c.press('.thread button', `Go to Bedroom ${n}`);
		await b.says(`Bedroom ${n}`, '.thread header');
		await c.press('.words[aria-label*="grip"] button', 'holds');
		await c.read({ hn: '119.6', he: '119.4', ne: '0.2' });
	}
	await c.press('.thread button', 'Back to Bedroom 1');
	await b.says('Done', '.thread footer');
	await c.paper('No Equipment Ground', 'GFCI Protected');
	await c.press('.thread button', 'All labels are on');
	c.ends();
});

test('two slots behind a GFCI breaker, with the work at the breaker', async () => {
	const c = new Call('two slots behind a GFCI breaker', 55);
	await c.begin('Den, by the desk', 'Receptacle, two slots');
	await c.type('#found-hn', '119');
	await c.press('.found form button', 'Keep 1');
	await c.next('Dead');
	await c.dead('space 9', '#dead-hn');
	await c.press('.feeds button', 'on space 9');
	await c.next('Inside');
	await c.press('.choice button', 'two old two-wire, no ground');
	await c.next('Choose');
	await c.press('.breaker button', '15 A');
	await c.press('.thread button', 'Breaker in space 9');
	await c.next('Install');
	await b.says('dual-function breaker in space 9', '.thread');
	await c.press('.thread button', 'Installed');
	// The breaker's own sheet: the panel off whole, its bus and its terminals verified dead.
	await c.press('[data-fold="Steps at the panel"] button');
	await c.press('[data-fold^="Record it off"] button');
	await c.press('[data-fold^="Record it off"] button', 'Panel off and tagged');
	await c.deadAt('[data-fold^="Record it off"]', '#dead-busload');
	await c.press('.thread button', 'The breaker is in space 9');
	await c.next('Prove');
	await c.press('.thread button', 'Switched on');
	await c.press('[aria-label="What this work owes elsewhere"] button', 'trips');
	await c.press('.words[aria-label*="tripped"] button', 'dead');
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.read({ hn: '119.6', he: '119.4', ne: '0.2' });
	await b.says('Done', '.thread footer');
	await c.paper('dual-function breaker', 'GFCI Protected', 'No Equipment Ground');
	await c.press('.thread button', 'Labels are on');
	c.ends();
});

test('a two-pole breaker that trips: its check, another one in, load-tested, its letter', async () => {
	const c = new Call('two-pole breaker that trips', 45);
	await c.start('Basement panel', 'Something trips');
	await b.says('A breaker or panel', '.call');
	await c.type('.call input', '8/10');
	await c.press('.call button', 'This breaker');
	await b.says('Space 8/10', '.call h1');
	await c.press('.breaker button', '30 A');
	await c.press('.breaker button', 'plain');
	await c.type('#ask-loadA', '19');
	await c.type('#ask-tripS', '600');
	await c.type('#ask-terminalC', '150');
	await c.type('#ask-ambientC', '70');
	await c.press('.call fieldset button', 'discolored or melted');
	await c.press('.call fieldset button', 'holds');
	await c.press('.call button', 'Keep the check');
	await b.says('trips after 600 s at 63% of its rating', '.call');
	await c.press('.call button', 'Change it: 30 A, plain');
	await c.type('.tag .field input', 'MR');
	await c.press('.tag button', 'Space 8/10: off and tagged');
	await c.press('.tag button', 'Panel off and tagged');
	await c.deadAt('.call', '#dead-busload');
	await c.press('.call button', 'The breaker is in');
	await b.says('5 On, and load-tested', '.call');
	await c.press('.call button', 'Switched on');
	await b.says('owed', '.call [aria-label="On, and load-tested"]');
	await c.type('#ask-afterA', '18');
	await c.type('#ask-afterV', '239');
	await c.type('#ask-heldS', '300');
	await c.press('.call button', 'Keep the load test');
	await b.says('proven', '.call [aria-label="On, and load-tested"]');
	await c.press('[data-fold^="The letter"] button');
	for (const text of ['30 A, two poles', 'Put in a breaker in space 8/10', 'load 18 A', 'volts at that load 239 V'])
		await b.says(text, '.call');
	c.ends();
});

test('something is dead: outlets are named as they are tried, and the fault is looked for from there', async () => {
	const c = new Call('something is dead, three tried', 20);
	await c.start('Bedroom', 'Something is dead');
	await b.says('Something is dead: Bedroom', 'main');
	await c.press('.next button', 'Works');
	await b.says('Works: Bedroom 1', 'main');
	await c.press('.next button', 'Dead');
	await c.press('.next button', 'Dead');
	await b.says('Dead: Bedroom 2, Bedroom 3', 'main');
	await c.type('.breaker input', '7');
	await c.press('.breaker button', 'Put 3 outlets on it');
	await b.says('Breaker: space 7', 'main');
	await c.press('.breaker button', 'Find the fault');
	await b.says('Something is dead: Bedroom', '.content');
	await b.says('Bedroom 2', '.content');
	c.ends();
});

test('a receptacle taken out: what that would leave short, spliced, blank cover', async () => {
	const c = new Call('taken out and blanked', 25);
	await c.begin('Den, by the desk', 'Receptacle, three slots');
	await c.press('.thread button', 'As found: not tested');
	await c.next('Dead');
	await c.dead('space 9', '#dead-hn');
	await c.next('Inside');
	await c.press('.choice button', 'two NM-B with ground');
	await c.next('Choose');
	await b.says('has no walls entered', '.last');
	await c.press('.last button', 'Remove it');
	await c.next('Install');
	await c.press('.thread button', 'Out, spliced, blank cover on');
	await c.next('Prove');
	await c.press('.thread button', 'Switched on');
	await c.paper('Removed at by the desk', 'Splices behind a blank cover');
	c.ends();
});

test('new: a light and its switch, fed from a receptacle that is there', async () => {
	const c = new Call('new light and its switch', 45);
	await c.begin('Hall, by the stairs', 'new work', 'A light and its switch', 'Receptacle, three slots');
	await c.press('.patterns button', 'correctly wired');
	await c.next('Dead');
	await c.dead('space 5', '#dead-hn');
	await c.press('.feeds button', 'on space 5');
	await c.next('Inside');
	await c.press('.choice button', 'one NM-B with ground');
	await c.press('.choice button', 'plastic');
	await c.press('.choice button', '14');
	await c.next('Choose');
	await c.press('.breaker button', '15 A');
	await c.press('.breaker button', 'AFCI');
	await b.says('gives it, if its test proves it', '.thread');
	await c.press('.thread button', 'Use this: A light and its switch');
	await c.next('Install');
	await b.says('receptacle that feeds it, with the new cable', '.thread');
	await c.press('.thread [aria-label="Hall switch: installed"]');
	await c.press('.thread [aria-label="by the stairs: installed"]');
	await c.press('.thread button', 'Joined, device back');
	await c.next('Prove');
	await c.press('.thread button', 'Switched on');
	// Its own outlet again, then what is new: each where it is.
	await c.press('.words[aria-label*="grip"] button', 'holds');
	await c.read({ hn: '119.6', hg: '119.4', ng: '0.2' });
	await c.press('.thread button', 'Go to Hall switch');
	await c.press('.words[aria-label*="switch"] button', 'on, and off');
	await c.press('.dock button', 'Keep');
	await c.press('.thread button', 'Go to by the stairs');
	await c.press('.words[aria-label*="switch"] button', 'on, and off');
	await c.press('.dock button', 'Keep');
	await c.press('.thread button', 'Back to receptacle that feeds it');
	await b.says('Done', '.thread footer');
	await c.paper('New box at Hall switch', 'Opened, spliced on and closed');
	c.ends();
});

test('which breaker: a radio at the outlet, half the panel at a time, kept as its breaker; and back to the call', async () => {
	const c = new Call('which breaker, alone', 14);
	await c.begin('Den, by the desk', 'Receptacle, two slots');
	await c.next('Dead');
	await c.press('.thread button', 'Find its breaker');
	await c.type('.setup input', '1-12, den');
	await b.run('document.activeElement.blur()');
	await b.says('Not read: den', 'main');
	await b.saysNot('On none of these', 'main');
	// In space 9: of 1 to 6 none, of 7, 8, 9 one, of 7 and 8 none.
	await b.says('Off: 1, 2, 3, 4, 5, 6', 'main');
	await c.press('main button', 'It stays on');
	await b.says('Off: 7, 8, 9', 'main');
	await c.press('main button', 'It went off');
	await b.says('Off: 7, 8', 'main');
	await c.press('main button', 'It stays on');
	await b.says('Off, alone: space 9', 'main');
	await c.press('main button', 'It went off: keep it');
	await b.says('by the desk: space 9', 'main');
	await c.press('main button', 'Back to by the desk');
	await b.says('Space 9: off and tagged', '.thread');
	c.ends();
});

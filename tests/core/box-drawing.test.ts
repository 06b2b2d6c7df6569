import assert from 'node:assert/strict';
import test from 'node:test';
import { editions } from '../../src/core/code/editions';
import { DEMOS } from '../../src/core/demo';
import { BOX_DRAWING, crossingsOf, drawBox, type BoxDrawing } from '../../src/core/formats/box-drawing';
import { boxSvg } from '../../src/core/formats/box-svg';
import type { MakeUpCase } from '../../src/core/makeup/box/case';
import { terminalWords } from '../../src/core/makeup/box/terminal-words';
import { makeUp } from '../../src/core/makeup/box/make-up';
import { boxCase } from '../../src/core/makeup/box/of-job';
import { workSteps } from '../../src/core/makeup/box/work-steps';
import { runMakeUp } from '../../src/core/makeup/run-make-up';
import type { Box, Device, Job } from '../../src/core/model/known';
import { DEFAULT_MAKE_UP, type MakeUpPractice } from '../../src/core/model/practice';
import { box, job, cable } from './small-job';

interface Made {
	name: string;
	case: MakeUpCase;
	names: ReadonlyMap<string, string>;
	box: Box;
}
const all: Made[] = Object.values(DEMOS).flatMap((make) => {
	const { job: j } = make();
	return (j as Job).boxes.flatMap((b) => {
		const of = boxCase({ edition: editions[j.edition], job: j as Job }, b);
		return of.known ? [{ name: b.name, case: of.case, names: of.names, box: b }] : [];
	});
});
const drawn = (m: Made, lineAt?: 'top' | 'bottom'): BoxDrawing =>
	drawBox(m.case, makeUp(m.case), {
		cables: m.names,
		devices: new Map(m.box.devices.map((d) => [d.id, d.name || d.kind])),
		lineAt
	});
/** About as wide as a letter is of its height. */
const LETTER = 0.5;

test('every box of the demos: each end and each terminal has a lane of its own, and no text runs into another or off the sheet', () => {
	assert.ok(all.length > 120);
	for (const m of all) {
		const d = drawn(m);
		const ends = m.case.cables.reduce((n, c) => n + c.conductors.length, 0);
		const { terminals } = makeUp(m.case);
		assert.deepEqual([d.ends.length, d.terminals.length], [ends, terminals.length], m.name);
		const at = d.lanes.map((l) => `${l.x1 === BOX_DRAWING.leftX ? 'left' : 'right'} ${l.y}`);
		assert.equal(new Set(at).size, at.length, `${m.name}: two conductors on one lane`);
		// A lane from the left and one from the right are never one: they may cross a column, never run on each other.
		const sides = d.lanes.filter((l) => l.x1 !== BOX_DRAWING.leftX).map((l) => l.y);
		assert.ok(!d.lanes.some((l) => l.x1 === BOX_DRAWING.leftX && sides.includes(l.y)), m.name);
		const left = [...d.cables.map((c) => ({ y: c.y, words: c.name })), ...d.ends.map((e) => ({ y: e.y, words: e.words }))];
		for (const { words } of left)
			assert.ok(words.length * LETTER * BOX_DRAWING.text <= BOX_DRAWING.leftX + 8, `${m.name}: ${words}`);
		const right = [...d.devices.map((v) => v.titleY), ...d.terminals.map((t) => t.y), ...(d.boxScrew ? [d.boxScrew.y] : [])];
		for (const ys of [left.map((l) => l.y), right, d.legend.map((l) => l.y)]) {
			const sorted = [...ys].sort((a, b) => a - b);
			assert.ok(
				sorted.every((y, i) => i === 0 || y - (sorted[i - 1] ?? 0) >= BOX_DRAWING.text),
				`${m.name}: text over text`
			);
		}
		for (const t of d.terminals)
			assert.ok(BOX_DRAWING.rightX + 19 + t.words.length * LETTER * BOX_DRAWING.text <= BOX_DRAWING.width + 4, t.words);
		const lowest = Math.max(...left.map((l) => l.y), ...right);
		assert.ok(
			d.legend.every((l) => l.y > lowest && l.y < d.height),
			m.name
		);
	}
});

const permutations = <T>(list: readonly T[]): T[][] =>
	list.length < 2
		? [[...list]]
		: list.flatMap((x, i) => permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [x, ...rest]));
test('the columns cross no more than the best of all orders, on every box of up to three cables', () => {
	let tried = 0;
	for (const m of all.filter((x) => x.case.cables.length <= 3)) {
		const d = drawn(m);
		if (d.nets.length > 6) continue;
		tried++;
		// The spans as they were drawn, read back from the picture.
		const spans = d.nets.map((n) => ({
			top: n.top,
			bottom: n.bottom,
			left: d.lanes.filter((l) => l.key === n.key && l.x1 === BOX_DRAWING.leftX).map((l) => l.y),
			right: d.lanes.filter((l) => l.key === n.key && l.x1 !== BOX_DRAWING.leftX).map((l) => l.y)
		}));
		const order = d.nets
			.map((n, i) => ({ x: n.x, i }))
			.sort((a, b) => a.x - b.x)
			.map((n) => n.i);
		const best = Math.min(...permutations(order).map((o) => crossingsOf(spans, o)));
		assert.equal(crossingsOf(spans, order), best, m.name);
		assert.equal(d.crossings, best, m.name);
	}
	assert.ok(tried > 100, `${tried}`);
});
test('crossings by hand: a lane that passes a column within its span is one', () => {
	const a = { top: 0, bottom: 4, left: [0, 4], right: [] };
	const b = { top: 2, bottom: 2.5, left: [2], right: [2.5] };
	// b at the right of a: its lane from the left crosses a; at the left of a, its lane to the right does.
	assert.deepEqual([crossingsOf([a, b], [0, 1]), crossingsOf([a, b], [1, 0])], [1, 1]);
	assert.equal(crossingsOf([a, { top: 5, bottom: 6, left: [5], right: [6] }], [0, 1]), 0);
});

const guardAt = all.find((m) => m.name === 'K-03') as Made;
test('LINE at the top or at the bottom: the picture follows', () => {
	const words = (lineAt: 'top' | 'bottom') => drawn(guardAt, lineAt).terminals.map((t) => t.words);
	assert.deepEqual(words('top'), ['LINE brass', 'LINE silver', 'LOAD brass', 'LOAD silver', 'green']);
	assert.deepEqual(words('bottom'), ['LOAD brass', 'LOAD silver', 'LINE brass', 'LINE silver', 'green']);
});
test('screws as the trade calls them', () => {
	assert.deepEqual(
		[
			'hot-upper',
			'neutral-lower',
			'hot-x',
			'neutral',
			'ground',
			'a',
			'b',
			'common',
			'traveler-1',
			'lead-hot-b',
			'load-neutral'
		].map((t) => Object.values(terminalWords(t)).join(': ')),
		[
			'brass: brass upper',
			'silver: silver lower',
			'brass: brass X',
			'silver: silver',
			'green: green',
			'brass: supply',
			'brass: switched',
			'brass: common, dark',
			'brass: traveler 1',
			'lead: lead, hot 2',
			'silver: LOAD silver'
		]
	);
});
test('as SVG: whole, and what is typed in a name is text', () => {
	const svg = boxSvg(
		{ ...drawn(guardAt), devices: [{ ...(drawn(guardAt).devices[0] as BoxDrawing['devices'][number]), name: '<b>&' }] },
		'K "03"'
	);
	assert.match(svg, /^<svg [^>]*aria-label="K &quot;03&quot;"/);
	assert.ok(svg.includes('&lt;b&gt;&amp;') && !svg.includes('<b>') && !svg.includes('NaN') && svg.endsWith('</svg>'));
});

const steps = (m: Made, more: Partial<MakeUpPractice> = {}, predicted: string | null = null) =>
	workSteps({
		box: m.box,
		case: m.case,
		made: makeUp(m.case),
		practice: { ...DEFAULT_MAKE_UP, ...more },
		names: { cables: m.names, devices: new Map(m.box.devices.map((d) => [d.id, d.name || d.kind])) },
		predicted
	});
const ids = (m: Made, more: Partial<MakeUpPractice> = {}) => steps(m, more).map((s) => s.id.replace(/^land-.*/, 'land'));
test('so much is stripped as the device says, in fractions; where it does not, 5/8 in for a screw', () => {
	const stripped = (stripIn: number | undefined) => {
		const m = { ...guardAt, box: { ...guardAt.box, devices: guardAt.box.devices.map((d) => ({ ...d, stripIn })) } };
		return steps(m).find((s) => s.id.startsWith('land-'))?.detail ?? '';
	};
	assert.deepEqual(
		[0.4375, 0.75].map((s) => /strip ([^,;.]*)/i.exec(stripped(s))?.[1]),
		['7/16"', '3/4"']
	);
	assert.doesNotMatch(stripped(undefined), /7\/16|3\/4/);
});
test('the work in its order: a GFCI with two cables on LOAD', () => {
	assert.deepEqual(ids(guardAt), [
		'off',
		'photo',
		'length',
		'splice-0',
		'splice-1',
		'splice-2',
		'land',
		'torque',
		'fold',
		'level',
		'on',
		'reset',
		'read',
		'load',
		'label'
	]);
	const all_ = ids(guardAt, { tape: true, trial: true });
	assert.deepEqual(all_.slice(all_.indexOf('torque'), all_.indexOf('fold') + 1), ['torque', 'tape', 'trial', 'fold']);
	assert.match(
		steps(guardAt, { preTwist: true }).find((s) => s.id === 'splice-0')?.detail ?? '',
		/1 pigtail of 12 AWG, 6 in\. Twist, then large twist-on/
	);
	assert.equal(steps(guardAt, {}, 'About 119 V').find((s) => s.id === 'read')?.detail, 'About 119 V');
	assert.match(
		steps(guardAt).find((s) => s.id.startsWith('land'))?.detail ?? '',
		/^ground pigtail on ground; white from Main panel on line neutral; .*Look at its terminals: .*for a hook about 5\/8"\. Ground, then/
	);
	assert.equal(new Set(steps(guardAt).map((s) => s.id)).size, steps(guardAt).length);
});
test('each device by its own terminals, button and cover; what is wired in by its own leads', () => {
	const with_ = (kind: MakeUpCase['devices'][number], device: Partial<Device>): Made => ({
		...guardAt,
		case: { ...guardAt.case, devices: [kind] },
		box: { ...guardAt.box, devices: guardAt.box.devices.map((d) => ({ ...d, ...device })) }
	});
	const id = guardAt.case.devices[0]?.id ?? '';
	const says = (m: Made, step: string) => steps(m).find((s) => s.id.startsWith(step))?.detail ?? '';
	const clamp = with_({ id, kind: 'receptacle', connection: 'clamp' }, { protection: 'none', feedsLoad: false });
	assert.match(says(clamp, 'land'), /Strip as its gauge shows; straight under the plate/);
	assert.doesNotMatch(says(clamp, 'torque'), /screws that hold nothing/);
	const screw = with_({ id, kind: 'receptacle', connection: 'screw' }, { protection: 'afci', feedsLoad: false });
	assert.match(says(screw, 'land'), /about 5\/8"; hook clockwise/);
	assert.match(says(screw, 'torque'), /screws that hold nothing/);
	assert.match(says(screw, 'reset'), /TEST on the AFCI: face and LOAD dead/);
	assert.equal(says(clamp, 'reset'), '');
	const wired = with_(
		{ id, kind: 'hard-wired', leads: ['hot', 'neutral', 'ground'] },
		{ kind: 'hard-wired', receptacles: 0, protection: 'none', feedsLoad: false }
	);
	assert.ok(!ids(wired).includes('torque') && !ids(wired).includes('land'));
	assert.match(says(wired, 'splice-0'), /\+ the lead of /);
	assert.match(says(wired, 'level'), /nothing pinched/);
	assert.match(says(wired, 'read'), /^It runs/);
});
test('old work: what was on what is noted, out hot first; old insulation is not cut twice; splices only get a cover', () => {
	const old = all.find(
		(m) => m.box.state === 'found' && m.case.devices.length && m.case.devices[0]?.kind === 'receptacle'
	) as Made;
	assert.deepEqual(ids(old).slice(0, 6), ['off', 'plate', 'photo', 'note', 'out', 'length']);
	const brittle: Made = {
		...old,
		box: {
			...old.box,
			conductors: [
				{ id: 'x', endId: null, color: 'black', means: 'hot', alwaysLive: true, insulation: 'brittle', freeLengthIn: 4 }
			]
		}
	};
	assert.match(steps(brittle).find((s) => s.id === 'length')?.detail ?? '', /do not cut twice/);
	const bare: Made = { ...guardAt, case: { ...guardAt.case, devices: [] }, box: { ...guardAt.box, devices: [] } };
	assert.ok(ids(bare).includes('cover') && !ids(bare).includes('torque') && !ids(bare).includes('land'));
});
test('what a run takes: boxes alike together, connectors and pigtails counted', () => {
	const j = job({
		boxes: [box('a'), box('b'), box('c'), box('d', { state: 'planned' })],
		cables: [cable('p', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 10)]
	});
	const run = runMakeUp({ edition: editions['2023'], job: j }, j.boxes);
	assert.deepEqual(
		run.groups.map((g) => g.boxes),
		[['A', 'B'], ['C']]
	);
	assert.deepEqual(run.connectors, [{ name: 'medium twist-on', count: 6 }]);
	assert.deepEqual(run.pigtails, [{ awg: '12', count: 6 }]);
	assert.deepEqual(run.not, [{ box: 'D', why: 'No cable is drawn to D, and none was seen in it.' }]);
	assert.equal(run.groups[0]?.words, 'receptacle; 2 cables of 12 AWG; splices: ground, neutral, hot');
});

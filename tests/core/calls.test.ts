import assert from 'node:assert/strict';
import test from 'node:test';
import { asForm } from '../../src/core/code/nema-forms';
import { editions } from '../../src/core/code/editions';
import { phasesOf, type WorkAct, type WorkStep } from '../../src/core/makeup/box/work-steps';
import { guidedWork } from '../../src/core/makeup/work/guided-work';
import { APPLIANCE_CALLS, CALL_AT, CALLS } from '../../src/core/model/call-at';
import type { Box, Circuit, Device, Job, Room } from '../../src/core/model/known';
import { WORK_SHEETS } from '../../src/core/model/kinds';
import { MISSING, type Missing } from '../../src/core/claims/missing';
import { LAMP_PATTERNS, lampWords } from '../../src/core/prove/lamp-patterns';
import { owedReadings } from '../../src/core/work/owed-readings';
import { waysOf } from '../../src/core/work/ways';
import { box, cable, circuit, den, job } from './small-job';

/** What a call at anything may end with, what it reads in the end, and in what parts it is done. */
const at = (device: Partial<Device>, more: { room?: Room; circuit?: Partial<Circuit> } = {}): { j: Job; b: Box } => {
	const room = more.room ?? den;
	const b = box('a', { state: 'found', roomId: room.id }, { state: 'found', ...device });
	const j = job({
		rooms: [room],
		boxes: [b],
		circuits: [circuit({ poles: 2, breakerA: 30, ...more.circuit })],
		cables: [cable('p', 'a', 40, { conductors: 3, awg: '10', state: 'found' })]
	});
	return { j, b };
};
const ways = (device: Partial<Device>, more: Parameters<typeof at>[1] = {}) => {
	const { j, b } = at(device, more);
	return waysOf({ edition: editions['2023'], job: j }, b);
};
for (const key of CALL_AT)
	test(`a call at a ${key} has a way to its end, in words of its own`, () => {
		const found = ways(CALLS[key].device);
		const receptacle120 = ['two-slot', 'three-slot', 'gfci', 'half-switched'].includes(key);
		assert.equal(found.length > 0, !receptacle120);
		if ((APPLIANCE_CALLS as readonly string[]).includes(key))
			for (const w of found) assert.doesNotMatch(`${w.title} ${w.does}`, /receptacle|slots/i);
		for (const w of found) if (w.sheet) assert.ok(WORK_SHEETS.includes(w.sheet));
	});
test('a heater: an element or the whole, each by its sheet', () =>
	assert.deepEqual(
		ways(CALLS['water-heater'].device).map((w) => [w.id, w.sheet]),
		[
			['element', 'element'],
			['like', 'water-heater']
		]
	));
const garage: Room = { ...den, id: 'garage', kind: 'garage' };
const locking = { kind: 'receptacle' as const, receptacles: 1 as const, ...asForm('L14-30') };
for (const [what, device, more, ids] of [
	['in a den', locking, {}, ['like']],
	['in a garage, a plain breaker', locking, { room: garage }, ['gfci-breaker', 'like']],
	['in a garage, a GFCI breaker', locking, { room: garage, circuit: { breaker: 'gfci' as const } }, ['like']]
] as const)
	test(`a 240 V face ${what}: ${ids.join(', ')}`, () =>
		assert.deepEqual(
			ways(device, more).map((w) => w.id),
			ids
		));
test('an old 10-30 may stay on its circuit only', () =>
	assert.match(
		ways({ kind: 'receptacle', receptacles: 1, ...asForm('10-30') })[0]?.does ?? '',
		/existing circuit only \(250\.140\)/
	));

// What is read for what is missing.
const ALL = {
	figures: ['hn', 'hg', 'ng', 'hh', 'h2n', 'h2g', 'he', 'ne', 'drop'] as const,
	words: ['grip', 'bootleg', 'ground-look', 'gfci-own', 'behind'] as const
};
for (const [missing, figures, words] of [
	[['volts', 'hot-to-ground', 'neutral-to-ground', 'look-open', 'grip'], 'hn hg ng h2g', 'grip ground-look'],
	[['volts', 'independent-ground', 'own-button'], 'hn he ne', 'gfci-own'],
	[['hot-to-hot'], 'hh', ''],
	[['outlet-dead-by-it', 'breaker-button'], '', 'behind'],
	[['run', 'circuit', 'tag'], '', ''],
	[[], '', '']
] as const)
	test(`owed: ${missing.join(', ') || 'nothing'}`, () => {
		const owed = owedReadings(missing, ALL);
		assert.deepEqual([owed.figures.join(' '), owed.words.join(' ')], [figures, words]);
	});
test('what cannot be read at a place is not asked there', () => {
	const owed = owedReadings(Object.keys(MISSING) as Missing[], { figures: ['hn'], words: ['grip'] });
	assert.deepEqual(owed, { figures: ['hn'], words: ['grip'] });
});

// Parts of the work.
test('a sheet falls into what is before hands, the work, what closes it, and power', () => {
	const facts = {
		subpanel: false,
		breaker: 'B',
		poles: 2 as const,
		neutral: true,
		shared: false,
		otherSources: false,
		cord: false,
		conductors: 3,
		gfci: null
	};
	const parts = phasesOf(guidedWork('element', facts));
	assert.deepEqual(
		parts.map((p) => [p.phase, p.steps.map((s) => s.id).join(' ')]),
		[
			['dead', 'same off dead photo'],
			['land', 'ohms cold drain swap full leak wires limit'],
			['close', 'covers'],
			['prove', 'read']
		]
	);
	for (const sheet of WORK_SHEETS) {
		const all = guidedWork(sheet, facts);
		assert.deepEqual(
			phasesOf(all)
				.flatMap((p) => p.steps.map((s) => s.id))
				.sort(),
			all.map((s) => s.id).sort(),
			`${sheet}: every step is in one part`
		);
	}
	const step = (id: string, act: WorkAct): WorkStep => ({ id, title: id, detail: '', act });
	assert.deepEqual(
		phasesOf([step('a', 'dead'), step('b', 'hands'), step('c', 'energize')]).map((p) => p.phase),
		['dead', 'land', 'prove']
	);
});
test('eight patterns of three lamps, each once, each with words; none is called good', () => {
	assert.equal(new Set(LAMP_PATTERNS).size, 8);
	for (const p of LAMP_PATTERNS) assert.ok(lampWords(p).length > 3 && !/good|safe/i.test(lampWords(p)), p);
});

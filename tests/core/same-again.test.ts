import assert from 'node:assert/strict';
import { test } from 'node:test';
import { produce } from 'immer';
import { assess } from '../../src/core/assess';
import { DEMOS } from '../../src/core/demo';
import { EDITIONS, SERVES, PROTECTIONS, ROOM_KINDS } from '../../src/core/model/kinds';
import type { Job, JobFile, Reading } from '../../src/core/model/known';
import { removeBox } from '../../src/core/edit/boxes';
import type { Command } from '../../src/core/edit/command';
import { removeCircuit } from '../../src/core/edit/circuits';
import { applyFix } from '../../src/core/edit/fix';
import { detachBox } from '../../src/core/edit/legs';
import { Random } from '../../scripts/fuzz/random';

/**
 * What an edit does not touch is not judged again: so each edit of a long session must leave what a fresh look at the same
 * house would find. The referee knows nothing of what was found before: it is given a copy of the job.
 */
const EDITS: ((r: Random, job: Job) => Command)[] = [
	(r) => (d) => {
		const box = r.pick(d.boxes);
		if (box.place?.kind === 'wall') box.place.at = r.below(90);
	},
	(r) => (d) => void Object.assign(r.pick(d.boxes), { heightIn: r.pick([null, 16, 44, 72]) }),
	(r) => (d) => void Object.assign(r.pick(d.boxes), { roomId: r.pick(d.rooms).id, place: null }),
	(r) => (d) =>
		void Object.assign(r.pick(d.boxes), {
			state: r.pick(['found', 'planned', 'built']),
			ground: r.pick(['present', 'absent', 'unknown'])
		}),
	(r) => (d) => void Object.assign(r.pick(d.boxes), { volumeCuIn: r.pick([null, 12, 20]), readilyAccessible: r.chance(0.5) }),
	(r) => (d) => {
		const device = r.pick(r.pick(d.boxes).devices);
		if (device)
			Object.assign(device, { protection: r.pick(PROTECTIONS), feedsLoad: r.chance(0.5), tamperResistant: r.chance(0.5) });
	},
	(r) => (d) => {
		const device = r.pick(r.pick(d.boxes).devices);
		if (device)
			Object.assign(device, { serves: r.pick([null, ...SERVES]), amps: r.pick([15, 20]), watts: r.pick([0, 600, 1500]) });
	},
	(r) => (d) => void Object.assign(r.pick(d.circuits), { breakerA: r.pick([15, 20, 30, 50]), breaker: r.pick(PROTECTIONS) }),
	(r) => (d) =>
		void Object.assign(r.pick(d.circuits), {
			slot: r.pick([null, 1, 2, 7, 12]),
			kind: r.pick(['general', 'individual', 'bathroom'])
		}),
	(r) => (d) =>
		void Object.assign(r.pick(d.legs), { awg: r.pick(['14', '12', '10', '6']), lengthFt: r.pick([null, 4, 30, 190]) }),
	(r) => (d) => void Object.assign(r.pick(d.legs), { ground: r.chance(0.5), state: r.pick(['found', 'planned', 'built']) }),
	(r) => (d) => void Object.assign(r.pick(d.rooms), { kind: r.pick(ROOM_KINDS), finished: r.chance(0.5) }),
	(r) => (d) => {
		const fixture = r.pick(r.pick(d.rooms).fixtures);
		if (fixture) fixture.x += r.pick([-12, 12]);
	},
	(r) => (d) =>
		void Object.assign(r.pick(d.panels), { mainA: r.pick([60, 100, 200]), slots: r.pick([12, 20, 40]), bonded: r.chance(0.5) }),
	(r) => (d) => void Object.assign(d.practice, { dropPercent: r.pick([2, 3, 5]), supplyVolts: r.pick([118, 120, 124]) }),
	(r) => (d) => void Object.assign(d, { edition: r.pick(EDITIONS), permitDate: r.pick(['2018-01-01', '2026-10-20']) }),
	(r) => (d) => void Object.assign(r.pick(d.boxes), { name: `B${r.below(40)}`, material: r.pick([null, 'metal', 'plastic']) }),
	(r) => (d) => {
		const box = r.pick(d.boxes);
		const device = r.pick(box.devices);
		if (device)
			Object.assign(device, {
				kind: 'switch',
				receptacles: 0,
				controls: [r.pick(d.boxes).id],
				ways: r.pick(['single-pole', 'three-way'])
			});
	},
	(r) => (d) => {
		const awg = r.pick(['14', '12', null] as const);
		r.pick(d.boxes).cables.push({
			id: `c${r.below(1e9)}`,
			awg,
			conductors: r.pick([null, 2, 3]),
			cable: null,
			note: '',
			ground: r.pick([null, true, false]),
			line: false
		});
	},
	(r) => (d) => {
		const leg = r.pick(d.legs);
		Object.assign(leg, { fromId: r.pick([null, leg.fromId, r.pick(d.panels).id]), conductors: r.pick([2, 3]) });
	},
	(r) => (d) => void Object.assign(r.pick(d.panels), { name: `P${r.below(9)}`, roomId: r.pick([null, r.pick(d.rooms).id]) }),
	(r) => (d) => void d.symptoms.push({ id: `s${r.below(1e9)}`, text: 'dead', boxId: r.pick(d.boxes).id, open: true }),
	(r, job) => removeBox(r.pick(job.boxes).id),
	(r, job) => {
		const leg = r.pick(job.legs);
		return detachBox(leg.toId, leg.circuitId);
	},
	(r, job) => (r.chance(0.2) ? removeCircuit(r.pick(job.circuits).id) : () => undefined),
	(r, job) => {
		const fixes = Object.values(assess(job).stages).flatMap((s) => s.findings.flatMap((f) => (f.fix ? [f.fix] : [])));
		let n = 0;
		return fixes.length ? applyFix(r.pick(fixes), () => `made-${r.below(1e9)}-${++n}`) : () => undefined;
	}
];

const plain = (job: Job, readings: readonly Reading[]) => {
	const { stages, quantities, todo, proofs } = assess(job, readings);
	return JSON.parse(JSON.stringify({ stages, quantities, todo, proofs: [...proofs] })) as unknown;
};

function session({ job, readings }: JobFile, seed: number, edits: number): void {
	const r = new Random(seed);
	let at = { job, readings };
	for (let n = 0; n < edits; n++) {
		const which = r.below(EDITS.length + 1);
		const edit = EDITS[which];
		if (edit) {
			try {
				at = { ...at, job: produce(at.job, edit(r, at.job)) };
			} catch (error) {
				// Refused, and nothing was changed: on to the next.
				if (!(error instanceof RangeError)) throw error;
			}
		} else {
			const of = r.pick(at.readings);
			if (of)
				at = { ...at, readings: [...at.readings, { ...of, id: `r${n}`, value: of.value === null ? null : of.value * 0.9 }] };
		}
		assert.deepEqual(
			plain(at.job, at.readings),
			plain(structuredClone(at.job), structuredClone(at.readings)),
			`seed ${seed}, edit ${n} (kind ${which}): what is kept differs from a fresh look`
		);
	}
}

for (const [name, demo] of Object.entries(DEMOS))
	for (const seed of [1, 2])
		test(`${name}: after each edit the same as from nothing (seed ${seed})`, () => session(demo(), seed, 35));

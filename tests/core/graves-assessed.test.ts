import assert from 'node:assert/strict';
import test from 'node:test';
import { answerAssess, checkAssess } from '../../src/core/formats/assess-request';
import { fileOf } from '../../src/core/formats/write-job';
import type { Device, Job } from '../../src/core/model/known';
import { EDITIONS } from '../../src/core/model/kinds';
import { box, cable, circuit, job } from './small-job';

/** What could hurt, as whole jobs over the API, in every edition: each beside its lawful twin. */
type Grave = readonly [what: string, wrong: Job, twin: Job, section: RegExp];

const heater = (breakerA: number, awg: '8' | '10'): Job =>
	job({
		circuits: [
			circuit({
				kind: 'individual',
				poles: 2,
				breakerA,
				disconnect: 'lockable',
				load: {
					kind: 'water-heater',
					name: 'water heater',
					watts: 4500,
					amps: null,
					volts: 240,
					continuous: true,
					mca: null,
					mocp: null
				}
			})
		],
		boxes: [
			box('a', {}, { kind: 'hard-wired', receptacles: 0, volts: 240, name: 'water heater', watts: 4500 } as Partial<Device>)
		],
		cables: [cable('p', 'a', 30, { awg })]
	});
const GFCI = { protection: 'gfci', feedsLoad: true, state: 'built', slots: 'grounding' } as const;
const inBath = (job: Job): Job => ({ ...job, rooms: job.rooms.map((r) => ({ ...r, kind: 'bathroom' as const })) });
/** A device whose LOAD goes on to a second box; another cable passes the device's box to the third. */
const passing = (through: 'c1' | 'c2'): Job =>
	inBath(
		job({
			circuits: [circuit({ breakerA: 20 }), circuit({ id: 'c2', space: 3, breakerA: 20 })],
			boxes: [box('a', {}, GFCI), box('b')],
			cables:
				through === 'c1'
					? [cable('p', 'a', 20), cable('a', 'b', 20)]
					: [cable('p', 'a', 20), cable('p', 'a', 20, { id: 'x', circuitId: 'c2' }), cable('a', 'b', 20, { circuitId: 'c2' })]
		})
	);
const shared = (feedsLoad: boolean): Job =>
	job({
		circuits: [
			circuit({ multiwire: { withId: 'c2', opens: 'two-pole' } }),
			circuit({ id: 'c2', space: 3, multiwire: { withId: 'c1', opens: 'two-pole' } })
		],
		boxes: [box('a', {}, { ...GFCI, feedsLoad }), box('b')],
		cables: [
			cable('p', 'a', 20, { conductors: 3 }),
			cable('a', 'b', 20, { conductors: 3 }),
			cable('p', 'a', 20, { id: 'x', circuitId: 'c2', inCableOf: 'p-a', conductors: 3 }),
			cable('a', 'b', 20, { id: 'y', circuitId: 'c2', inCableOf: 'a-b', conductors: 3 })
		]
	});
const tube = (ground: boolean): Job =>
	job({ boxes: [box('a', { material: 'plastic' })], cables: [cable('p', 'a', 20, { kind: 'THHN', raceway: 'EMT', ground })] });
const single = (raceway?: 'EMT'): Job =>
	job({ boxes: [box('a')], cables: [cable('p', 'a', 20, { kind: 'THHN', ...(raceway ? { raceway } : {}) })] });

const GRAVES: readonly Grave[] = [
	['a 4500 W heater on 40 A', heater(40, '8'), heater(30, '10'), /^422\.11\(E\)/],
	['a 10 AWG wire on 50 A', heater(50, '10'), heater(30, '10'), /^240\.4\(D\)/],
	['a cable of another circuit through the box of a GFCI', passing('c2'), passing('c1'), /^210\.8\(A\)/],
	['a shared neutral through LOAD', shared(true), shared(false), /^300\.13\(B\)/],
	['tubing alone into plastic', tube(false), tube(true), /^314\.3/],
	['single conductors in nothing', single(), single('EMT'), /^300\.3\(A\)/]
];
for (const edition of EDITIONS)
	for (const [what, wrong, twin, section] of GRAVES)
		test(`/assess in ${edition}: ${what}`, () => {
			const told = (of: Job): string[] => {
				const file: unknown = JSON.parse(JSON.stringify(fileOf({ job: { ...of, edition }, readings: [], events: [] })));
				const read = checkAssess(file);
				assert.ok(read.ok, JSON.stringify(read).slice(0, 400));
				return answerAssess(read.value)
					.findings.filter((f) => f.severity === 'violation' && section.test(f.rule.section))
					.map((f) => f.message);
			};
			assert.notEqual(told(wrong).length, 0, 'nothing told of it');
			assert.deepEqual(told(twin), []);
		});

import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { EDITIONS, type EditionKey } from '../../src/core/model/kinds';
import type { Box, Circuit, Device, Feeder, Job, Panel, Room } from '../../src/core/model/known';
import { referenceFaults } from '../../src/core/model/file/references';
import { newRoom } from '../../src/core/model/new-job';
import { box, circuit, den, job, cable } from './small-job';

/**
 * Each mistake of a job and its lawful twin: one thing differs between the two. The mistake is named with its section, at what
 * it is about; of the twin nothing of that kind is said. In all editions, unless the row says which.
 */
type Said = string | Partial<Record<EditionKey, string>>;
interface Twins {
	what: string;
	/** Which findings the row is about, by id. */
	of: RegExp;
	bad: Job;
	/** 'severity section subject', by edition where they differ; an edition that is left out says nothing. */
	says: Said;
	twins: Record<string, Job>;
}
const told = (j: Job, of: RegExp, edition: EditionKey): string[] =>
	Object.values(assess({ ...j, edition }).stages)
		.flatMap((s) => s.findings)
		.filter((f) => of.test(f.id))
		.map((f) => `${f.severity} ${f.rule.section} ${f.subject.id}`);

const room = (kind: Room['kind'], more: Partial<Room> = {}): Room =>
	newRoom({ id: more.id ?? kind, name: more.name ?? kind, kind }, more);
const panel = (more: Partial<Panel> = {}): Panel => ({
	id: 'p',
	name: 'Panel',
	roomId: null,
	place: null,
	mainA: 200,
	spaces: 20,
	...more
});
const feeder = (more: Partial<Feeder> = {}): Feeder => ({
	fromPanelId: 'p',
	space: 2,
	breakerA: 60,
	kind: 'THHN',
	awg: '6',
	metal: 'Cu',
	conductors: 3,
	ground: true,
	lengthFt: 30,
	state: 'built',
	...more
});
/** A main panel and one fed from it, with a load on the second. */
const fed = (f: Partial<Feeder>, sub: Partial<Panel> = {}, more: Partial<Job> = {}): Job =>
	job({
		panels: [panel(), panel({ id: 's', name: 'Sub', mainA: 100, spaces: 12, feeder: feeder(f), ...sub })],
		// The second keeps it from being a feeder that carries the whole dwelling.
		circuits: [circuit({ panelId: 's' }), circuit({ id: 'c2', space: 5 })],
		cables: [cable('s', 'a', 40), cable('a', 'b', 12), cable('b', 'c', 10)],
		...more
	});
const inPanelOf = (kind: Room['kind'], more: Partial<Panel> = {}, roomMore: Partial<Room> = {}): Job =>
	job({ rooms: [...job().rooms, room(kind, roomMore)], panels: [panel({ roomId: roomMore.id ?? kind, ...more })] });
/** One box alone on a circuit, its wire as given. */
const one = (
	c: Partial<Circuit>,
	device: Partial<Device> = {},
	wire: Parameters<typeof cable>[3] = {},
	more: Partial<Job> = {}
): Job => job({ circuits: [circuit(c)], boxes: [box('a', {}, device)], cables: [cable('p', 'a', 40, wire)], ...more });
const wired: Partial<Device> = { kind: 'hard-wired', receptacles: 0, onlyFor: undefined };
/** From the panel inside to a box in a place of a kind, and on to another there. */
const outside = (
	first: Partial<Parameters<typeof cable>[3]>,
	next: Partial<Parameters<typeof cable>[3]>,
	boxes: Partial<Box> = {}
): Job => {
	const yard = room('outdoors', { id: 'yard' });
	return job({
		rooms: [...job().rooms, yard],
		boxes: [box('a', { roomId: 'yard', ...boxes }), box('b', { roomId: 'yard', ...boxes })],
		cables: [cable('p', 'a', 20, first), cable('a', 'b', 20, next)]
	});
};
const house = (vaOfHeat: number, more: Partial<Job> = {}): Job => {
	const living = room('living', {
		outline: [
			[0, 0],
			[480, 0],
			[480, 360],
			[0, 360]
		]
	});
	return job({
		rooms: [living],
		panels: [panel({ mainA: 100, spaces: 40 })],
		circuits: [
			circuit({
				kind: 'individual',
				poles: 2,
				breakerA: 100,
				load: { kind: 'fixed-heat', name: 'heat', watts: vaOfHeat, volts: 240 } as Circuit['load']
			})
		],
		boxes: [box('a', { roomId: 'living' }, { kind: 'hard-wired', receptacles: 0 })],
		cables: [cable('p', 'a', 40, { awg: '1' })],
		...more
	});
};

const light: Partial<Device> = { kind: 'lighting', receptacles: 0, watts: 60, amps: 15 };
/** So many outlets one after the other, each as given. */
const run = (c: Partial<Circuit>, devices: Partial<Device>[], wire: Parameters<typeof cable>[3] = {}): Job =>
	job({
		circuits: [circuit(c)],
		boxes: devices.map((d, i) => box(`b${i}`, {}, { amps: c.breakerA === 15 ? 15 : 20, ...d })),
		cables: devices.map((_, i) => cable(i ? `b${i - 1}` : 'p', `b${i}`, 10, wire))
	});
/** One old box on old two-wire cable. */
const old = (b: Partial<Box>, device: Partial<Device>, c: Partial<Circuit> = {}): Job =>
	job({
		circuits: [circuit({ state: 'found', ...c })],
		boxes: [box('a', { state: 'found', ...b }, { state: 'found', amps: 15, ...device })],
		cables: [cable('p', 'a', 10, { state: 'found', ground: false, kind: 'two-wire' })]
	});
const coil = (more: object) =>
	({ kind: 'hvac', name: 'ac', watts: null, amps: null, volts: 240, continuous: false, ...more }) as Circuit['load'];
/** A water heater of 9240 W on the panel that is fed, and 120 sq ft at 3 VA: 9600 VA, 40 A. */
const heater: Partial<Job> = {
	circuits: [
		circuit({
			panelId: 's',
			kind: 'individual',
			poles: 2,
			breakerA: 50,
			load: {
				kind: 'water-heater',
				name: 'heater',
				watts: 9240,
				amps: null,
				volts: 240,
				continuous: false,
				mca: null,
				mocp: null
			}
		}),
		circuit({ id: 'c2', space: 5 })
	],
	boxes: [box('a', {}, wired)],
	cables: [cable('s', 'a', 40, { awg: '6' })]
};

const ROWS: Twins[] = [
	{
		// General 1200 x 3 + 3 x 1500 = 8100 VA. 100 A is 24,000 VA: optional 8100 + 65 % of 24,500 = 24,025, of 24,400 = 23,960;
		// standard 3000 + 35 % of 5100 + all of the heat is over it for both.
		what: 'a service under its load by every method',
		of: /^service:/,
		bad: house(24_500),
		says: 'violation 230.42 p',
		twins: {
			'by the optional method it passes': house(24_400),
			'a larger service': house(24_500, { panels: [panel({ mainA: 200 })] })
		}
	},
	{
		what: 'a panel in a bathroom',
		of: /^panel-place/,
		bad: inPanelOf('bathroom'),
		says: 'violation 240.24(E) p',
		twins: { 'in a hallway': inPanelOf('hallway'), 'a place not said': job() }
	},
	{
		what: 'a panel in a clothes closet',
		of: /^panel-place/,
		bad: inPanelOf('closet'),
		says: 'violation 240.24(D) p',
		twins: { 'in a laundry': inPanelOf('laundry'), 'in a garage': inPanelOf('garage') }
	},
	{
		what: 'a panel in a bathroom of an old house is told of as found',
		of: /^panel-place/,
		bad: inPanelOf('bathroom', { state: 'found' }),
		says: 'caution 240.24(E) p',
		twins: { 'in a basement': inPanelOf('basement', { state: 'found' }) }
	},
	{
		what: 'NM-B outdoors',
		of: /^wet:/,
		bad: outside({ kind: 'UF-B' }, { kind: 'NM-B', lies: 'outdoors' }),
		says: 'violation 334.12 a-b',
		twins: {
			'UF-B': outside({ kind: 'UF-B' }, { kind: 'UF-B' }),
			'it lies inside the wall': outside({ kind: 'UF-B' }, { kind: 'NM-B', lies: 'inside' })
		}
	},
	{
		what: 'NM-B in the ground',
		of: /^wet:/,
		bad: outside({ kind: 'UF-B' }, { kind: 'NM-B', lies: 'underground' }),
		says: 'violation 300.5 a-b',
		twins: { 'UF-B': outside({ kind: 'UF-B' }, { kind: 'UF-B', lies: 'underground' }) }
	},
	{
		what: 'NM-B from inside to a box outdoors: where it lies is to be said',
		of: /^wet:/,
		bad: outside({}, { kind: 'UF-B' }),
		says: 'caution 334.12 p-a',
		twins: { 'it comes through the wall': outside({ lies: 'inside' }, { kind: 'UF-B' }) }
	},
	{
		what: 'wire in a raceway outdoors is in a wet place',
		of: /^wet:/,
		bad: outside({ kind: 'UF-B' }, { kind: 'THHN' }),
		says: 'caution 300.9 a-b',
		twins: { 'in the back of the box': outside({ kind: 'THHN' }, { kind: 'UF-B' }) }
	},
	{
		what: 'a feeder of NM-B in the ground',
		of: /^wet:/,
		bad: fed({ kind: 'NM-B', lies: 'underground' }),
		says: 'violation 300.5 s',
		twins: { 'in the house': fed({ kind: 'NM-B' }), 'UF-B': fed({ kind: 'UF-B', lies: 'underground' }) }
	},
	{
		what: '3 AWG copper on 100 A by its 60 degC column',
		of: /^feeder-wire/,
		bad: fed({ breakerA: 100, awg: '3', terminalC: 60 }),
		says: 'violation 240.4 s',
		twins: {
			'terminals marked 75 degC: 100 A': fed({ breakerA: 100, awg: '3', terminalC: 75 }),
			'60 degC, 1 AWG: 110 A': fed({ breakerA: 100, awg: '1', terminalC: 60 })
		}
	},
	{
		what: 'a feeder of two wires and ground',
		of: /^feeder-wires/,
		bad: fed({ conductors: 2 }),
		says: 'violation 215.6 s',
		twins: { 'four wires': fed({}) }
	},
	{
		what: 'a feeder breaker over its panel',
		of: /^feeder-panel/,
		bad: fed({ breakerA: 60 }, { mainA: 50 }),
		says: 'violation 408.36 s',
		twins: { 'rated for it': fed({ breakerA: 60 }, { mainA: 60 }) }
	},
	{
		what: 'neutral and ground joined in a subpanel of the same building',
		of: /^joined:s/,
		bad: fed({}, { bonded: true }),
		says: 'violation 250.142(B) s',
		twins: { apart: fed({}, { bonded: false }), 'not looked at': fed({}) }
	},
	{
		what: 'an old one too: only a building apart has the exception',
		of: /^joined:s/,
		bad: fed({ state: 'found', ground: false }, { bonded: true }),
		says: 'violation 250.142(B) s',
		twins: {}
	},
	{
		what: 'a new feeder without a ground to a building apart: the exception is for old ones',
		of: /^joined:s/,
		bad: fed(
			{ state: 'planned', ground: false },
			{ bonded: true, roomId: 'accessory' },
			{ rooms: [...job().rooms, room('accessory', { detached: true })] }
		),
		says: 'violation 250.32(B)(1) s',
		twins: {}
	},
	{
		what: 'an old bond of a building apart, of which nobody said that it may stay',
		of: /^joined:s/,
		bad: fed(
			{ state: 'found', ground: false },
			{ bonded: true, roomId: 'accessory' },
			{ rooms: [...job().rooms, room('accessory', { detached: true })] }
		),
		says: 'caution 250.32(B)(1) s',
		twins: {
			apart: fed(
				{ state: 'found' },
				{ bonded: false, roomId: 'accessory' },
				{ rooms: [...job().rooms, room('accessory', { detached: true })] }
			)
		}
	},
	{
		what: 'one that may stay is advice not to part it',
		of: /^joined:s/,
		bad: fed(
			{ state: 'found', ground: false, conductors: 3, bondMayStay: true },
			{ bonded: true, roomId: 'accessory' },
			{ rooms: [...job().rooms, room('accessory', { detached: true })] }
		),
		says: 'advice 250.32(B)(1) s',
		twins: {}
	},
	{
		what: 'the disconnect of a building apart, for one circuit',
		of: /^building-rating/,
		bad: fed(
			{ breakerA: 10 },
			{ mainA: 10, roomId: 'accessory' },
			{ rooms: [...job().rooms, room('accessory', { detached: true })] }
		),
		says: 'violation 225.39 s',
		twins: {
			'15 A': fed({}, { mainA: 15, roomId: 'accessory' }, { rooms: [...job().rooms, room('accessory', { detached: true })] })
		}
	},
	{
		what: 'a breaker under the minimum circuit ampacity of its equipment',
		of: /breaker-mca/,
		bad: one(
			{
				kind: 'individual',
				poles: 2,
				breakerA: 25,
				load: { kind: 'hvac', name: 'ac', volts: 240, mca: 28, mocp: 40 } as Circuit['load']
			},
			wired,
			{ awg: '10' }
		),
		says: 'caution 440.4 c1',
		twins: {
			'between the two': one(
				{
					kind: 'individual',
					poles: 2,
					breakerA: 40,
					load: { kind: 'hvac', name: 'ac', volts: 240, mca: 28, mocp: 40 } as Circuit['load']
				},
				wired,
				{ awg: '10' }
			)
		}
	},
	{
		what: 'a breaker over what the nameplate allows',
		of: /breaker-mocp/,
		bad: one(
			{
				kind: 'individual',
				poles: 2,
				breakerA: 45,
				load: { kind: 'hvac', name: 'ac', volts: 240, mca: 28, mocp: 40 } as Circuit['load']
			},
			wired,
			{ awg: '10' }
		),
		says: 'violation 440.4 c1',
		twins: {
			'at it': one(
				{
					kind: 'individual',
					poles: 2,
					breakerA: 40,
					load: { kind: 'hvac', name: 'ac', volts: 240, mca: 28, mocp: 40 } as Circuit['load']
				},
				wired,
				{ awg: '10' }
			)
		}
	},
	{
		what: 'a feeder breaker under its load: 40 A on a breaker of 20',
		of: /^feeder-load/,
		bad: fed({ breakerA: 20 }, {}, heater),
		says: 'violation 215.3 s',
		// No 125 % of a water heater on a feeder.
		twins: { '40 A carries it': fed({ breakerA: 40 }, {}, heater) }
	},
	{
		what: 'the wire of a feeder under its load',
		of: /^feeder-wire/,
		bad: fed({ breakerA: 40, awg: '12' }, {}, heater),
		says: 'violation 215.2 s',
		twins: { '8 AWG': fed({ breakerA: 40, awg: '8' }, {}, heater) }
	},
	{
		// 40 A over 200 ft of 6 AWG: 2 x 200 x 40 x 0.491 / 1000 = 7.86 V, 3.3 %; over 150 ft 2.5 %.
		what: 'a feeder that loses more than 3%',
		of: /^feeder-drop/,
		bad: fed({ lengthFt: 200 }, {}, heater),
		says: 'advice 210.19 s',
		twins: { '150 ft': fed({ lengthFt: 150 }, {}, heater), 'not measured': fed({ lengthFt: null }, {}, heater) }
	},
	{
		what: 'a 25 A circuit of several outlets',
		of: /^several:/,
		bad: run({ breakerA: 25 }, [wired, wired], { awg: '10' }),
		says: { '2017': 'violation 210.3 c1', '2020': 'violation 210.18 c1', '2023': 'violation 210.18 c1' },
		twins: {
			'of one outlet': run({ breakerA: 25 }, [wired], { awg: '10' }),
			'of 30 A': run({ breakerA: 30 }, [wired, wired], { awg: '10' })
		}
	},
	{
		what: 'one cord over 80% of a shared 15 A circuit: 1500 W is 12.5 A',
		of: /^cord-share/,
		bad: run({ breakerA: 15 }, [{ watts: 1500 }, {}], { awg: '14' }),
		says: { '2017': 'violation 210.23(A)(1) b0', '2020': 'violation 210.23(A)(1) b0', '2023': 'violation 210.23(B)(1) b0' },
		twins: {
			'1440 W is 12 A': run({ breakerA: 15 }, [{ watts: 1440 }, {}], { awg: '14' }),
			'alone on it': run({ breakerA: 15 }, [{ watts: 1500 }], { awg: '14' })
		}
	},
	{
		what: 'equipment fastened in place over half of a circuit that feeds lights too',
		of: /^fixed-share/,
		bad: run({ breakerA: 15 }, [{ ...wired, watts: 901 }, light], { awg: '14' }),
		says: { '2017': 'violation 210.23(A)(2) c1', '2020': 'violation 210.23(A)(2) c1', '2023': 'violation 210.23(B)(2) c1' },
		twins: {
			'900 W is half of 15 A': run({ breakerA: 15 }, [{ ...wired, watts: 900 }, light], { awg: '14' }),
			'nothing but fastened equipment': run(
				{ breakerA: 15 },
				[
					{ ...wired, watts: 901 },
					{ ...wired, watts: 10 }
				],
				{ awg: '14' }
			)
		}
	},
	{
		what: 'a dishwasher on a cord is fastened in place too',
		of: /^fixed-share/,
		bad: run({ breakerA: 15 }, [{ serves: 'dishwasher', watts: 1200 }, {}], { awg: '14' }),
		says: { '2017': 'violation 210.23(A)(2) c1', '2020': 'violation 210.23(A)(2) c1', '2023': 'violation 210.23(B)(2) c1' },
		twins: { 'a computer is not': run({ breakerA: 15 }, [{ serves: 'computer', watts: 1200 }, {}], { awg: '14' }) }
	},
	{
		what: 'a laundry circuit of 15 A',
		of: /^feeds-rating/,
		bad: run({ kind: 'laundry', breakerA: 15 }, [{}], { awg: '14' }),
		says: 'violation 210.11(C)(2) c1',
		twins: {
			'of 20 A': run({ kind: 'laundry', breakerA: 20 }, [{}]),
			'a general one of 15 A': run({ breakerA: 15 }, [{}], { awg: '14' })
		}
	},
	{
		what: 'a single 15 A receptacle on a 20 A circuit of its own',
		of: /^rating/,
		bad: run({ kind: 'individual', breakerA: 20 }, [{ receptacles: 1, amps: 15 }]),
		says: 'violation 210.21(B)(1) b0',
		twins: {
			'of 20 A': run({ kind: 'individual', breakerA: 20 }, [{ receptacles: 1, amps: 20 }]),
			'one of several on a shared circuit': run({ breakerA: 20 }, [{ receptacles: 1, amps: 15 }, {}])
		}
	},
	{
		what: 'a nameplate that allows less than it needs',
		of: /^misread/,
		bad: one({ kind: 'individual', poles: 2, breakerA: 30, load: coil({ mca: 28, mocp: 25 }) }, wired, { awg: '10' }),
		says: 'caution 440.4 c1',
		twins: {
			'as much': one({ kind: 'individual', poles: 2, breakerA: 30, load: coil({ mca: 28, mocp: 28 }) }, wired, { awg: '10' })
		}
	},
	{
		what: 'a circuit that has no run',
		of: /^no-run/,
		bad: job({ cables: [] }),
		says: { '2017': 'advice 310.15(B)(16) c1', '2020': 'advice 310.16 c1', '2023': 'advice 310.16 c1' },
		twins: { 'with one': job() }
	},
	{
		what: 'a box of no room',
		of: /^no-room/,
		bad: job({ boxes: [box('a', { roomId: null })], cables: [cable('p', 'a', 10)] }),
		says: 'advice 210.8(A) a',
		twins: { 'in the den': job({ boxes: [box('a')], cables: [cable('p', 'a', 10)] }) }
	},
	{
		what: 'a new outlet on a circuit without a ground',
		of: /^new-ungrounded/,
		bad: old({ state: 'planned', ground: 'none' }, { protection: 'gfci' }),
		says: 'violation 406.4(A) a',
		twins: { 'with a ground': job({ boxes: [box('a')], cables: [cable('p', 'a', 10)] }) }
	},
	{
		what: 'three slots put into an old box without a ground',
		of: /^three-slots/,
		bad: old({ ground: 'none' }, { state: 'planned' }),
		says: 'violation 406.4(D)(2) a',
		twins: {
			'two slots': old({ ground: 'none' }, { state: 'planned', slots: 'two-slot' }),
			'a GFCI': old({ ground: 'none' }, { state: 'planned', protection: 'gfci' })
		}
	},
	{
		what: 'three slots there already, and no ground',
		of: /^three-slots/,
		bad: old({ ground: 'none' }, {}),
		says: 'violation 406.4(D)(2) a',
		twins: { 'behind a GFCI breaker': old({ ground: 'none' }, {}, { breaker: 'gfci' }) }
	},
	{
		what: 'three slots, and nobody has looked for a ground: advice to look',
		of: /^three-slots/,
		bad: { ...old({ ground: 'unknown' }, {}), cables: [] },
		says: 'advice 406.4(D)(2) a',
		twins: { 'two slots': { ...old({ ground: 'unknown' }, { slots: 'two-slot' }), cables: [] } }
	},
	{
		what: 'a refrigerator where there is no ground, behind a GFCI',
		of: /^wants-ground/,
		bad: old({ ground: 'none' }, { serves: 'refrigerator', protection: 'gfci' }),
		says: 'advice 250.114 a',
		twins: { 'a lamp': old({ ground: 'none' }, { protection: 'gfci' }) }
	}
];

for (const { what, of, bad, says, twins } of ROWS)
	for (const edition of EDITIONS) {
		const want = typeof says === 'string' ? says : says[edition];
		test(`${edition}: ${what}`, () => {
			assert.deepEqual(told(bad, of, edition), want ? [want] : []);
			for (const [twin, j] of Object.entries(twins)) assert.deepEqual(told(j, of, edition), [], `the twin: ${twin}`);
		});
	}

test('14 AWG aluminum is not made: a job that has it is refused with its field, and 12 is taken', () => {
	const with14 = (awg: '14' | '12') =>
		referenceFaults(job({ cables: [cable('p', 'a', 10, { awg, metal: 'Al' })] })).map((f) => f.path);
	assert.deepEqual([with14('14'), with14('12')], [['cables[0].awg'], []]);
	const feederOf = (awg: '14' | '12') => referenceFaults(fed({ awg, metal: 'Al' })).map((f) => f.path);
	assert.deepEqual([feederOf('14'), feederOf('12')], [['panels[1].feeder.awg'], []]);
});

test('a new outlet on planned cable without a ground is planned with one by a press; on old cable nothing is invented', () => {
	const fix = (l: Parameters<typeof cable>[3], from: Partial<Box> = {}) => {
		const boxes = [box('a', { state: 'found', ground: 'present', ...from }), box('b', { ground: 'none' })];
		const cables = [cable('p', 'a', 10, { state: 'found' }), cable('a', 'b', 10, { ground: false, ...l })];
		return assess(job({ boxes, cables })).stages.protect.findings.find(
			(f) => f.id.startsWith('new-ungrounded') && f.subject.id === 'b'
		)?.fix;
	};
	const grounded = { kind: 'edit-cable', label: 'Cable with a ground', cableId: 'a-b' };
	assert.deepEqual(fix({}), { ...grounded, change: { ground: true } });
	assert.deepEqual(fix({ kind: 'two-wire' }), { ...grounded, change: { ground: true, kind: 'NM-B' } });
	assert.equal(fix({ kind: 'old-AC' }), undefined);
	assert.equal(fix({ state: 'found' }), undefined);
	assert.equal(fix({}, { ground: 'none' }), undefined, 'the box before it has none to give');
});

test('424.9: a receptacle over a baseboard heater is told of, one beside it or part of it is not', () => {
	const heated = {
		...den,
		fixtures: [{ id: 'h', kind: 'baseboard-heater', name: 'heater', x: 36, y: 116, widthIn: 60, depthIn: 4 }]
	} as Room;
	const said = (at: number, device: Partial<Device> = {}) =>
		assess(
			job({ rooms: [heated], boxes: [box('a', { place: { kind: 'wall', wall: 2, at } }, device)], cables: [cable('p', 'a', 10)] })
		)
			.stages.layout.findings.filter((f) => f.id.startsWith('over-heater'))
			.map((f) => `${f.severity} ${f.rule.section} ${f.subject.id}`);
	assert.deepEqual(said(72), ['caution 424.9 a']);
	assert.deepEqual(said(10), []);
	assert.deepEqual(said(72, { partOf: 'baseboard-heater' }), []);
	assert.deepEqual(said(72, { kind: 'lighting', receptacles: 0 }), []);
});

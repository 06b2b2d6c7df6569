import assert from 'node:assert/strict';
import test from 'node:test';
import { assess } from '../../src/core/assess';
import { EDITIONS, type EditionKey } from '../../src/core/model/kinds';
import type { Box, Circuit, Device, Feeder, Job, Panel, Room } from '../../src/core/model/job';
import { newRoom } from '../../src/core/model/new-job';
import { box, circuit, job, leg } from './small-job';

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

const room = (kind: Room['kind'], more: Partial<Room> = {}): Room => newRoom(more.id ?? kind, more.name ?? kind, kind, more);
const panel = (more: Partial<Panel> = {}): Panel => ({
	id: 'p',
	name: 'Panel',
	roomId: null,
	place: null,
	mainA: 200,
	slots: 20,
	...more
});
const feeder = (more: Partial<Feeder> = {}): Feeder => ({
	fromPanelId: 'p',
	slot: 2,
	breakerA: 60,
	cable: 'THHN',
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
		panels: [panel(), panel({ id: 's', name: 'Sub', mainA: 100, slots: 12, feeder: feeder(f), ...sub })],
		// The second keeps it from being a feeder that carries the whole dwelling.
		circuits: [circuit({ panelId: 's' }), circuit({ id: 'c2', number: 2, slot: 5 })],
		legs: [leg('s', 'a', 40), leg('a', 'b', 12), leg('b', 'c', 10)],
		...more
	});
const inPanelOf = (kind: Room['kind'], more: Partial<Panel> = {}, roomMore: Partial<Room> = {}): Job =>
	job({ rooms: [...job().rooms, room(kind, roomMore)], panels: [panel({ roomId: roomMore.id ?? kind, ...more })] });
/** One box alone on a circuit, its wire as given. */
const one = (
	c: Partial<Circuit>,
	device: Partial<Device> = {},
	wire: Parameters<typeof leg>[3] = {},
	more: Partial<Job> = {}
): Job => job({ circuits: [circuit(c)], boxes: [box('a', {}, device)], legs: [leg('p', 'a', 40, wire)], ...more });
const wired: Partial<Device> = { kind: 'hard-wired', receptacles: 0, onlyFor: undefined };
/** From the panel inside to a box in a place of a kind, and on to another there. */
const outside = (
	first: Partial<Parameters<typeof leg>[3]>,
	next: Partial<Parameters<typeof leg>[3]>,
	boxes: Partial<Box> = {}
): Job => {
	const yard = room('outdoors', { id: 'yard' });
	return job({
		rooms: [...job().rooms, yard],
		boxes: [box('a', { roomId: 'yard', ...boxes }), box('b', { roomId: 'yard', ...boxes })],
		legs: [leg('p', 'a', 20, first), leg('a', 'b', 20, next)]
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
		panels: [panel({ mainA: 100, slots: 40 })],
		circuits: [
			circuit({
				kind: 'individual',
				poles: 2,
				breakerA: 100,
				load: { kind: 'fixed-heat', name: 'heat', watts: vaOfHeat, volts: 240 } as Circuit['load']
			})
		],
		boxes: [box('a', { roomId: 'living' }, { kind: 'hard-wired', receptacles: 0 })],
		legs: [leg('p', 'a', 40, { awg: '1' })],
		...more
	});
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
		bad: outside({ cable: 'UF-B' }, { cable: 'NM-B', lies: 'outdoors' }),
		says: 'violation 334.12 a-b',
		twins: {
			'UF-B': outside({ cable: 'UF-B' }, { cable: 'UF-B' }),
			'it lies inside the wall': outside({ cable: 'UF-B' }, { cable: 'NM-B', lies: 'inside' })
		}
	},
	{
		what: 'NM-B in the ground',
		of: /^wet:/,
		bad: outside({ cable: 'UF-B' }, { cable: 'NM-B', lies: 'underground' }),
		says: 'violation 300.5 a-b',
		twins: { 'UF-B': outside({ cable: 'UF-B' }, { cable: 'UF-B', lies: 'underground' }) }
	},
	{
		what: 'NM-B from inside to a box outdoors: where it lies is to be said',
		of: /^wet:/,
		bad: outside({}, { cable: 'UF-B' }),
		says: 'caution 334.12 p-a',
		twins: { 'it comes through the wall': outside({ lies: 'inside' }, { cable: 'UF-B' }) }
	},
	{
		what: 'wire in a raceway outdoors is in a wet place',
		of: /^wet:/,
		bad: outside({ cable: 'UF-B' }, { cable: 'THHN' }),
		says: 'caution 300.9 a-b',
		twins: { 'in the back of the box': outside({ cable: 'THHN' }, { cable: 'UF-B' }) }
	},
	{
		what: 'a feeder of NM-B in the ground',
		of: /^wet:/,
		bad: fed({ cable: 'NM-B', lies: 'underground' }),
		says: 'violation 300.5 s',
		twins: { 'in the house': fed({ cable: 'NM-B' }), 'UF-B': fed({ cable: 'UF-B', lies: 'underground' }) }
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

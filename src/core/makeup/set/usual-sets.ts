import type { EditionKey } from '../../model/kinds';
import { DEFAULT_MAKE_UP, type MakeUpPractice } from '../../model/practice';
import type { Awg } from '../../units/gauge';
import type { Color, MakeCable, MakeDevice, Net, Toward } from '../box/case';
import { makeUp } from '../box/make-up';
import type { MakeUpSet, SetBox } from './make-up-set';

/** The sets that a house has most, with power at either end: to be followed where nothing is drawn yet. */
export const USUAL_SETS = {
	switched: 'Switch and receptacle',
	'half-switched': 'Switch and half-switched receptacle',
	'switched-light': 'Switch and light',
	'three-ways': 'Two three-way switches and a light',
	'gfci-followers': 'GFCI and what follows it'
} as const;
export type UsualSet = keyof typeof USUAL_SETS;
/** Where power comes in: at the switch, or at what it switches. */
export const POWER_AT = ['switch', 'load'] as const;
type PowerAt = (typeof POWER_AT)[number];
/** Of a GFCI power is always at its LINE. */
export const hasPowerAt = (set: UsualSet): boolean => set !== 'gfci-followers';

interface Of {
	edition: EditionKey;
	practice?: MakeUpPractice | undefined;
	awg: Awg;
	powerAt: PowerAt;
	box: 'metal' | 'plastic';
}
type Wires = readonly (readonly [Color, Net])[];
const TWO: Wires = [
	['black', 'hot'],
	['white', 'neutral'],
	['bare', 'ground']
];
const SWITCHED: Wires = [
	['black', 'switched'],
	['white', 'neutral'],
	['bare', 'ground']
];
/** Always live and switched in one cable: out and back, or both onward. */
const BOTH: Wires = [
	['black', 'hot'],
	['red', 'switched'],
	['white', 'neutral'],
	['bare', 'ground']
];
const TRAVELERS: Wires = [
	['black', 'traveler-1'],
	['red', 'traveler-2'],
	['white', 'neutral'],
	['bare', 'ground']
];
/** Travelers onward and the switched hot back: no neutral is left, which one of two switches of a light may do without. @source 404.2(C) */
const TRAVELERS_BACK: Wires = [
	['black', 'switched'],
	['red', 'traveler-1'],
	['white', 'traveler-2'],
	['bare', 'ground']
];
const LIGHT: MakeDevice = { id: 'light', kind: 'hard-wired', leads: ['switched', 'neutral', 'ground'] };
const RECEPTACLE: MakeDevice = { id: 'receptacle', kind: 'receptacle', takes: { hot: 'switched' } };
const HALF: MakeDevice = { id: 'receptacle', kind: 'receptacle', halves: 'half-switched' };
const SWITCH: MakeDevice = { id: 'switch', kind: 'switch' };
const NAMES: Readonly<Record<string, string>> = {
	light: 'light',
	receptacle: 'receptacle',
	switch: 'switch',
	one: '3-way switch',
	two: '3-way switch',
	gfci: 'GFCI',
	second: 'receptacle',
	third: 'receptacle'
};

interface Plan {
	id: string;
	name: string;
	cables: readonly [id: string, toward: Toward, name: string, wires: Wires][];
	device: MakeDevice;
}
/** A usual set, every box of it made up. */
export function usualSet(set: UsualSet, of: Of): MakeUpSet {
	const { style, pushIn } = of.practice ?? DEFAULT_MAKE_UP;
	const boxes = plans(set, of.powerAt).map((p): SetBox => {
		const cables = p.cables.map(([id, toward, , wires]): MakeCable => ({
			id,
			toward,
			awg: of.awg,
			conductors: wires.map(([color, net]) => ({ color, net }))
		}));
		const c = {
			edition: of.edition,
			practice: { style, pushIn },
			box: { material: of.box, gangs: 1 },
			cables,
			devices: [p.device],
			tailAwg: of.awg
		};
		return {
			id: p.id,
			name: p.name,
			case: c,
			made: makeUp(c),
			cables: new Map(p.cables.map(([id, , name]) => [id, name])),
			devices: new Map([[p.device.id, NAMES[p.device.id] ?? p.device.id]])
		};
	});
	const where = hasPowerAt(set)
		? `, power at the ${of.powerAt === 'switch' ? 'switch' : set === 'three-ways' || set === 'switched-light' ? 'light' : 'receptacle'}`
		: '';
	return { title: `${USUAL_SETS[set]}${where}`, boxes, not: [] };
}

function plans(set: UsualSet, powerAt: PowerAt): Plan[] {
	switch (set) {
		case 'gfci-followers':
			return [
				{
					id: 'first',
					name: 'First box',
					cables: [
						['feed', 'supply', 'power in', TWO],
						['on', 'onward', 'to the second', TWO]
					],
					device: { id: 'gfci', kind: 'receptacle', protection: 'gfci', load: ['on'] }
				},
				{
					id: 'middle',
					name: 'Second box',
					cables: [
						['on', 'supply', 'from the GFCI', TWO],
						['end', 'onward', 'to the third', TWO]
					],
					device: { id: 'second', kind: 'receptacle' }
				},
				{
					id: 'last',
					name: 'Third box',
					cables: [['end', 'supply', 'from the second', TWO]],
					device: { id: 'third', kind: 'receptacle' }
				}
			];
		case 'three-ways':
			return threeWays(powerAt);
		default: {
			const load = set === 'switched-light' ? LIGHT : set === 'switched' ? RECEPTACLE : HALF;
			const onward = set === 'half-switched' ? BOTH : SWITCHED;
			const there = set === 'switched-light' ? 'light' : 'receptacle';
			return powerAt === 'switch'
				? [
						box('switch', 'Switch box', SWITCH, [feed(), ['run', 'load', `to the ${there}`, onward]]),
						box('load', `Box of the ${there}`, load, [['run', 'supply', 'from the switch', onward]])
					]
				: [
						box('load', `Box of the ${there}`, load, [feed(), ['run', 'switch', 'to the switch', BOTH]]),
						box('switch', 'Switch box', SWITCH, [['run', 'supply', `from the ${there}`, BOTH]])
					];
		}
	}
}
const feed = (): Plan['cables'][number] => ['feed', 'supply', 'power in', TWO];
const box = (id: string, name: string, device: MakeDevice, cables: Plan['cables']): Plan => ({ id, name, device, cables });

function threeWays(powerAt: PowerAt): Plan[] {
	const one: MakeDevice = { id: 'one', kind: 'switch', ways: 'three-way' };
	const two: MakeDevice = { id: 'two', kind: 'switch', ways: 'three-way' };
	return powerAt === 'switch'
		? [
				box('one', 'First switch', one, [feed(), ['between', 'switch', 'to the second', TRAVELERS]]),
				box('two', 'Second switch', two, [
					['between', 'supply', 'from the first', TRAVELERS],
					['run', 'load', 'to the light', SWITCHED]
				]),
				box('load', 'Box of the light', LIGHT, [['run', 'supply', 'from the second', SWITCHED]])
			]
		: [
				box('load', 'Box of the light', LIGHT, [feed(), ['run', 'switch', 'to the first', BOTH]]),
				box('one', 'First switch', one, [
					['run', 'supply', 'from the light', BOTH],
					['between', 'switch', 'to the second', TRAVELERS_BACK]
				]),
				box('two', 'Second switch', two, [['between', 'supply', 'from the first', TRAVELERS_BACK]])
			];
}

import type { WorkStep } from '../box/work-steps';
import type { GuidedWork, WorkFacts } from './work-facts';

/** Disconnects, ranges, dryers, chargers, smoke alarms. @source 110.14(D), 210.8, 250.140, 406.9, 422.31, 440.14, 625.40 to 625.54 */
type Appliance = Extract<GuidedWork, 'disconnect' | 'range' | 'dryer' | 'ev' | 'alarms'>;

const off = (f: WorkFacts): WorkStep[] => [
	{
		id: 'off',
		title: 'Breaker off and tagged',
		detail: `${f.breaker}. Live, dead, live, at low impedance: ${f.poles === 2 ? 'hot to hot, each hot to neutral, to ground and to an independent ground' : 'hot to neutral, to ground and to an independent ground'}.`,
		caution: true,
		act: 'dead'
	},
	{ id: 'photo', title: 'Photo', detail: 'As it is, nameplate too, before a wire is moved.', act: 'photo' }
];
const TORQUE: WorkStep = {
	id: 'torque',
	title: 'Torque',
	act: 'hands',
	detail: 'To the value marked, with a tool: record value and tool.'
};
const covered = (detail: string): WorkStep => ({ id: 'covers', title: 'Covers on', detail, act: 'covered' });
const breakerOn = (detail: string): WorkStep => ({
	id: 'on',
	title: 'On, read',
	detail: `Nobody at the wiring. Breaker on, listen: it trips, stop and find the fault dead. ${detail}`,
	caution: true,
	act: 'energize'
});
const fourWire = (f: WorkFacts): WorkStep =>
	f.conductors === 2
		? {
				id: 'three-wire',
				title: 'Old three-wire: as found only',
				detail:
					'An existing branch circuit may keep it (250.140). New, moved or extended: four wires. On three the frame is on the neutral by its strap; on four the strap comes off.',
				caution: true
			}
		: {
				id: 'four-wire',
				title: 'Four wires',
				act: 'hands',
				detail: 'Two hots, neutral, ground. Bonding strap from neutral to frame taken off: the frame is on the ground wire.',
				caution: true
			};
const cordOrBox = (f: WorkFacts, what: string): WorkStep[] =>
	f.cord
		? [
				{
					id: 'receptacle',
					title: 'Receptacle',
					act: 'hands',
					detail: 'Hots on X and Y, neutral on W, ground on green. Body fast on the wall or the box.'
				},
				{
					id: 'cord',
					title: 'Cord',
					act: 'hands',
					detail: `The one the ${what}'s instructions list: strain relief in its knockout, hots outside, neutral in the middle, ground on the frame. Not plugged in yet.`
				}
			]
		: [
				{
					id: 'whip',
					title: 'Wired in',
					act: 'hands',
					detail: `A listed connector at the ${what}'s box; its leads by connectors listed for the gauges, aluminum leads by ones listed for both.`
				}
			];

/** @throws never: what is not known is left out */
export function applianceSteps(work: Appliance, f: WorkFacts): WorkStep[] {
	switch (work) {
		case 'disconnect':
			return [
				...off(f),
				{
					id: 'stored',
					title: 'Stored energy',
					detail:
						'Capacitors of the equipment hold their charge with the power off: covers on, five minutes, then let each down through a resistor and read it under 1 V before anything is touched.',
					caution: true
				},
				{
					id: 'place',
					title: 'Its place',
					detail: 'In sight of the equipment, not over it; clear space before it; not behind where the equipment is serviced.'
				},
				{
					id: 'line',
					title: 'Line on LINE',
					act: 'hands',
					detail: 'Supply on LINE, equipment on LOAD. With it open LINE stays live: shields back on.',
					caution: true
				},
				{
					id: 'ground',
					title: 'Grounds',
					act: 'hands',
					detail: 'Both grounds on its bar or joined, and to the enclosure. No neutral to the enclosure.'
				},
				{
					id: 'fuses',
					title: 'Fuses or pull-out',
					act: 'hands',
					detail: 'Not above the largest on the nameplate; the pull-out not in upside down.'
				},
				TORQUE,
				{
					id: 'weather',
					title: 'Outdoors',
					detail: 'Entries below live parts or sealed; a liquidtight whip to a condenser.'
				},
				covered('Its shields, inner cover and door; the covers of the equipment.'),
				breakerOn('Handle or pull-out open: LOAD dead, LINE live. Closed: volts leg to leg at LOAD. Shields back, label it.')
			];
		case 'range':
		case 'dryer':
			return [
				{ id: 'plate', title: 'Nameplate first', detail: 'Volts, watts or amps: against the circuit, below.' },
				...off(f),
				fourWire(f),
				...cordOrBox(f, work),
				TORQUE,
				...(work === 'range'
					? [{ id: 'tip', title: 'Anti-tip bracket', detail: 'On floor or wall, and the foot in it.', caution: true as const }]
					: [{ id: 'vent', title: 'Vent', detail: 'Metal duct, nothing crushed: heat trips what is not at fault.' }]),
				covered(
					f.cord
						? 'Plate of the receptacle; terminal cover and strain relief of the cord.'
						: 'Its terminal cover; the back panel.'
				),
				breakerOn(
					f.cord
						? 'At the receptacle: leg to leg, each leg to neutral, neutral to ground. Off; plug in; on again: frame to ground, nothing on it.'
						: 'At the breaker: leg to leg, each leg to neutral, neutral to ground. Frame to ground: nothing on it.'
				),
				{
					id: 'run',
					title: 'Run it',
					detail: work === 'range' ? 'Every burner and the oven; clock and light.' : 'Heat and drum; clamp on one hot.'
				}
			];
		case 'ev':
			return [
				{
					id: 'plate',
					title: 'Its amps, and how they are set',
					detail: 'What it is set to draw counts: 125% of it for circuit and breaker (625.42). The setting is locked or labeled.'
				},
				{ id: 'service', title: 'Service', detail: 'The house with it: load calculation, or a listed load manager.' },
				...off(f),
				{
					id: 'alone',
					title: 'Its own circuit',
					detail: 'Nothing else on it (625.40). The wire for the design amps: NM-B of 6 AWG is too small for 48 A.'
				},
				...cordOrBox(f, 'charger'),
				chargerGfci(f),
				TORQUE,
				{ id: 'reach', title: 'Place', detail: 'Cord off the floor, out of the way of wheels; height by its instructions.' },
				covered(f.cord ? 'Plate or in-use cover of the receptacle.' : 'Its own cover, gasket in place; entries sealed outdoors.'),
				breakerOn('Leg to leg; each leg to ground. The charger shows ready, its own ground check good.'),
				{
					id: 'load',
					title: 'Load test',
					detail:
						'Charge at its full amps for half an hour, covers on: face and breaker no warmer than their neighbors; drop recorded.'
				}
			];
		default:
			return [
				...off(f),
				{
					id: 'where',
					title: 'Where',
					detail: 'Each bedroom, outside each sleeping area, each story: by the building code and local code.'
				},
				{
					id: 'supply',
					title: 'Supply',
					act: 'hands',
					detail: 'Not on a switch. Black to black, white to white; AFCI where the circuit is for living space.'
				},
				{
					id: 'interconnect',
					title: 'Interconnect',
					act: 'hands',
					detail:
						f.conductors === null
							? 'The red of a three-wire cable from alarm to alarm on the third lead; or alarms that talk by radio.'
							: f.conductors >= 3
								? 'The red from alarm to alarm, on the third lead of each. Nothing else on it, no hot, no neutral.'
								: 'Two-wire cable: no conductor for it. Radio-interconnected alarms, or a three-wire cable.',
					caution: true
				},
				{
					id: 'kind',
					title: 'All listed together',
					detail: 'Hard-wired ones work together only as their instructions list; dates not past ten years.'
				},
				{ id: 'battery', title: 'Batteries', detail: 'In, tab pulled, alarm locked on its base.', act: 'covered' },
				{
					id: 'on',
					title: 'On, test',
					act: 'energize',
					detail: 'Breaker on. Button of each: every other one sounds. Breaker off: they sound on battery. Record it.'
				}
			];
	}
}
/** By its place and its edition; what the rules say of it stands in Protect. @source 210.8(F), 625.54, 110.3(B) */
function chargerGfci({ cord, gfci }: WorkFacts): WorkStep {
	const own = 'A charger has its own protection; two in series may trip: by its instructions.';
	const says =
		gfci === null
			? cord
				? 'GFCI for a receptacle that charges a vehicle (625.54); outdoors an in-use cover.'
				: 'Wired in: GFCI by its place, its rating and the edition (210.8(F)), by its instructions (110.3(B)). Enter the outlet and its room to have it told.'
			: gfci.required
				? `GFCI required here (${gfci.sections.join(', ')}): ${cord ? 'by the breaker' : 'by the breaker, unless its own listing gives it'}.${cord ? ' Outdoors an in-use cover.' : ` ${own}`}`
				: `No GFCI required here by the edition. ${own}`;
	return { id: 'gfci', title: 'Protection', detail: says };
}

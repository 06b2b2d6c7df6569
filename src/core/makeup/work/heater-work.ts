import type { WorkStep } from '../box/work-steps';
import type { WorkFacts } from './work-facts';

/** A storage water heater: wired in, or one of its elements changed. @source 110.3(B), 250.118, 422.13, 422.31 */
export function heaterSteps(f: WorkFacts, element: boolean): WorkStep[] {
	return element ? elementSteps(f) : wiringSteps(f);
}
const offDead = (f: WorkFacts): WorkStep[] => [
	{
		id: 'off',
		title: 'Breaker off, tagged, locked',
		detail: `${f.breaker}. A disconnect at the heater leaves its line side live.`,
		caution: true
	},
	{
		id: 'dead',
		title: 'Verify dead',
		detail:
			'Meter on a known live source, low impedance; covers off: hot to hot, each terminal to the frame and to an independent ground, all under 1 V; the meter on the live source again. 0 V hot to hot alone is no proof: both terminals can be at 120 V to ground.',
		caution: true,
		act: 'dead'
	}
];
const FULL: WorkStep = {
	id: 'full',
	title: 'Full of water',
	detail:
		'Still off. Hot tap open until it runs without air: an element that is switched on dry burns out in seconds. Power comes last, with the wires landed and every cover on.',
	caution: true,
	act: 'filled'
};
const COVERS: WorkStep = {
	id: 'covers',
	title: 'Insulation and covers back',
	detail: 'Insulation over the thermostats, plastic guards, both metal covers: before power.',
	act: 'covered'
};
const read = (id: string): WorkStep => ({
	id,
	title: 'On, read',
	act: 'energize',
	detail:
		'Wires landed, covers on, tank full, no leak: then on. Hot to hot at its disconnect or breaker; clamp on one hot: watts over volts, on both. Record it.'
});

function wiringSteps(f: WorkFacts): WorkStep[] {
	return [
		{
			id: 'plate',
			title: 'Nameplate first',
			detail: 'Volts, watts, largest breaker. Hold it against the circuit below before a wire is landed.'
		},
		...offDead(f),
		{ id: 'photo', title: 'Photo', detail: 'As it was wired, before a wire is moved.', act: 'photo' },
		{
			id: 'entry',
			title: 'Entry',
			detail: 'A listed connector in the knockout, or the whip of a raceway; the cable is not exposed to damage.'
		},
		{
			id: 'ground',
			title: 'Ground',
			act: 'hands',
			detail: 'To the green screw of the frame. Pipes are no ground; bond across hot and cold where local code has it.'
		},
		{
			id: 'hots',
			title: f.poles === 2 ? 'Two hots' : 'Hot and neutral',
			act: 'hands',
			detail:
				f.poles === 2
					? 'Leads to black and white; the white re-marked at both ends. No neutral.'
					: 'Black to black, white to white.'
		},
		{ id: 'torque', title: 'Connectors, screws', detail: 'Each tugged; screws to their marked torque; record value and tool.' },
		{ id: 'disconnect', title: 'Disconnect', detail: 'In sight, or a breaker that locks off (422.31).' },
		{
			id: 'strap',
			title: 'Straps, drain, valve',
			detail: 'Straps by local code; relief valve and its drain are the plumber’s: look that they are there.'
		},
		COVERS,
		FULL,
		read('read')
	];
}
function elementSteps(f: WorkFacts): WorkStep[] {
	return [
		{
			id: 'same',
			title: 'The same element',
			detail:
				'Same watts, same volts, same mount and length as the plate says. A larger one needs another circuit, and is not what the heater is listed with.'
		},
		...offDead(f),
		{ id: 'photo', title: 'Photo', detail: 'Both elements and thermostats, before the first wire is off.', act: 'photo' },
		{
			id: 'ohms',
			title: 'Old one: ohms',
			act: 'hands',
			detail: 'One wire off: across its screws, volts squared over watts; screw to sheath: open. Record it.'
		},
		{
			id: 'cold',
			title: 'Water off, cooled',
			detail: 'Cold valve shut. Hot water scalds: let it cool, or run a hot tap until it is cold.',
			caution: true
		},
		{
			id: 'drain',
			title: 'Drain below the element',
			detail: 'Hose on the drain, hot tap open for air. The upper one: down to its level. The lower one: all of it.',
			caution: true
		},
		{
			id: 'swap',
			title: 'Element out, new one in',
			act: 'hands',
			detail: 'The other wire off. Seat clean, new gasket, straight and snug.'
		},
		FULL,
		{ id: 'leak', title: 'No leak', detail: 'Under pressure, dry round the element, before the wires go back.' },
		{ id: 'wires', title: 'Wires back', detail: 'As in the photo, screws to their torque; no strand loose.', act: 'hands' },
		{ id: 'limit', title: 'High limit', detail: 'Press its reset. Tripped again: find why, do not press on.', act: 'hands' },
		COVERS,
		read('read')
	];
}

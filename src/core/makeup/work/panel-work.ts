import type { WorkStep } from '../box/work-steps';
import type { WorkFacts } from './work-facts';

/** At a panel: what stays live in it, cover, bus, breaker. @source facts on changing a breaker; 110.14(D), 408.4(A), 408.7 */
const OTHER_SOURCES: WorkStep = {
	id: 'sources',
	title: 'Every other source off',
	detail: 'Solar, battery, generator, any back-fed breaker: off and locked. Each can feed the bus with the main off.',
	caution: true
};
const mainOff = (f: WorkFacts): WorkStep => ({
	id: 'main',
	title: f.subpanel ? 'Feeder breaker off and tagged' : 'Main off and tagged',
	detail: f.subpanel
		? 'In the panel that feeds it. Its own main, if it has one, leaves its lugs live.'
		: 'Loads off first, then the main. The line lugs and the line side of the main stay live: only the utility can switch them off.',
	caution: true
});
const sources = (f: WorkFacts): WorkStep[] => (f.otherSources === false ? [] : [OTHER_SOURCES]);
const COVER_OFF: WorkStep[] = [
	{
		id: 'stand',
		title: 'Dry floor, clear space, light',
		detail: 'Rubber soles, eye protection, no rings. Somebody in the house knows. Touch the metal with a tester first.'
	},
	{
		id: 'cover-off',
		title: 'Cover off',
		detail:
			'Paint scored first. Top screws last; hold it with both hands and draw it straight out: its edge must not touch a lug.',
		caution: true
	}
];
const BUS_DEAD: WorkStep = {
	id: 'bus',
	title: 'Verify the bus dead',
	detail: 'Tester on a live source, then here, then live again. Each leg to the neutral bar, each to ground, leg to leg.',
	caution: true,
	act: 'dead'
};
const lugs = (f: WorkFacts): WorkStep => ({
	id: 'lugs',
	title: f.subpanel === true ? 'Feeder lugs' : 'Line lugs covered',
	detail:
		f.subpanel === true
			? 'Verified dead with the bus. Keep clear all the same.'
			: 'Still live: covered, or kept clear of, the whole time.',
	caution: true
});
const COVER_ON: WorkStep[] = [
	{
		id: 'close',
		title: 'Close up',
		act: 'hands',
		detail: 'Nothing loose inside, conductors clear of the cover screws, fillers in open spaces, knockouts closed.'
	},
	{
		id: 'cover-on',
		title: 'Cover on',
		detail: 'Straight in, bottom first, with its own blunt screws: a pointed one finds a conductor.',
		act: 'covered'
	}
];
const onAgain = (f: WorkFacts): WorkStep => ({
	id: 'on',
	title: f.subpanel ? 'Feeder on' : 'Main on',
	detail: 'Branch breakers off, face turned away, one hand. Then the others one at a time: listen at each.',
	caution: true,
	act: 'energize'
});

/** Panel cover off, looked at, on again. */
export function coverSteps(f: WorkFacts): WorkStep[] {
	return [
		mainOff(f),
		...sources(f),
		...COVER_OFF,
		lugs(f),
		BUS_DEAD,
		{ id: 'photo', title: 'Photo', detail: 'Inside, label and directory, before anything moves.', act: 'photo' },
		{
			id: 'look',
			title: 'Look',
			detail:
				'Browned or melted, rust, two conductors under one screw, bars marked for one, neutrals and grounds where they belong, breaker types on the label.'
		},
		...COVER_ON,
		onAgain(f)
	];
}
/** One breaker out, another in. @param guarded with its own neutral: GFCI, AFCI or both */
export function breakerSteps(f: WorkFacts, guarded: boolean): WorkStep[] {
	return [
		mainOff(f),
		...sources(f),
		...COVER_OFF,
		lugs(f),
		BUS_DEAD,
		{
			id: 'load-dead',
			title: 'Verify its load terminals dead',
			detail: `${f.breaker}: each load terminal to neutral and to ground${f.poles === 2 ? ', and across both' : ''}. With the breaker off they read dead over a live bus: the bus comes first.`,
			caution: true
		},
		{ id: 'photo', title: 'Photo', detail: 'As it is: spaces, handles, which conductor is where.', act: 'photo' },
		{
			id: 'listed',
			title: 'The right one',
			detail: `Its type is on the panel label; ${f.poles === 2 ? 'two-pole; ' : ''}the same rating, or what the smallest conductor on it allows.`
		},
		{
			id: 'out',
			title: 'Conductor off, breaker out',
			act: 'hands',
			detail: `Hot${f.poles === 2 ? 's' : ''} off and capped, numbered. Breaker off the bus by its outer end. Look at the stab: pitted or browned, stop: another space, or the bus is done.`
		},
		...(guarded ? ownNeutral(f) : []),
		{
			id: 'in',
			title: 'Breaker in',
			act: 'hands',
			detail: 'OFF. On its hook or foot first, then firmly on the stab: seated, no gap, in line with its neighbors.'
		},
		...(guarded && f.neutral !== false
			? [
					{
						id: 'land-neutral',
						title: 'Neutral on the breaker',
						detail: `The circuit's own neutral on the breaker. ${f.poles === 2 ? 'One neutral for both hots. ' : ''}The breaker's white pigtail, or its clip, on the neutral bar.`
					}
				]
			: guarded
				? [
						{
							id: 'pigtail',
							title: 'Pigtail on the bar',
							detail:
								"The circuit has no neutral: the breaker's white pigtail, or its clip, goes on the neutral bar all the same."
						}
					]
				: []),
		{
			id: 'land-hot',
			title: f.poles === 2 ? 'Hots on' : 'Hot on',
			act: 'hands',
			detail: 'Straight, clean, no insulation under the screw, one conductor under each unless it is marked for two.'
		},
		{
			id: 'torque',
			title: 'Torque',
			detail: 'To the value marked on the breaker, with a tool: record value and tool. Bars too, where one was moved.'
		},
		...COVER_ON,
		onAgain(f),
		{
			id: 'breaker-on',
			title: 'Breaker on',
			act: 'energize',
			detail: guarded
				? 'It holds; press its test button: it trips, the circuit is dead; reset. Trips at once: off, find the fault dead.'
				: 'It holds. Trips: stop, and find the fault dead.'
		},
		{
			id: 'load',
			title: 'Load test',
			detail: 'What the circuit feeds, for some minutes, cover on: its handle and face stay as cool as its neighbors.'
		},
		{ id: 'directory', title: 'Directory', detail: 'Write its line new: what it really feeds, rating, protection, today.' }
	];
}
/** The neutral of this circuit and of no other, found before it is moved. @source facts: the circuit's own neutral */
function ownNeutral(f: WorkFacts): WorkStep[] {
	if (f.neutral === false) return [];
	return [
		{
			id: 'own-neutral',
			title: 'Find its own neutral',
			detail: 'Follow the hot to its cable jacket: the white of the same jacket. Several hots in one jacket share it.',
			caution: true
		},
		{
			id: 'neutral-off',
			title: 'Confirm it by meter',
			act: 'hands',
			detail:
				'Off the bar: hot to this white, ohms with one lamp of the circuit switched on: a reading. Open to every other hot. White to ground with all loads unplugged: open, else it is shared or grounded beyond.',
			caution: true
		},
		...(f.shared
			? [
					{
						id: 'shared',
						title: 'Shared neutral: stop',
						detail:
							f.poles === 2
								? 'Both hots on one two-pole breaker, the one neutral on it.'
								: 'No single-pole GFCI or dual-function breaker holds on a shared neutral: a two-pole one for both, or protection at the outlets.',
						caution: true as const
					}
				]
			: [])
	];
}

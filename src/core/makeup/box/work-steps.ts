import { gives } from '../../model/protections';
import type { Box, Device } from '../../model/known';
import type { Connects } from '../../model/kinds';
import type { MakeUpPractice } from '../../model/practice';
import { formatLength } from '../../units/length';
import { counted } from '../../units/quantity';
import { JUMPER } from './connectors';
import { NO_GROUND_HERE } from './plain-steps';
import { NET_WORDS, type End, type MakeUp, type MakeUpCase, type Net } from './case';
import { terminalWords } from './terminal-words';

/** The work at one box in its order, from off to proved, each step short enough to be read with both hands full. */
export interface WorkStep {
	/** Stable: ticks are kept under it. */
	id: string;
	title: string;
	detail: string;
	/** Hands are in the box, or power comes on: said with a mark. */
	caution?: true;
	/** What the step does to the work, where its place in the list matters. */
	act?: WorkAct;
	/** What it is done with in one go; left out: the list has no phases. */
	phase?: WorkPhase;
}
/** The parts of the work at a box, each a tick. */
const WORK_PHASES = {
	dead: 'Off, tagged, dead',
	out: 'Ends ready',
	splice: 'Splices',
	land: 'Land, torque',
	close: 'Fold, plate',
	prove: 'On, read'
} as const;
export type WorkPhase = keyof typeof WORK_PHASES;
/** The same where an old device comes out first. */
const OLD_OUT = 'Old one out, ends ready';
const SHEET_PHASES: Partial<Record<WorkPhase, string>> = {
	dead: 'Plate, off, dead, photo',
	land: 'The work',
	close: 'Closed up, power still off',
	prove: 'On, read'
};
/** Dead before hands, a photo before the first wire, everything landed and covered before power. */
export type WorkAct = 'dead' | 'photo' | 'hands' | 'covered' | 'filled' | 'trial' | 'energize';
interface WorkOf {
	box: Box;
	case: MakeUpCase;
	made: MakeUp;
	practice: MakeUpPractice;
	names: { cables: ReadonlyMap<string, string>; devices: ReadonlyMap<string, string> };
	/** What a sound run should read at the box, in words; null: it cannot be told. */
	predicted: string | null;
}

/** Strips where the device does not say: about so much for a hook round a side screw, in. @source facts on making up a box */
const HOOK_IN = 0.625;
/** Tails, in. */
const TAIL_IN = 6;

/** @source facts: free length, splices, order of landing, torque, fold, a new GFCI ships tripped */
export function workSteps(w: WorkOf): WorkStep[] {
	const { box } = w;
	const devices = box.devices.filter((d) => d.state !== 'found' || box.state === 'found');
	const old = box.state === 'found' && w.case.devices.length > 0;
	const looked = box.ends.length > 1 && box.ends.some((c) => c.line);
	return [
		...inPhase('dead', [
			{
				id: 'off',
				title: 'Off, tagged, verified dead',
				detail: `Live, dead, live: every conductor, each pair and each to an independent ground.${looked ? ' After the look with power on that found LINE: again.' : ''}`,
				caution: true,
				act: 'dead'
			}
		]),
		...inPhase('out', [
			...(old ? [PLATE_OFF] : []),
			{ id: 'photo', title: 'Photo', detail: 'As it is, before anything moves.', act: 'photo' },
			...(old ? outSteps() : []),
			{
				id: 'length',
				title: 'Free length',
				act: 'hands',
				detail: oldWires(box)
					? 'Old insulation: do not cut twice, do not bend hard; sleeve or tape what is bare or cracks. Splice a pigtail where a conductor is short.'
					: `All conductors to one length: ${TAIL_IN} in from the sheath, 3 in past the opening. Ends straight and clean. Cable held by its clamp, sheath 1/4 in inside.`
			},
			...groundSteps(w, devices),
			...remarkSteps(w)
		]),
		...inPhase('splice', spliceSteps(w)),
		...inPhase('land', [
			...tabSteps(w),
			...landingSteps(w, devices),
			...capSteps(w),
			...torqueSteps(w),
			...tapeSteps(w, devices)
		]),
		...inPhase('close', [
			...trialSteps(w),
			{
				id: 'fold',
				title: 'Fold',
				act: 'hands',
				detail: 'Grounds to the back, then neutrals, then hots, accordion-wise; corners free for a deep device.'
			},
			coverStep(w)
		]),
		...inPhase('prove', [
			{
				id: 'on',
				title: 'On',
				detail: 'Nobody at the box. Breaker on, listen. It trips: stop, and find the fault dead.',
				caution: true,
				act: 'energize'
			},
			...proveSteps(w, devices)
		])
	];
}
const inPhase = (phase: WorkPhase, steps: readonly WorkStep[]): WorkStep[] => steps.map((s) => ({ ...s, phase }));
/** What of a list is done in one go, with the steps of it; a sheet, which has no phases, falls into them by what its steps do. */
export function phasesOf(list: readonly WorkStep[]): { phase: WorkPhase; title: string; steps: WorkStep[] }[] {
	const sheet = list.every((s) => !s.phase);
	const titles = sheet ? SHEET_PHASES : WORK_PHASES;
	const steps = sheet ? sheetPhased(list) : list;
	return (Object.keys(titles) as WorkPhase[]).flatMap((phase) => {
		const own = steps.filter((s) => s.phase === phase);
		const title = own.some((s) => s.id === 'out') ? OLD_OUT : (titles[phase] ?? '');
		return own.length ? [{ phase, title, steps: own }] : [];
	});
}
/** Before the first wire moves, the work, closed up, on. */
function sheetPhased(list: readonly WorkStep[]): WorkStep[] {
	const first = list.findIndex((s) => s.act === 'hands');
	const last = list.findLastIndex((s) => s.act === 'hands');
	const on = list.findIndex((s) => s.act === 'energize');
	// Water that must be in before the leak is looked for is a part of the work.
	const closes = (s: WorkStep, i: number) => i > last && (s.act === 'covered' || s.act === 'filled');
	return list.map((s, i) => ({
		...s,
		phase: on >= 0 && i >= on ? 'prove' : first < 0 || i < first ? 'dead' : closes(s, i) ? 'close' : 'land'
	}));
}
const spliceSteps = (w: WorkOf): WorkStep[] =>
	w.made.joins.map((j, i) =>
		j.connector === JUMPER
			? jumperStep(w, j, i)
			: {
					id: `splice-${i}`,
					title: `Splice ${i + 1}: ${NET_WORDS[j.net]}${j.load ? ', LOAD side' : ''}`,
					detail: `${[...j.ends.map((e) => endWords(w, e)), ...tailWords(j.tails, w)].join(' + ')}. ${w.practice.preTwist ? 'Twist, then ' : ''}${j.connector ?? 'a connector whose package lists this set'}. Tug each; no copper shows.${w.practice.tapeConnectors ? ' Tape round the connector.' : ''}`
				}
	);
const capSteps = (w: WorkOf): WorkStep[] =>
	w.made.capped.map((e) => ({
		id: `cap-${e.cable}-${e.color}`,
		title: `Cap the ${e.color} ${nameOfCable(w, e)}`,
		detail: 'Alone, in a separate connector, folded back.'
	}));
const tapeSteps = (w: WorkOf, devices: readonly Device[]): WorkStep[] =>
	w.practice.tape && w.case.devices.some((d) => !hasLeads(d))
		? [
				{
					id: 'tape',
					title: 'Tape',
					detail: `Once round the terminals${devices.some((d) => d.vents) ? ', not over the vents' : ''}.`
				}
			]
		: [];
const trialSteps = (w: WorkOf): WorkStep[] =>
	w.practice.trial
		? [
				{
					id: 'trial',
					title: 'Trial',
					detail: 'Device hanging clear, nobody near: on, read, off, tagged, verified dead again.',
					caution: true,
					act: 'trial'
				}
			]
		: [];
/** By what holds the conductors: screws that carry a value, or connectors that are only tugged. */
function torqueSteps(w: WorkOf): WorkStep[] {
	const screwed = w.case.devices.filter((d) => !hasLeads(d) && d.connection !== 'push-in');
	if (!screwed.length) return [];
	const screws = screwed.some((d) => d.connection !== 'clamp');
	return [
		{
			id: 'torque',
			title: 'Torque',
			act: 'hands',
			detail: `To the value marked on the device, with a tool.${screws ? ' Drive in the screws that hold nothing.' : ''}`
		}
	];
}
function coverStep(w: WorkOf): WorkStep {
	const { devices } = w.case;
	if (!devices.length)
		return { id: 'cover', title: 'Blank cover', detail: 'A box of splices keeps a cover that can be reached.', act: 'covered' };
	return devices.every((d) => d.kind === 'hard-wired')
		? {
				id: 'level',
				title: 'Canopy or cover',
				detail: 'On and tight, nothing pinched, its own screws. What is wired in covers the box.',
				act: 'covered'
			}
		: {
				id: 'level',
				title: 'Level, plate',
				detail: `Yoke tight to box or wall, a TOP mark up, USB vents free${groundAt(w)}; its plate by its shape (duplex, decorator, single). Plate snug, not bowed.`,
				act: 'covered'
			};
}
/** As the shop hangs a receptacle. */
const groundAt = ({ case: { devices }, practice }: WorkOf): string =>
	practice.groundAt && devices.some((d) => d.kind === 'receptacle') ? `, ground slot ${practice.groundAt}` : '';
/** From the box to a device, or from one device to another in the same box. */
function jumperStep(w: WorkOf, j: MakeUp['joins'][number], i: number): WorkStep {
	const [a, b] = j.tails.flatMap((t) =>
		'device' in t ? [`${terminalWords(t.terminal).words} of ${nameOfDevice(w, t.device)}`] : []
	);
	return a && b
		? {
				id: `splice-${i}`,
				title: `Jumper: ${NET_WORDS[j.net]}${j.load ? ', LOAD side' : ''}`,
				detail: `One conductor, ${TAIL_IN} in, from ${a} to ${b}. No connector.`
			}
		: boxJumper(i);
}
const boxJumper = (i: number): WorkStep => ({
	id: `splice-${i}`,
	title: 'Ground jumper',
	detail: `One green or bare conductor, ${TAIL_IN} in, from the box's 10-32 screw to the green screw. Locknuts and fittings tight: they are the ground. A yoke marked self-grounding, tight on a metal box that is flush, needs none (250.146(B)).`
});
const nameOfCable = (w: WorkOf, e: End): string => w.names.cables.get(e.cable) ?? e.cable;
const endWords = (w: WorkOf, e: End): string => `${e.color} ${nameOfCable(w, e)}`;
const nameOfDevice = (w: WorkOf, id: string): string => w.names.devices.get(id) ?? id;
/** What is cut for it, and the leads that a device comes with. */
function tailWords(tails: MakeUp['joins'][number]['tails'], w: WorkOf): string[] {
	const leads = tails.flatMap((t) =>
		'device' in t && hasLeads(w.case.devices.find((d) => d.id === t.device)) ? [t.device] : []
	);
	const n = tails.length - leads.length;
	const awg = w.case.tailAwg ?? w.case.cables[0]?.awg;
	return [
		...leads.map((id) => `the lead of ${nameOfDevice(w, id)}`),
		...(n ? [`${counted(n, 'pigtail')}${awg ? ` of ${awg} AWG` : ''}, ${TAIL_IN} in`] : [])
	];
}
/** It is spliced by its own leads, and has no screws. */
const hasLeads = (d: MakeUpCase['devices'][number] | undefined): boolean => d?.kind === 'hard-wired' || d?.connection === 'leads';
const oldWires = (box: Box): boolean => box.conductors.some((c) => c.insulation === 'old' || c.insulation === 'brittle');

/** A ground comes in with one of its cables. */
const hasGroundIn = (w: WorkOf): boolean => w.case.cables.some((c) => c.conductors.some((x) => x.net === 'ground'));
/** A face with a ground screw, and none to land on it. @source 406.4(D)(2), 250.114 */
function groundSteps(w: WorkOf, devices: readonly Device[]): WorkStep[] {
	const screw = devices.some((d) => d.receptacles > 0 && (d.slots === 'grounding' || d.protection !== 'none'));
	return screw && !hasGroundIn(w) ? [{ id: 'no-ground', title: 'No ground here', detail: NO_GROUND_HERE, caution: true }] : [];
}
/** Off: hot, neutral, ground; and what each was on is written down first. */
const PLATE_OFF: WorkStep = {
	id: 'plate',
	title: 'Plate off',
	detail: 'On old paint, score round it first. What is behind it is handled as if it were hot.'
};
function outSteps(): WorkStep[] {
	return [
		{
			id: 'note',
			title: 'Note what is on what',
			detail: 'Each conductor and its screw, before one is loose: "white, lower silver".'
		},
		{
			id: 'out',
			title: 'Old device out',
			act: 'hands',
			detail:
				'Hot off first, then neutral, then ground. Push-ins: released, or cut at the device; cut only where 6 in stay, 3 in past the opening. Then test again, dead, with it out: a loose wire can hide a live one.',
			caution: true
		}
	];
}
function remarkSteps(w: WorkOf): WorkStep[] {
	return w.made.reMark.map((r) => ({
		id: `mark-${r.cable}-${r.color}`,
		title: `Re-mark the ${r.color} ${nameOfCable(w, r)}`,
		detail: `It is the ${NET_WORDS[r.as]}: black or red tape here, and at its other end.`
	}));
}
function tabSteps(w: WorkOf): WorkStep[] {
	return Object.entries(w.made.tabs).flatMap(([device, tabs]) =>
		(['hot', 'neutral'] as const)
			.filter((side) => tabs[side] === 'out')
			.map((side) => ({
				id: `tab-${device}-${side}`,
				title: `Tab out: ${side} side`,
				detail: `${nameOfDevice(w, device)}: bend it off between the two ${side === 'hot' ? 'brass' : 'silver'} screws. The other side keeps its tab${tabs.hot === tabs.neutral ? ' no more' : ''}.`
			}))
	);
}
const RANK = (net: Net): number => (net === 'ground' ? 0 : net === 'neutral' || net === 'neutral-b' ? 1 : 2);
/** On: ground, neutral, hot. */
function landingSteps(w: WorkOf, devices: readonly Device[]): WorkStep[] {
	const netOf = (t: MakeUp['terminals'][number]): Net => {
		const { conductor } = t;
		if ('tail' in conductor)
			return (
				w.made.joins.find((j) => j.tails.some((x) => 'device' in x && x.device === t.device && x.terminal === t.terminal))?.net ??
				'hot'
			);
		return w.case.cables.find((c) => c.id === conductor.cable)?.conductors.find((x) => x.color === conductor.color)?.net ?? 'hot';
	};
	return w.case.devices
		.filter((d) => d.kind !== 'hard-wired' && d.connection !== 'leads')
		.flatMap((d): WorkStep[] => {
			const own = w.made.terminals.filter((t) => t.device === d.id).map((t) => ({ t, net: netOf(t) }));
			if (!own.length) return [];
			const device = devices.find((x) => x.id === d.id);
			const how = terminalsSaid(d.connection, device?.stripIn);
			const said = [...own]
				.sort((a, b) => RANK(a.net) - RANK(b.net))
				.map(
					({ t, net }) =>
						`${'tail' in t.conductor ? `${NET_WORDS[net]} pigtail` : endWords(w, t.conductor)} on ${t.terminal.replaceAll('-', ' ')}`
				);
			return [
				{
					id: `land-${d.id}`,
					title: `Land on ${nameOfDevice(w, d.id)}`,
					act: 'hands',
					detail: `${said.join('; ')}. ${how} ${hasGroundIn(w) ? 'Ground, then neutral' : 'Neutral'}, then hot.${w.box.state === 'found' && hasGroundIn(w) ? ' The ground is not proven until its path is read.' : ''}`
				}
			];
		});
}
/** How a conductor is stripped and held, by the device's own terminals; they are looked at first where nobody said. */
function terminalsSaid(connection: Connects | undefined, stripIn: number | undefined): string {
	const strip = stripIn === undefined ? null : formatLength(stripIn);
	switch (connection) {
		case 'clamp':
			return `Strip ${strip ?? 'as its gauge shows'}; straight under the plate.`;
		case 'push-in':
			return `Strip ${strip ?? 'as its gauge shows'}; straight in, and tug.`;
		case 'screw':
			return `Strip ${strip ?? `by its gauge, about ${formatLength(HOOK_IN)}`}; hook clockwise round the screw.`;
		default:
			return `Look at its terminals: a plate under the screw, straight in; a bare screw, hook clockwise. Strip ${strip ?? `by its gauge, for a hook about ${formatLength(HOOK_IN)}`}.`;
	}
}
function proveSteps(w: WorkOf, devices: readonly Device[]): WorkStep[] {
	const gfci = devices.some((d) => gives(d.protection, 'gfci'));
	const afci = devices.some((d) => gives(d.protection, 'afci'));
	return [
		...(gfci
			? [
					{
						id: 'reset',
						title: 'Reset, test',
						detail: 'A new one ships tripped: reset with power on. Its own button: face and LOAD dead, then reset.'
					}
				]
			: afci
				? [
						{
							id: 'reset',
							title: 'Its own button',
							detail: 'Press TEST on the AFCI: face and LOAD dead. Reset. A tester’s button tells nothing of an AFCI.'
						}
					]
				: []),
		{ id: 'read', title: 'Read', detail: w.predicted ?? readsWhat(devices) },
		{
			id: 'load',
			title: 'Real load',
			detail: 'Run what is used here for a few minutes; nothing warms, nothing buzzes. Record it.'
		},
		{ id: 'label', title: 'Labels, directory', detail: 'What the face must say; the line in the panel directory.' }
	];
}
/** What can be read at what is there: a face, a switch, or what is wired in. */
function readsWhat(devices: readonly Device[]): string {
	if (devices.some((d) => d.receptacles > 0 && d.volts === 240))
		return 'Hot to hot; each hot to neutral where it has one, and to ground.';
	if (devices.some((d) => d.receptacles > 0))
		return 'Volts hot to neutral, hot to ground, neutral to ground; lamps; drop under load.';
	if (devices.some((d) => d.kind === 'switch'))
		return 'Each position: what it switches is on, and off. Both ends of a three-way.';
	if (devices.length)
		return 'It runs, and stops by what switches it. Volts at its disconnect or breaker; frame to ground: nothing.';
	return 'Volts at the outlets that it feeds.';
}

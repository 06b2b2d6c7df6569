import { gives } from '../../model/protections';
import type { Box, Device } from '../../model/known';
import type { MakeUpPractice } from '../../model/practice';
import { formatLength } from '../../units/length';
import { counted } from '../../units/quantity';
import { JUMPER } from './connectors';
import { NO_GROUND_HERE } from './plain-steps';
import { NET_WORDS, type End, type MakeUp, type MakeUpCase, type Net } from './case';

/** The work at one box in its order, from off to proved, each step short enough to be read with both hands full. */
export interface WorkStep {
	/** Stable: ticks are kept under it. */
	id: string;
	title: string;
	detail: string;
	/** Hands are in the box, or power comes on: said with a mark. */
	caution?: true;
}
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
	const { box, made } = w;
	const devices = box.devices.filter((d) => d.state !== 'found' || box.state === 'found');
	const old = box.state === 'found' && w.case.devices.length > 0;
	const looked = box.ends.length > 1 && box.ends.some((c) => c.line);
	return [
		{
			id: 'off',
			title: 'Off, tagged, verified dead',
			detail: `Live, dead, live: every conductor, each pair and each to an independent ground.${looked ? ' After the look with power on that found LINE: again.' : ''}`,
			caution: true
		},
		{ id: 'photo', title: 'Photo', detail: 'As it is, before anything moves.' },
		...(old ? outSteps() : []),
		{
			id: 'length',
			title: 'Free length',
			detail: oldWires(box)
				? 'Old insulation: do not cut twice, do not bend hard. Splice a pigtail where a conductor is short.'
				: `All conductors to one length: ${TAIL_IN} in from the sheath, 3 in past the opening. Ends straight and clean.`
		},
		...groundSteps(w, devices),
		...remarkSteps(w),
		...made.joins.map((j, i): WorkStep =>
			j.connector === JUMPER
				? jumperStep(i)
				: {
						id: `splice-${i}`,
						title: `Splice ${i + 1}: ${NET_WORDS[j.net]}${j.load ? ', LOAD side' : ''}`,
						detail: `${[...j.ends.map((e) => endWords(w, e)), ...tailWords(j.tails.length, w)].join(' + ')}. ${w.practice.preTwist ? 'Twist, then ' : ''}${j.connector ?? 'a connector whose package lists this set'}. Tug each; no copper shows.`
					}
		),
		...tabSteps(w),
		...landingSteps(w, devices),
		...made.capped.map((e): WorkStep => ({
			id: `cap-${e.cable}-${e.color}`,
			title: `Cap the ${e.color} ${nameOfCable(w, e)}`,
			detail: 'Alone, in a separate connector, folded back.'
		})),
		...(w.case.devices.length
			? [
					{
						id: 'torque',
						title: 'Torque',
						detail: 'To the value marked on the device, with a tool. Drive in the screws that hold nothing.'
					}
				]
			: []),
		...(w.practice.tape && w.case.devices.length
			? [
					{
						id: 'tape',
						title: 'Tape',
						detail: `Once round the terminals${devices.some((d) => d.vents) ? ', not over the vents' : ''}.`
					}
				]
			: []),
		...(w.practice.trial
			? [
					{
						id: 'trial',
						title: 'Trial',
						detail: 'Device hanging clear, nobody near: on, read, off, tagged, verified dead again.',
						caution: true as const
					}
				]
			: []),
		{
			id: 'fold',
			title: 'Fold',
			detail: 'Grounds to the back, then neutrals, then hots, accordion-wise; corners free for a deep device.'
		},
		...(w.case.devices.length
			? [
					{
						id: 'level',
						title: 'Level, plate',
						detail: 'Yoke tight to box or wall. On old paint score round the plate first; plate snug, not bowed.'
					}
				]
			: [{ id: 'cover', title: 'Blank cover', detail: 'A box of splices keeps a cover that can be reached.' }]),
		{
			id: 'on',
			title: 'On',
			detail: 'Nobody at the box. Breaker on, listen. It trips: stop, and find the fault dead.',
			caution: true
		},
		...proveSteps(w, devices)
	];
}
const jumperStep = (i: number): WorkStep => ({
	id: `splice-${i}`,
	title: 'Ground jumper',
	detail: `One green or bare conductor, ${TAIL_IN} in, from the box's 10-32 screw to the green screw. Locknuts and fittings tight: they are the ground.`
});
const nameOfCable = (w: WorkOf, e: End): string => w.names.cables.get(e.cable) ?? e.cable;
const endWords = (w: WorkOf, e: End): string => `${e.color} ${nameOfCable(w, e)}`;
const nameOfDevice = (w: WorkOf, id: string): string => w.names.devices.get(id) ?? id;
const tailWords = (n: number, w: WorkOf): string[] =>
	n ? [`${counted(n, 'pigtail')} of ${w.case.tailAwg ?? w.case.cables[0]?.awg ?? ''} AWG, ${TAIL_IN} in`] : [];
const oldWires = (box: Box): boolean => box.conductors.some((c) => c.insulation === 'old' || c.insulation === 'brittle');

/** A ground comes in with one of its cables. */
const hasGroundIn = (w: WorkOf): boolean => w.case.cables.some((c) => c.conductors.some((x) => x.net === 'ground'));
/** A face with a ground screw, and none to land on it. @source 406.4(D)(2), 250.114 */
function groundSteps(w: WorkOf, devices: readonly Device[]): WorkStep[] {
	const screw = devices.some((d) => d.receptacles > 0 && (d.slots === 'grounding' || d.protection !== 'none'));
	return screw && !hasGroundIn(w) ? [{ id: 'no-ground', title: 'No ground here', detail: NO_GROUND_HERE, caution: true }] : [];
}
/** Off: hot, neutral, ground; and what each was on is written down first. */
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
			detail: 'Hot off first, then neutral, then ground. Then test again, dead, with it out: a loose wire can hide a live one.',
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
			const strip =
				device?.stripIn === undefined
					? d.connection === 'clamp' || d.connection === 'push-in'
						? 'as its gauge shows'
						: formatLength(HOOK_IN)
					: formatLength(device.stripIn);
			const how =
				d.connection === 'clamp'
					? 'straight under the plate'
					: d.connection === 'push-in'
						? 'straight in, and tug'
						: 'hook clockwise round the screw';
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
					detail: `${said.join('; ')}. Strip ${strip}; ${how}. ${hasGroundIn(w) ? 'Ground, then neutral' : 'Neutral'}, then hot.${w.box.state === 'found' && hasGroundIn(w) ? ' The ground is not proven until its path is read.' : ''}`
				}
			];
		});
}
function proveSteps(w: WorkOf, devices: readonly Device[]): WorkStep[] {
	const guard = devices.some((d) => d.receptacles > 0 && gives(d.protection, 'gfci'));
	return [
		...(guard
			? [
					{
						id: 'reset',
						title: 'Reset, test',
						detail: 'A new one ships tripped: reset with power on. Its own button: face and LOAD dead, then reset.'
					}
				]
			: []),
		{
			id: 'read',
			title: 'Read',
			detail: w.predicted ?? 'Volts hot to neutral, hot to ground, neutral to ground; lamps; drop under load.'
		},
		{
			id: 'load',
			title: 'Real load',
			detail: 'Run what is used here for a few minutes; nothing warms, nothing buzzes. Record it.'
		},
		{ id: 'label', title: 'Labels, directory', detail: 'What the face must say; the line in the panel directory.' }
	];
}

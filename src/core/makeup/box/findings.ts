import { cite, type RuleRef } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { Finding, Severity } from '../../model/result';
import { compareGauge } from '../../units/gauge';
import { counted } from '../../units/quantity';
import { endName, NET_WORDS, type Color, type Join, type MakeDevice, type MakeUp, type MakeUpCase, type Net } from './case';
import { splitOf, type Conductor } from './connectors';
import { hasSupplyGround, isArmored, setOf, type ConductorEnd } from './wires';
import { protects, type Want } from './terminals';

/** What is wrong in a box as it was given, or must be looked at on a package: colors, terminals with nothing, sets that no connector takes. */
interface Made {
	wires: readonly ConductorEnd[];
	wants: readonly Want[];
	made: Pick<MakeUp, 'joins' | 'terminals' | 'capped' | 'boxGround'>;
}
type Say = (of: { id: string; code: string; severity: Severity; rule: RuleRef; at: string; message: string }) => Finding;
const sayFor =
	(edition: Edition): Say =>
	({ id, code, severity, rule, at, message }) => ({
		id: `${code}:${id}`,
		code,
		severity,
		rule: cite(edition, rule),
		subject: { kind: 'input', id: at },
		message
	});

/** What is wrong in a box as it was given, by its subject's id: `devices.d1`, `cables.in`. @source 200.6, 200.7, 250.119, 404.2(C) */
export function makeUpFindings(edition: Edition, c: MakeUpCase, m: Made): Finding[] {
	const say = sayFor(edition);
	return [
		...colorFindings(edition, m.wires, say),
		...missing(edition, c, m, say),
		...terminalFindings(edition, c, m, say),
		...groundsNotCarried(edition, c, m, say),
		...armorFindings(edition, c, say),
		...bondFindings(edition, c, m, say),
		...circuitFindings(edition, c, m, say),
		...gangFindings(edition, c, say),
		...connectorFindings(edition, c, m, say)
	];
}
/** What was made is not what was planned: nothing of it is shown. */
export const notClosed = (edition: Edition, wrong: readonly string[]): Finding =>
	sayFor(edition)({
		id: 'make-up',
		code: 'not-closed',
		severity: 'violation',
		rule: edition.boxes.makeUp.listed,
		at: 'devices',
		message: `No make-up of this box gives what it is to give: ${wrong[0] ?? ''}.`
	});

const GROUND_COLORS: readonly Color[] = ['green', 'bare'];
const NEUTRAL_COLORS: readonly Color[] = ['white', 'gray'];
const isNeutral = (net: Net) => net === 'neutral' || net === 'neutral-b';

/** Of another color than its own, and not of one that is never anything else. */
const isMarkable = ({ net, color }: ConductorEnd): boolean =>
	(net === 'ground' && !GROUND_COLORS.includes(color) && !NEUTRAL_COLORS.includes(color)) ||
	(isNeutral(net) && !NEUTRAL_COLORS.includes(color) && !GROUND_COLORS.includes(color));
/** @source 200.6(A), (B), 200.7(C), 250.119 */
function colorFindings({ colors }: Edition, wires: readonly ConductorEnd[], say: Say): Finding[] {
	return wires.flatMap((w): Finding[] => {
		const of = { id: endName(w), severity: 'violation' as const, at: `cables.${w.cable}`, code: 'color' };
		const is = `the ${w.color} of ${w.cable} is ${w.net === 'ground' ? 'a ground' : `used as ${NET_WORDS[w.net]}`}`;
		if (w.net === 'spare') return [];
		const large = compareGauge(w.cableOf.awg, colors.markedFrom) >= 0;
		if (large && isMarkable(w))
			return w.cableOf.single
				? []
				: [
						say({
							...of,
							severity: 'caution',
							rule: w.net === 'ground' ? colors.largeGround : colors.largeNeutral,
							message: `${is}: single conductors of ${colors.markedFrom} AWG and larger are marked at both ends, ${w.net === 'ground' ? 'green' : 'white'}; in a cable it has its color from the factory.`
						})
					];
		if (GROUND_COLORS.includes(w.color) && w.net !== 'ground')
			return [say({ ...of, rule: colors.ground, message: `${is}: ${w.color} is for grounds only, and can't be re-marked.` })];
		if (w.net === 'ground' && !GROUND_COLORS.includes(w.color))
			return [say({ ...of, rule: colors.ground, message: `${is}: a ground of this size is bare or green.` })];
		if (isNeutral(w.net) && !NEUTRAL_COLORS.includes(w.color))
			return [say({ ...of, rule: colors.neutral, message: `${is}: a neutral is white or gray.` })];
		if (NEUTRAL_COLORS.includes(w.color) && (w.net === 'switched' || w.net === 'switched-b'))
			return [
				say({
					...of,
					rule: colors.remark,
					message: `${is}: re-marked, white may be the supply to a switch or a traveler, never the conductor back from it. Exchange it with the other one.`
				})
			];
		return [];
	});
}

/** A terminal for which nothing comes in. */
function missing(edition: Edition, c: MakeUpCase, { wires, wants }: Made, say: Say): Finding[] {
	const { listed, neutralAtSwitch } = edition.boxes.makeUp;
	const none = wants.filter(
		(w) => w.net !== 'ground' && !wires.some((x) => x.key === w.key) && wants.filter((x) => x.key === w.key).length < 2
	);
	const bare = none.map((w) =>
		say({
			id: `${w.device} ${w.terminal}`,
			code: 'nothing-for-terminal',
			severity: 'violation',
			rule: listed,
			at: `devices.${w.device}`,
			message: `Nothing comes in for ${w.terminal} of ${w.device}: no conductor is its ${NET_WORDS[w.net]}.`
		})
	);
	const lights = c.devices.filter((d) => d.kind === 'switch');
	if (!lights.length || wires.some((w) => isNeutral(w.net))) return bare;
	return [
		...bare,
		say({
			id: lights[0]?.id ?? '',
			code: 'no-neutral-at-switch',
			severity: 'caution',
			rule: neutralAtSwitch,
			at: `devices.${lights[0]?.id ?? ''}`,
			message: 'No neutral in this switch box: new work for lights needs one in most rooms. An existing loop may stay.'
		})
	];
}

function terminalFindings(edition: Edition, c: MakeUpCase, { wires, made }: Made, say: Say): Finding[] {
	const { pushIn } = edition.receptacleForms;
	const { listed, aluminum } = edition.boxes.makeUp;
	const found: Finding[] = [];
	for (const d of c.devices) {
		const at = `devices.${d.id}`;
		if (protects(d) && (d.halves ?? 'together') !== 'together')
			found.push(
				say({
					id: d.id,
					code: 'not-split',
					severity: 'violation',
					rule: listed,
					at,
					message: `${d.id}: a receptacle that protects has no tabs, and can't be split.`
				})
			);
		if (d.connection === 'push-in') found.push(...pushInFindings(c, d, { rule: pushIn.rule, awg: pushIn.awg, at }, say));
		const onAluminum = made.terminals.some(
			(t) => t.device === d.id && 'cable' in t.conductor && metalOf(wires, t.conductor.cable) === 'Al'
		);
		if (onAluminum)
			found.push(
				say({
					id: d.id,
					code: 'aluminum',
					severity: 'caution',
					rule: edition.circuits.aluminum.rule,
					at,
					message: `${d.id} is directly on aluminum: only a device marked CO/ALR; or splice a copper pigtail with a connector listed for both (${aluminum.section}). Never push-in.`
				})
			);
	}
	return found;
}
const metalOf = (wires: readonly ConductorEnd[], cable: string) => wires.find((w) => w.cable === cable)?.cableOf.metal;
function pushInFindings(c: MakeUpCase, d: MakeDevice, of: { rule: RuleRef; awg: string; at: string }, say: Say): Finding[] {
	const thick = c.cables.some((x) => x.awg !== of.awg);
	if (thick)
		return [
			say({
				id: d.id,
				code: 'push-in',
				severity: 'violation',
				rule: of.rule,
				at: of.at,
				message: `${d.id}: push-in terminals take ${of.awg} AWG solid copper only. Use its screws.`
			})
		];
	if (c.practice.pushIn) return [];
	return [
		say({
			id: d.id,
			code: 'push-in-practice',
			severity: 'advice',
			rule: of.rule,
			at: of.at,
			message: `${d.id}: your practice forbids push-in terminals. Use its screws.`
		})
	];
}

/** @source 406.4(D)(2): from an outlet without a ground none is carried on */
function groundsNotCarried(edition: Edition, c: MakeUpCase, { wires }: Made, say: Say): Finding[] {
	if (hasSupplyGround(c)) return [];
	return wires
		.filter((w) => w.net === 'ground')
		.map((w) =>
			say({
				id: endName(w),
				code: 'ground-not-carried',
				severity: 'caution',
				rule: edition.replacing.rule,
				at: `cables.${w.cable}`,
				message: `The ${w.color} of ${w.cable} is capped: no ground comes into this box, and none may be carried on from it. Never join it to neutral.`
			})
		);
}

/** @source 250.118, 300.10: armor and steel raceways ground by their fittings */
function armorFindings(edition: Edition, c: MakeUpCase, say: Say): Finding[] {
	if (!isArmored(c) || c.box.material !== 'metal') return [];
	return [
		say({
			id: 'armor',
			code: 'armor-bonds-box',
			severity: 'advice',
			rule: edition.boxes.makeUp.grounds,
			at: 'box',
			message:
				'The armor or raceway is the ground of this box: listed fittings, locknuts tight, then a jumper from the box screw to each device. Read the ground path under load.'
		})
	];
}

/** A device whose face promises a ground, and a metal box, have one. @source 406.4(C), 250.148(C) */
function bondFindings(edition: Edition, c: MakeUpCase, { wires, made }: Made, say: Say): Finding[] {
	const { bonded, deviceGround } = edition.boxes.makeUp;
	const found: Finding[] = [];
	if (!hasSupplyGround(c))
		for (const d of c.devices.filter(wantsGround))
			found.push(
				say({
					id: d.id,
					code: 'no-ground',
					severity: 'violation',
					rule: deviceGround,
					at: `devices.${d.id}`,
					message: `No ground comes in for ${d.id}: nothing on its green screw, and no jumper from neutral to it. A two-slot face, GFCI protection with its labels, or a ground that is run.`
				})
			);
	const grounds = wires.some((w) => w.net === 'ground');
	if (c.box.material === 'metal' && !made.boxGround && !isArmored(c))
		found.push(
			say({
				id: 'box',
				code: 'box-not-bonded',
				severity: grounds ? 'violation' : 'caution',
				rule: bonded,
				at: 'box',
				message: grounds
					? 'The metal box is not bonded: none of its grounds comes from the supply.'
					: 'The metal box is not bonded: no ground comes into it.'
			})
		);
	return found;
}
const wantsGround = (d: MakeDevice): boolean =>
	d.ground !== 'none' && (d.ground === 'required' || d.kind === 'receptacle' || d.kind === 'combination');

/** What was to go on goes on, and each neutral serves its own hots. @source 200.4(A), 300.3(B), 300.13(B) */
function circuitFindings(edition: Edition, c: MakeUpCase, { wires, made }: Made, say: Say): Finding[] {
	const { multiwire, oneNeutral, listed } = edition.boxes.makeUp;
	const carried = (net: Net) => net === 'hot' || net === 'hot-b' || isNeutral(net);
	const ends = made.capped.flatMap((e) => {
		const wire = wires.find((w) => w.cable === e.cable && w.color === e.color);
		return wire?.cableOf.toward === 'onward' && carried(wire.net)
			? [
					say({
						id: endName(e),
						code: 'onward-ends-here',
						severity: 'violation' as const,
						rule: listed,
						at: `cables.${e.cable}`,
						message: `The ${e.color} of ${e.cable} is to go on as the ${NET_WORDS[wire.net]} and ends capped: nothing in this box feeds it.`
					})
				]
			: [];
	});
	const through = c.devices.filter(protects).flatMap((d) =>
		(d.load ?? [])
			.filter((id) => {
				const nets = netsOf(c, id);
				return nets.has('hot') && nets.has('hot-b') && nets.has('neutral') && !nets.has('neutral-b');
			})
			.map((id) =>
				say({
					id: `${d.id} ${id}`,
					code: 'shared-neutral-through-device',
					severity: 'violation',
					rule: multiwire,
					at: `devices.${d.id}`,
					message: `${id} carries two hots on one neutral, and ${d.id} would carry that neutral on through its LOAD: without the device the two hots are in series, and with it the second hot trips it. Splice the neutral; put the protection where the circuits part, or on one two-pole breaker.`
				})
			)
	);
	return [...ends, ...through, ...mixedFindings(c, oneNeutral, say)];
}
const netsOf = (c: MakeUpCase, id: string): ReadonlySet<Net> =>
	new Set(c.cables.find((x) => x.id === id)?.conductors.map((w) => w.net));
/** A cable with the hot of one circuit and the neutral of the other, or a hot that comes without the neutral that it uses. */
function mixedFindings(c: MakeUpCase, rule: RuleRef, say: Say): Finding[] {
	const all = new Set(c.cables.flatMap((x) => x.conductors.map((w) => w.net)));
	const two = all.has('neutral-b');
	return c.cables.flatMap((cable) => {
		if (cable.toward !== 'supply' && cable.toward !== 'onward') return [];
		const nets = netsOf(c, cable.id);
		const crossed = two
			? (nets.has('hot') && nets.has('neutral-b') && !nets.has('neutral')) ||
				(nets.has('hot-b') && nets.has('neutral') && !nets.has('neutral-b'))
			: // One neutral for both: it comes with both hots, or they are two circuits on one neutral.
				nets.has('hot-b') && !nets.has('hot') && all.has('neutral') && all.has('hot') && cable.toward === 'supply';
		return crossed
			? [
					say({
						id: cable.id,
						code: 'mixed-circuits',
						severity: 'violation',
						rule,
						at: `cables.${cable.id}`,
						message: `${cable.id} joins the hot of one circuit to the neutral of another, or brings a hot without its neutral: each neutral lies with its own hots.`
					})
				]
			: [];
	});
}

/** A yoke takes a gang. @source 110.3(B) */
function gangFindings(edition: Edition, c: MakeUpCase, say: Say): Finding[] {
	const yokes = c.devices.filter((d) => d.kind !== 'hard-wired').length;
	if (yokes <= c.box.gangs) return [];
	return [
		say({
			id: 'gangs',
			code: 'too-many-devices',
			severity: 'violation',
			rule: edition.boxes.makeUp.listed,
			at: 'devices',
			message: `${counted(yokes, 'device')} in a box of ${counted(c.box.gangs, 'gang')}: each yoke takes one.`
		})
	];
}

function connectorFindings(edition: Edition, c: MakeUpCase, { wires, wants, made }: Made, say: Say): Finding[] {
	const { splices, aluminum } = edition.boxes.makeUp;
	const sets = made.joins
		.filter((j) => j.connector === null)
		.map((join) => ({ join, set: conductorsOf(c, join, { wires, wants }) }));
	const split = sets.flatMap(({ join, set }) => {
		const parts = splitOf(set, c.practice.connector);
		return parts
			? [
					say({
						id: `${join.net} ${join.load ?? ''}`.trim(),
						code: 'split-splice',
						severity: 'advice',
						rule: splices,
						at: 'cables',
						message: `${counted(join.ends.length + join.tails.length, 'conductor')} of the ${NET_WORDS[join.net]}: more than one connector takes. Split: ${parts.join(' and ')} conductors, a jumper between each two.`
					})
				]
			: [];
	});
	const rest = sets.filter(({ set }) => !splitOf(set, c.practice.connector));
	if (!rest.length) return split;
	const al = rest.some(({ set }) => set.some((w) => w.metal === 'Al'));
	const nets = [...new Set(rest.map(({ join }) => NET_WORDS[join.net]))].join(', ');
	return [
		...split,
		say({
			id: 'connectors',
			code: 'connector-by-package',
			severity: 'advice',
			rule: al ? aluminum : splices,
			at: 'cables',
			message: al
				? `Splices with aluminum (${nets}): only a connector listed for aluminum to copper; its package says which set it takes.`
				: `Splices of mixed gauges or leads (${nets}): pick connectors whose package lists the set.`
		})
	];
}
function conductorsOf(c: MakeUpCase, j: Join, { wires, wants }: Pick<Made, 'wires' | 'wants'>): Conductor[] {
	const ends = j.ends.flatMap((e) => wires.find((w) => w.cable === e.cable && w.color === e.color) ?? []);
	const leads = j.tails.some(
		(t) => 'device' in t && wants.some((w) => w.device === t.device && w.terminal === t.terminal && w.lead)
	);
	const awg = c.tailAwg ?? ends[0]?.cableOf.awg ?? '14';
	return setOf({ ends, tails: j.tails.length, tailAwg: awg, leads });
}

import { breakerName } from '../model/breaker-name';
import { missingFact } from '../code/missing-fact';
import { NEMA, needsOfForm } from '../code/nema-forms';
import { cite, type RuleRef } from '../code/rule';
import type { Edition } from '../code/shape/edition';
import type { House } from '../house';
import { cablesHere, endsSeen, SEEN_FIELDS, untoldEnds } from '../model/cable-ends';
import { seenWords } from '../model/cable-kinds';
import { placeName } from '../model/job-index';
import { ifKnown, type Box, type Cable, type CableEnd, type Circuit, type FoundConductor, type Job } from '../model/known';
import type { Finding, Fix, Severity } from '../model/result';
import { counted } from '../units/quantity';

/** What was seen in a box, against what is drawn of it and against the rules that need nothing else. */

/** What a box is along its run, by the cables that end in it. @example one -> end; two -> middle; three -> tap */
export function placeAlong(cables: number): 'end' | 'middle' | 'tap' | null {
	if (cables <= 0) return null;
	return cables === 1 ? 'end' : cables === 2 ? 'middle' : 'tap';
}

/** Every cable that ends in a box as it is drawn; one that two circuits share is there once. */
const drawnIn = ({ cablesAt }: House['index'], boxId: string): Job['cables'] =>
	(cablesAt.get(boxId) ?? []).filter((l) => !l.inCableOf);

/** @source 200.6, 200.7(C), 240.4(D), 250.119, 250.130(C), 406.4(D) */
export function foundInBoxes({ edition, job, index }: House): Finding[] {
	return job.boxes.flatMap((box) => {
		const drawn = drawnIn(index, box.id);
		const circuits = index.circuitsOfBox.get(box.id) ?? [];
		return [
			...contradictions(edition, job, box, drawn),
			...box.conductors.flatMap((c) => wrongColor(edition, box, c)),
			...wireOnBreaker({ edition, job, circuits }, box, drawn),
			...adapter(edition, box),
			...formOnSeen({ edition, job }, box, drawn)
		];
	});
}

const finding = (
	edition: Edition,
	box: Box,
	f: { code: string; of?: string; severity: Severity; rule: RuleRef; message: string }
): Finding => ({
	code: f.code,
	id: `${f.code}:${box.id}${f.of ? `:${f.of}` : ''}`,
	severity: f.severity,
	rule: cite(edition, f.rule),
	subject: { kind: 'box', id: box.id },
	message: f.message
});

/** Two facts that cannot both be true, each named. */
function contradictions(edition: Edition, job: Job, box: Box, drawn: Job['cables']): Finding[] {
	const say = (of: string, message: string, fix?: Fix) => ({
		...finding(edition, box, { code: 'contradiction', of, severity: 'caution', rule: edition.colors.asFound, message }),
		...(fix ? { fix } : {})
	});
	const found: Finding[] = [];
	const { ends } = box;
	const there = drawn.filter((l) => l.state !== 'planned');
	if (ends.length && ends.length < there.length)
		found.push(
			say(
				'count',
				`${box.name}: ${counted(ends.length, 'cable')} seen in it, ${there.length} drawn to it. One of the two is wrong.`
			)
		);
	for (const { cable, end } of cablesHere(job, box)) if (cable && end) found.push(...endAgainst(job, box, { cable, end }, say));
	// Which of those seen a drawn one is cannot be told: it is none of them where none is like it.
	const untold = untoldEnds(job, box);
	const gauges = new Set(untold.ends.flatMap((e) => e.awg ?? []));
	const odd = untold.ends.every((e) => e.awg)
		? untold.cables.flatMap((l) => ifKnown(() => l.awg) ?? []).filter((g) => gauges.size && !gauges.has(g))
		: [];
	if (odd.length)
		found.push(
			say(
				'gauge',
				`${box.name}: ${[...new Set(odd)].join(' and ')} AWG is drawn to it; ${[...gauges].join(' and ')} AWG was seen in it.`
			)
		);
	const wire = box.conductors.some((c) => c.means === 'ground') || ends.some((c) => c.ground);
	if (box.ground === 'none' && wire)
		found.push(say('ground', `${box.name} is entered as having no ground; a ground wire was seen in it.`));
	const noneSeen = ends.length > 0 && ends.every((c) => c.ground === false) && !wire;
	if (box.ground === 'present' && noneSeen && box.material === 'plastic')
		found.push(say('ground', `${box.name} is entered as having a ground; no cable seen in it has one, and the box is plastic.`));
	return found;
}
/** An end against its cable as it was entered, and against the other end of the same cable: both are said, one is to be chosen. */
function endAgainst(
	job: Job,
	box: Box,
	{ cable, end }: { cable: Cable; end: CableEnd },
	say: (of: string, message: string, fix?: Fix) => Finding
): Finding[] {
	const place = (id: string | null) => placeName(job, id, 'a place not known');
	const name = `the cable ${cable.toId === box.id ? `from ${place(cable.fromId)}` : `to ${place(cable.toId)}`}`;
	const others = endsSeen(job, cable.id).filter((e) => e.boxId !== box.id);
	return SEEN_FIELDS.flatMap((field): Finding[] => {
		const seen = end[field];
		if (seen === null || seen === undefined) return [];
		const entered = ifKnown(() => cable[field]);
		const words = (value: unknown) => seenWords(field, value);
		// What the cable takes from this very end is no second fact.
		if (entered !== null && entered !== seen)
			return [
				say(`${field}:${end.id}`, `${box.name}: ${name} is entered as ${words(entered)}; ${words(seen)} was seen in the box.`, {
					kind: 'edit-cable',
					label: `It is as seen: ${words(seen)}`,
					cableId: cable.id,
					change: { [field]: seen }
				})
			];
		const other = others.find((e) => (e.end[field] ?? seen) !== seen);
		// Said once, at the end that is fed.
		if (!other || cable.toId !== box.id) return [];
		return [
			say(
				`${field}:${end.id}`,
				`${box.name}: ${name} is ${words(seen)} here and ${words(other.end[field])} in ${place(other.boxId)}. It is one cable: look again at both ends.`
			)
		];
	});
}

const HOT: readonly FoundConductor['means'][] = ['hot', 'switched-hot', 'traveler'];
/** A color that does not mean what it should hurts the next one who opens the box. */
function wrongColor(edition: Edition, box: Box, { id, color, means }: FoundConductor): Finding[] {
	const { remark, ground, neutral } = edition.colors;
	const hot = HOT.includes(means);
	const say = (severity: Severity, rule: RuleRef, message: string) => [
		finding(edition, box, { code: 'color', of: id, severity, rule, message: `${box.name}: ${message}` })
	];
	if (color === 'white' && hot)
		return say(
			'caution',
			remark,
			'a white conductor is used as a hot. Re-mark it at both ends; in a switch loop it may only be the supply to the switch.'
		);
	if ((color === 'green' || color === 'bare') && (hot || means === 'neutral'))
		return say(
			'violation',
			ground,
			`a ${color} conductor is used as a ${hot ? 'hot' : 'neutral'}: ${color} is for grounds only, and can't be re-marked. Replace the cable, or take it out of use.`
		);
	if (means === 'neutral' && color !== 'white' && color !== 'other')
		return say('caution', neutral, `the neutral is ${color}: a neutral of 6 AWG or smaller must be white or gray.`);
	return [];
}

/** The wire that was seen against the breaker; where that was not read, what it may be at most. */
function wireOnBreaker(
	{ edition, job, circuits }: { edition: Edition; job: Job; circuits: readonly Circuit[] },
	box: Box,
	drawn: Job['cables']
): Finding[] {
	// A drawn cable of which the gauge is known is judged with its circuit.
	if (drawn.some((l) => ifKnown(() => l.awg) !== null)) return [];
	const [thinnest] = box.ends.flatMap((c) => limitOf(edition, c)).sort((a, b) => a.mostA - b.mostA);
	const [circuit] = circuits;
	if (!thinnest || circuits.length > 1) return [];
	const { awg, mostA } = thinnest;
	const breakerA = circuit ? ifKnown(() => circuit.breakerA) : null;
	if (circuit && breakerA !== null && breakerA <= mostA) return [];
	// A cable that was not made out, or of another gauge, may be the one that is on this breaker.
	const sure = box.ends.every((c) => c.awg === awg);
	return [
		finding(edition, box, {
			code: 'seen-wire',
			severity: breakerA === null ? 'advice' : sure ? 'violation' : 'caution',
			rule: edition.smallConductor.rule,
			message:
				breakerA === null
					? `${box.name}: ${awg} AWG was seen in it: ${mostA} A maximum. Its ${opens(circuit)} is not read yet.`
					: `${box.name}: ${awg} AWG was seen in it, ${mostA} A maximum; the ${opens(circuit)} of ${breakerName(job, circuit)} is ${breakerA} A.`
		})
	];
}
const opens = (c: Circuit | undefined): string => ((c?.opener ?? 'breaker') === 'breaker' ? 'breaker' : 'fuse');
/** As copper: aluminum of these gauges takes less, and is told of where its metal is known. */
function limitOf({ smallConductor }: Edition, { awg }: CableEnd): { awg: NonNullable<CableEnd['awg']>; mostA: number }[] {
	const mostA = awg && smallConductor.Cu[awg];
	return awg && mostA ? [{ awg, mostA }] : [];
}

/** The form of a receptacle against the cables that were seen, where none is drawn: every one of them lacks a conductor that it needs. */
function formOnSeen({ edition, job }: Pick<House, 'edition' | 'job'>, box: Box, drawn: Job['cables']): Finding[] {
	if (!box.ends.length || drawn.length) return [];
	const { contact, ground } = edition.receptacleForms;
	return box.devices.flatMap(({ id, form: key }) => {
		const form = key && NEMA[key];
		if (!form || form.hots !== 2 || form.onlyFound) return [];
		const lacks = (what: 'neutral' | 'ground', rule: RuleRef) =>
			finding(edition, box, {
				code: 'seen-form',
				of: `${what}:${id}`,
				severity: 'violation',
				rule,
				message: `${box.name}: a ${key} receptacle needs ${needsOfForm(form)}; no cable seen in it has a ${what}.`
			});
		return [
			...(form.neutral && box.ends.every((c) => c.conductors !== null && c.conductors < 3) ? [lacks('neutral', contact)] : []),
			...(box.ends.every((c) => c.ground === false) && box.material === 'plastic' ? [lacks('ground', ground)] : []),
			...(box.ends.every((c) => c.ground === false) && box.material === null
				? [missingFact(job, cite(edition, ground), { of: 'box', id: box.id, field: 'material' })]
				: [])
		];
	});
}

function adapter(edition: Edition, box: Box): Finding[] {
	if (!box.adapter) return [];
	return [
		finding(edition, box, {
			code: 'adapter',
			severity: 'caution',
			rule: edition.replacing.rule,
			message: `${box.name}: a cord adapter that leaves the ground out is in use. It makes no ground: replace the receptacle by one of the allowed ways, and take the adapter away.`
		})
	];
}

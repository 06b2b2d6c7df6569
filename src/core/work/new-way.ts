import { produce } from 'immer';
import type { RuledJob } from '../code/ruled-job';
import { addSet, SETS, type NewSetAt } from '../edit/new-set';
import { knownOr } from '../model/fact-words';
import type { Box, Job, Reading } from '../model/job';
import { indexOf } from '../model/job-index';
import { knownJob } from '../model/known';
import { NEW_SETS, type NewSet, type Protection } from '../model/kinds';
import { DEVICE_WORDS, gives, type Against } from '../model/protections';
import type { Finding, Fix } from '../model/result';
import { isHalved } from '../run/halves';
import { boxFits } from '../rough/boxes-fit';
import { bootlegAt, groundOf } from '../run/ground-at';
import { needOf } from '../protection/need-of';
import { standingOf } from '../protection/standing';

/** What stands in the way of new work, or is not known of it. */
export interface Warn {
	level: 'bad' | 'look' | 'unknown';
	words: string;
}
/** New work as it would be: what protects it, what it asks of the box that feeds it. */
export interface NewWay {
	title: string;
	does: string;
	adds: NewSetAt;
	/** Protection that is required and not there yet, with why; a switched half and a light have it from their breaker. */
	protection: { is: Protection; at: 'receptacle' | 'breaker'; why: string[] };
	/** Of a breaker that is to give it; null: none is to. */
	fix: Fix | null;
	warns: Warn[];
}

/** Sets that this box can feed: a loop only for what can be switched. */
export const setsFor = (box: Pick<Box, 'devices'> | null): NewSet[] =>
	NEW_SETS.filter(
		(set) =>
			set !== 'loop' || (box?.devices.some((d) => d.kind === 'lighting' || (d.kind === 'hard-wired' && d.volts === 120)) ?? false)
	);

/**
 * Weighs one set before anything is planned: its receptacle gets what is required there and nothing gives it yet.
 * @param moved the device of the feeding box goes out, a blank cover on
 * @source 210.8, 210.12, 250.130(C), 314.16
 */
export function newWay(
	{ edition, job }: { edition: RuledJob['edition']; job: Job },
	readings: readonly Reading[],
	{ moved, ...at }: Omit<NewSetAt, 'protection'> & { moved: boolean }
): NewWay {
	let count = 0;
	let made: readonly { boxId: string; deviceId: string }[] = [];
	const draft = produce(job, (d) => {
		made = addSet(d, at, () => `new-way-${count++}`);
		const from = d.boxes.find((b) => b.id === at.fromId);
		if (moved && from) from.devices = [];
	});
	const ruled: RuledJob = { edition, job: knownJob(draft) };
	const { boxes, rooms, circuitsOfBox } = indexOf(ruled.job);
	const warns: Warn[] = [];
	const lacks = new Set<Against>();
	const why = new Set<string>();
	let atBreaker = false;
	const room = rooms.get(at.roomId ?? '');
	if (!room) warns.push({ level: 'unknown', words: 'Its room is not known: the protection it needs depends on that.' });
	for (const { boxId } of made) {
		const box = boxes.get(boxId);
		if (!box || !room) continue;
		const needs = newNeeds(ruled, readings, box);
		for (const words of needs.why) why.add(words);
		for (const against of needs.lacks) lacks.add(against);
		if (needs.unknown) warns.push({ level: 'unknown', words: `${needs.unknown} The protection it needs rests on that.` });
		if (needs.lacks.length && needs.at === 'breaker') atBreaker = true;
	}
	const from = at.fromId === null ? undefined : boxes.get(at.fromId);
	if (from) {
		warns.push(...groundWarns(ruled, from, readings), ...(at.set === 'loop' ? [] : supplyWarns(from)));
		warns.push(...boxFits(edition, ruled.job, from).findings.map(asWarn));
		if (from.volumeCuIn === null)
			warns.push({ level: 'unknown', words: `How large ${from.name} is nobody read: box fill with one cable more (314.16).` });
	}
	const is = both(lacks);
	const here = at.fromId === null ? [] : (circuitsOfBox.get(at.fromId) ?? []);
	const breaker = here.find((c) => c.id === at.circuitId) ?? here[0];
	const isAdded = breaker !== undefined && !indexOf(job).circuits.has(breaker.id);
	if (atBreaker && (!breaker || isAdded))
		warns.push({ level: 'unknown', words: `Its breaker is not known: ${DEVICE_WORDS[is]} is to come from there.` });
	const own = atBreaker && breaker && !isAdded ? withOld(breaker.breaker, is) : null;
	return {
		title: moved ? `Moved: ${SETS[at.set].words.toLowerCase()} fed from here, blank cover here` : SETS[at.set].words,
		does: SETS[at.set].does,
		adds: { ...at, protection: atBreaker ? 'none' : is },
		protection: { is: own ?? is, at: atBreaker ? 'breaker' : 'receptacle', why: [...why] },
		fix: own && breaker ? { kind: 'protect-breaker', label: '', circuitId: breaker.id, protection: own } : null,
		warns
	};
}
/** Protection that a new outlet must have in its room, what of it nothing gives yet, and where it may stand. */
export interface NewNeeds {
	why: string[];
	lacks: Against[];
	/** No light and no switched half holds a protecting device. */
	at: 'receptacle' | 'breaker';
	/** What is not known of that, in words; null: nothing. */
	unknown: string | null;
}
/** @param ruled as it is planned @source 210.8, 210.12 */
export function newNeeds(ruled: RuledJob, readings: readonly Reading[], box: RuledJob['job']['boxes'][number]): NewNeeds {
	const { rooms, circuitsOfBox } = indexOf(ruled.job);
	const room = rooms.get(box.roomId ?? '');
	const [device] = box.devices;
	const none: NewNeeds = { why: [], lacks: [], at: 'receptacle', unknown: null };
	if (!device || device.kind === 'switch') return none;
	if (!room) return { ...none, unknown: 'Its room is not known.' };
	const [circuit] = circuitsOfBox.get(box.id) ?? [];
	return knownOr(
		ruled.job,
		() => {
			const need = needOf(ruled, { room, box, device, circuit }, { readings });
			const standing = standingOf(ruled, { box, device, circuit }, readings);
			const required = (['gfci', 'afci'] as const).filter((against) => need[against].required && need[against].because[0]);
			const given = (against: Against) => standing[against]?.name;
			return {
				why: required.map((against) => {
					const gives = given(against);
					return `${WORDS[against]} required (${need[against].because[0]?.section})${gives ? `: ${gives} gives it, if its test proves it` : ''}.`;
				}),
				lacks: required.filter((against) => !standing[against]),
				at: !device.receptacles || isHalved(device) ? ('breaker' as const) : ('receptacle' as const),
				unknown: null
			};
		},
		(unknown) => ({ ...none, unknown })
	);
}
/** One protection that gives all of these. */
export const protectionOf = (lacks: readonly Against[], old: Protection = 'none'): Protection =>
	withOld(old, both(new Set(lacks)));
const both = (of: ReadonlySet<Against>): Protection =>
	of.has('gfci') ? (of.has('afci') ? 'dual' : 'gfci') : of.has('afci') ? 'afci' : 'none';
/** What a breaker gives already it goes on giving. */
const withOld = (old: Protection, more: Protection): Protection =>
	both(new Set((['gfci', 'afci'] as const).filter((a) => gives(old, a) || gives(more, a))));
const WORDS = { gfci: 'GFCI', afci: 'AFCI' } as const;
const asWarn = ({ severity, message }: Finding): Warn => ({ level: severity === 'violation' ? 'bad' : 'look', words: message });
/** A switch loop brings no neutral, and what a switch controls may have no hot but the switched one. @source 404.2(C) */
function supplyWarns({ name, devices, ends, conductors }: Pick<Box, 'name' | 'devices' | 'ends' | 'conductors'>): Warn[] {
	const isSwitch = devices.some((d) => d.kind === 'switch');
	const isSwitched = devices.some(
		(d) => d.kind === 'lighting' || d.switched !== 'none' || (d.kind === 'hard-wired' && d.volts === 120)
	);
	if (isSwitch && !conductors.some((c) => c.means === 'neutral')) {
		const [end] = ends;
		return ends.length === 1 && end?.conductors === 2
			? [
					{
						level: 'bad',
						words: `One two-wire cable at ${name}: a switch loop. No neutral is here, and nothing that needs one is fed from it.`
					}
				]
			: [{ level: 'unknown', words: `Whether a neutral comes into ${name} is not known: read each conductor first.` }];
	}
	if (isSwitched && !conductors.some((c) => c.means === 'hot' && c.alwaysLive))
		return [
			{
				level: 'unknown',
				words: `The hot at ${name} may come through a switch: read it with every switch off. What is fed from it would go off too.`
			}
		];
	return [];
}
/** Without a ground nothing new hangs here: unlike a replacement, new work has no way around one. @source 250.130(C), 406.4(A), 406.4(B) */
function groundWarns({ job }: RuledJob, from: RuledJob['job']['boxes'][number], readings: readonly Reading[]): Warn[] {
	if (bootlegAt(job, from, readings))
		return [
			{ level: 'bad', words: `Its ground is a jumper to neutral: nothing new is fed from ${from.name} until that is off.` }
		];
	const { state, why } = groundOf(job, from, readings);
	if (state === 'none')
		return [
			{
				level: 'bad',
				words: `No ground at ${from.name}: new outlets need one (250.130(C), 406.4(A)). Run a ground wire to it, or feed the new work from elsewhere.`
			}
		];
	return state === 'proven' || state === 'seen'
		? []
		: [{ level: 'unknown', words: `${why} New outlets need a ground: look, and read it.` }];
}

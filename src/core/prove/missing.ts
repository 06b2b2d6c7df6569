import type { Box, Device } from '../model/known';
import type { Meter, ReadingKind } from '../model/kinds';
import { goodWord } from '../model/reading';
import type { Ground } from '../run/ground-at';
import { hasHalves } from '../run/halves';
import { NG_SUSPICIOUS } from './limits';
import type { JudgedReading, Latest } from './verdicts';

/**
 * What an outlet still needs before it may be called good, or before it "reads right", as far as a multimeter reaches. A word is
 * said only where all that it rests on was read: an entry, a plan or the lack of a bad reading are nothing. Codes as in the API.
 */
export const MISSING = {
	contradiction: { words: 'instruments contradict', asks: 'prove the meter on a known live source, and read both again.' },
	volts: { words: 'volts not read', asks: 'read hot to neutral with a voltmeter, with its switch on.' },
	'hot-to-hot': { words: 'hot to hot not read', asks: 'read hot to hot with a voltmeter.' },
	'hot-to-ground': { words: 'ground not read', asks: 'read hot to ground. Hot to neutral shows neither ground nor polarity.' },
	'neutral-to-ground': { words: 'neutral to ground not read', asks: 'read neutral to ground.' },
	'independent-ground': {
		words: 'polarity not read',
		asks: 'there is no ground here: read each slot to an independent ground.'
	},
	protection: { words: 'required protection not there', asks: 'nothing that is known protects it, and its work requires it.' },
	'own-button': { words: 'its button not pressed', asks: 'press its own test button; its face and what it feeds go dead.' },
	'breaker-button': { words: "breaker's button not pressed", asks: "press the breaker's test button, and see what goes dead." },
	'upstream-test': { words: 'upstream device not tested', asks: "press the upstream device's own test button." },
	'outlet-dead-by-it': {
		words: 'not seen dead by its protection',
		asks: 'trip what protects it by its button, and see this outlet dead.'
	},
	'ground-path': {
		words: 'ground path not read',
		asks: 'read the ground path under load. With a multimeter alone: look, dead, that the ground wire is landed with no jumper.'
	},
	'bootleg-check': {
		words: 'bootleg not ruled out',
		asks: 'check for a bootleg, read neutral to ground under load, or look, dead: landed with no jumper.'
	},
	'look-open': { words: 'ground not seen landed', asks: 'look, dead: the ground wire is landed here with no jumper.' },
	'low-impedance': { words: 'not read at low impedance', asks: 'read its volts at low impedance.' },
	grip: { words: 'grip not tried', asks: 'try how a plug holds.' }
} as const satisfies Record<string, { words: string; asks: string }>;
export type Missing = keyof typeof MISSING;

/** What is read of one outlet, each kind by its newest. */
interface OutletRead {
	box: Pick<Box, 'devices'>;
	upper: Latest;
	lower: Latest;
	/** The last that was read under a load, whatever was read idle since. */
	loadedNg: JudgedReading | null;
	ground: Pick<Ground, 'state'>;
	twoHots: boolean;
	/** By its guards that are required, promised by its face or printed on a label. */
	guards: readonly (GuardSeen | null)[];
	contradicts: boolean;
}
/** A protection that an outlet must have, and what was seen of it. */
export interface GuardSeen {
	at: 'here' | 'upstream' | 'breaker';
	/** Its own button was passed since it was put in. */
	own: boolean;
	/** This outlet was seen dead by it. */
	dead: boolean;
	/** A tester at this outlet tripped it: it counts where the ground is proven. */
	byTester: boolean;
}

/** What reads badly was read: that it is bad its own verdict says. */
const isRead = (j: JudgedReading | undefined): j is JudgedReading =>
	j !== undefined && (j.reading.value !== null || j.reading.lamps !== null);
const says = (latest: Latest, kind: 'bootleg' | 'ground-look' | 'grip'): boolean => latest[kind]?.reading.word === goodWord(kind);

/** What a face promises: three slots a ground. */
const promisesGround = ({ devices }: Pick<Box, 'devices'>): boolean =>
	devices.some((d: Device) => d.receptacles > 0 && d.slots === 'grounding');

/** @returns what is missing until it is good, and until it reads right; none: it is */
export function missingOf(c: OutletRead): { good: Missing[]; right: Missing[] } {
	const halves = hasHalves(c.box) ? [c.upper, c.lower] : [{ ...c.lower, ...c.upper }];
	const both: Latest = { ...c.lower, ...c.upper };
	const volts = [...new Set(halves.flatMap((half) => voltsMissing(half, c.twoHots)))];
	if (c.contradicts) return { good: ['contradiction'], right: ['contradiction'] };
	if (!c.box.devices.some((d) => d.receptacles > 0)) return { good: volts, right: volts };
	const grounded = promisesGround(c.box) && c.ground.state !== 'none';
	const proof = grounded ? groundMissing(both, c.loadedNg) : [];
	const guards = c.guards.flatMap((g): Missing[] => (g ? guardMissing(g, grounded && proof.length === 0) : ['protection']));
	const polarity = [...new Set(halves.flatMap((half) => polarityMissing(half, grounded, c.twoHots)))];
	const looked = grounded && !says(both, 'ground-look') ? (['look-open'] as const) : [];
	const grip = says(both, 'grip') ? [] : (['grip'] as const);
	return {
		good: [...volts, ...polarity, ...guards, ...proof],
		right: [...volts, ...meterMissing(halves, grounded, c.twoHots), ...guards, ...looked, ...grip]
	};
}

function voltsMissing(half: Latest, twoHots: boolean): Missing[] {
	if (twoHots) return isRead(half.hh) || isRead(half.hn) ? [] : ['hot-to-hot'];
	return isRead(half.hn) ? [] : ['volts'];
}
/** Which slot is hot: by a ground that is one, else by an independent ground: a jumper on a reversed outlet reads like a right one. */
function polarityMissing(half: Latest, grounded: boolean, twoHots: boolean): Missing[] {
	if (isRead(half.he) && isRead(half.ne)) return [];
	if (!grounded) return twoHots ? [] : ['independent-ground'];
	if (twoHots) return [half.hg, half.h2g].every(isRead) ? [] : ['hot-to-ground'];
	if (isRead(half.lamps)) return [];
	return [...(isRead(half.hg) ? [] : (['hot-to-ground'] as const)), ...(isRead(half.ng) ? [] : (['neutral-to-ground'] as const))];
}
/** The same with a multimeter alone: each pair at low impedance. */
function meterMissing(halves: readonly Latest[], grounded: boolean, twoHots: boolean): Missing[] {
	const low = (j: JudgedReading | undefined): boolean => isRead(j) && j.reading.meter === ('low-impedance' satisfies Meter);
	const kinds: readonly ReadingKind[] = twoHots ? ['hh', 'hg', 'h2g'] : grounded ? ['hn', 'hg', 'ng'] : ['hn', 'he', 'ne'];
	const asked: Partial<Record<ReadingKind, Missing>> = {
		hg: 'hot-to-ground',
		h2g: 'hot-to-ground',
		ng: 'neutral-to-ground',
		he: 'independent-ground',
		ne: 'independent-ground'
	};
	const found = halves.flatMap((half) =>
		kinds.flatMap((k): Missing[] => {
			if (twoHots && !grounded && k !== 'hh') return [];
			return low(half[k]) ? [] : isRead(half[k]) ? ['low-impedance'] : [asked[k] ?? 'volts'];
		})
	);
	return [...new Set(found)];
}
/** A path of low ohms, and that it is no bootleg: neutral and ground of one cable are alike, so ohms alone don't tell. */
function groundMissing(both: Latest, loadedNg: JudgedReading | null): Missing[] {
	const path = isRead(both['ohm-ground']) || isRead(both['dead-ohm-ground']);
	const rises = loadedNg?.verdict.judgments.some(
		(j) => j.on === 'joints' && j.level === 'good' && (j.need ?? 0) >= NG_SUSPICIOUS.leastPredictedV
	);
	const noJumper = says(both, 'bootleg') || says(both, 'ground-look') || rises === true;
	return [...(path ? [] : (['ground-path'] as const)), ...(noJumper ? [] : (['bootleg-check'] as const))];
}
/** What is missing until a protection is proven at an outlet. */
export function guardMissing({ at, own, dead, byTester }: GuardSeen, groundProven: boolean): Missing[] {
	if (byTester && groundProven) return [];
	const button = { here: 'own-button', upstream: 'upstream-test', breaker: 'breaker-button' } as const;
	return [...(own ? [] : [button[at]]), ...(at === 'here' || dead ? [] : (['outlet-dead-by-it'] as const))];
}

/** What to settle next: along the shorter of the two ways, an analyzer's or a multimeter's. */
export const nextMissing = ({
	missing,
	missingRight
}: {
	missing: readonly Missing[];
	missingRight: readonly Missing[];
}): Missing | null => (missingRight.length <= missing.length ? missingRight : missing)[0] ?? null;

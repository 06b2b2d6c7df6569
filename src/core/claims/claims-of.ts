import type { RuledJob } from '../code/ruled-job';
import type { House } from '../house';
import { spaceNumber } from '../model/breaker-name';
import type { Box, Circuit } from '../model/known';
import { proofsOf, type BoxProof, type Level } from '../prove/assess-prove';
import { worst } from '../prove/judgments';
import { CLAIMS, no, unknown, yes, type Claim, type ClaimKey } from './claim';
import { good, looksAgain, missingGood, missingRight } from './good';
import { ground, polarity } from './ground';
import { breakerGuard, guard } from './guards';
import { joints } from './joints';
import { nextMissing, type Missing } from './missing';
import { idsOf, isOutlet, outletCases, type OutletCase, type Seen } from './outlet-case';
import { breakerPower, contacts, energized, offAndDead } from './power';

export type Claims = Readonly<Record<ClaimKey, Claim>>;
export type Word = 'good' | 'good, not read under load' | 'reads right' | 'not known' | 'bad';

/** What may be claimed of an outlet or a half of one. */
export interface OutletClaims extends Claims {
	box: string;
	device: string;
	half: 'upper' | 'lower' | null;
	word: Word;
}
/** What may be claimed of a breaker. */
export interface BreakerClaims extends Pick<Claims, 'off' | 'dead' | 'joints' | 'gfci' | 'afci' | 'good'> {
	circuit: string;
	panel: string | null;
	space: string | null;
}
/** What may be claimed of the terminals of an appliance that is wired in. */
export interface TerminalClaims extends Pick<Claims, 'off' | 'dead' | 'energized' | 'ground' | 'joints' | 'gfci' | 'good'> {
	appliance: string;
	box: string;
}

/** The mark of a place: the gravest of its outlets'. */
export type PlaceLevel = Level | 'right';
/** What stands at one place, of all its outlets; the one answer for every screen, list and paper. */
export interface PlaceClaims {
	id: string;
	outlets: OutletClaims[];
	level: PlaceLevel;
	/** For the mark. */
	word: string;
	/** What settles it: of the first outlet that is not settled. */
	next: Missing | null;
	/** All that is missing until each is good. */
	missing: readonly Missing[];
	/** The same until each reads right, as far as a multimeter reaches. */
	missingRight: readonly Missing[];
	/** Something of it was read. */
	read: boolean;
	/** Readings that no longer stand: of before hands were in it, or with its power off. */
	stale: readonly string[];
}

const WORDS: Readonly<Record<PlaceLevel, string>> = {
	good: 'good',
	right: 'reads right',
	look: 'look again',
	bad: 'bad',
	unknown: 'not known'
};

interface Row {
	claims: OutletClaims;
	level: PlaceLevel;
	next: Missing | null;
	right: readonly Missing[];
}
function rowOf(c: OutletCase, power: Pick<Claims, 'off' | 'dead'>): Row {
	const grounded = ground(c);
	const of = {
		...power,
		energized: energized(c),
		polarity: polarity(c, grounded),
		ground: grounded,
		joints: joints(c),
		gfci: guard(c, 'gfci', grounded),
		afci: guard(c, 'afci', grounded),
		contacts: contacts(c)
	};
	const all = good(c, of);
	const right = missingRight(c, of);
	const level = all.is === 'yes' ? 'good' : all.is === 'no' ? 'bad' : looksAgain(c) ? 'look' : right.length ? 'unknown' : 'right';
	return {
		claims: { box: c.box.id, device: c.device.id, half: c.half, ...of, good: all, word: wordOf(level, of.joints) },
		level,
		next: nextOf(level, level === 'bad' ? missingGood(of) : all.missing, right),
		right
	};
}
/** What is to be settled next: of what reads right what would make it good; of what is bad what is not read yet besides. */
function nextOf(level: PlaceLevel, missing: readonly Missing[], right: readonly Missing[]): Missing | null {
	if (level === 'good') return null;
	if (level === 'right') return missing[0] ?? null;
	return missing.length ? nextMissing({ missing, missingRight: right }) : (right[0] ?? null);
}
const wordOf = (level: PlaceLevel, { is }: Claim): Word =>
	level === 'good'
		? is === 'yes'
			? 'good'
			: 'good, not read under load'
		: level === 'right'
			? 'reads right'
			: level === 'bad'
				? 'bad'
				: 'not known';

/** Of one box, whatever is known of it. @param proof what was read there, judged; null: nothing was */
export function boxClaims(ruled: RuledJob, seen: Seen, { box, proof }: { box: Box; proof: BoxProof | null }): PlaceClaims {
	const power = offAndDead(ruled.job, seen, box.id);
	const cases = outletCases(ruled, seen, { box, proof });
	const rows = cases.map((c) => rowOf(c, power));
	const level = LEVELS.find((l) => rows.some((r) => r.level === l)) ?? 'unknown';
	const notLoaded = rows.some((r) => r.level === 'good' && r.claims.joints.is !== 'yes');
	const open = rows.find((r) => r.level === level);
	return {
		id: box.id,
		outlets: rows.map((r) => r.claims),
		level,
		word: level === 'good' && notLoaded ? 'good, not read under load' : WORDS[level],
		next: open?.next ?? null,
		missing: [...new Set(rows.flatMap((r) => r.claims.good.missing))],
		missingRight: [...new Set(rows.flatMap((r) => (r.level === 'good' ? [] : r.right)))],
		read: proof !== null,
		stale: [...new Set(cases.flatMap((c) => c.stale))]
	};
}
/** The gravest first. */
const LEVELS: readonly PlaceLevel[] = ['bad', 'look', 'unknown', 'right', 'good'];

function breakerClaims(
	ruled: RuledJob,
	seen: Seen,
	{ circuit, proof }: { circuit: Circuit; proof: BoxProof | undefined }
): BreakerClaims {
	const of = { ruled, seen };
	const read = Object.values(proof?.latest ?? {});
	const bad = read.find((j) => j.verdict.level === 'bad');
	const across = proof?.latest.across;
	const joints = bad
		? no(bad.verdict.judgments.find((j) => j.level === 'bad')?.says ?? '', idsOf(bad))
		: across?.verdict.level === 'good'
			? yes('next to nothing across it under load', idsOf(across))
			: unknown(['loaded']);
	const gfci = breakerGuard(of, circuit.id, 'gfci');
	const afci = breakerGuard(of, circuit.id, 'afci');
	const all = [joints, gfci, afci];
	const fails = all.find((c) => c.is === 'no');
	const [first, ...more] = all.flatMap((c) => (c.is === 'unknown' ? c.missing : []));
	return {
		circuit: circuit.id,
		panel: circuit.panelId,
		space: circuit.space === null ? null : spaceNumber(circuit),
		...breakerPower(ruled.job, seen, circuit),
		joints,
		gfci,
		afci,
		good: fails
			? no(fails.why, fails.from)
			: first
				? unknown([first, ...more])
				: yes(
						'read under load',
						all.flatMap((c) => c.from)
					)
	};
}

/** All that may be claimed of a house. */
export interface JobClaims {
	places: ReadonlyMap<string, PlaceClaims>;
	breakers: readonly BreakerClaims[];
	terminals: readonly TerminalClaims[];
}
export const NO_CLAIMS: JobClaims = { places: new Map(), breakers: [], terminals: [] };

const made = new WeakMap<House, JobClaims>();
/** Worked out once for a house. */
export function claimsOf(house: House): JobClaims {
	const before = made.get(house);
	if (before) return before;
	const claims = workedOut(house);
	made.set(house, claims);
	return claims;
}
function workedOut(house: House): JobClaims {
	const { job, edition, readings, events } = house;
	const ruled = { edition, job };
	const seen = { readings, events };
	const proofs = proofsOf(house);
	const places = new Map<string, PlaceClaims>();
	for (const box of job.boxes)
		if (box.devices.some(isOutlet) || proofs.has(box.id))
			places.set(box.id, boxClaims(ruled, seen, { box, proof: proofs.get(box.id) ?? null }));
	for (const [id, proof] of proofs) if (!places.has(id)) places.set(id, panelClaims(id, proof));
	return {
		places,
		breakers: job.circuits.map((c) => breakerClaims(ruled, seen, { circuit: c, proof: proofs.get(c.id) })),
		terminals: job.boxes.flatMap((box) =>
			box.devices.filter((d) => d.kind === 'hard-wired').flatMap((d) => terminalsOf(d.id, places.get(box.id)))
		)
	};
}
function terminalsOf(appliance: string, place: PlaceClaims | undefined): TerminalClaims[] {
	const row = place?.outlets.find((o) => o.device === appliance);
	if (!row) return [];
	const { box, off, dead, energized, ground, joints, gfci, good } = row;
	return [{ appliance, box, off, dead, energized, ground, joints, gfci, good }];
}
/** A panel, or a breaker in it: as its readings have it; no outlet, and never good by readings alone. */
function panelClaims(id: string, proof: BoxProof): PlaceClaims {
	const level = worst([...Object.values(proof.latest), ...proof.rivals].map((j) => j.verdict.level));
	return { id, outlets: [], level, word: WORDS[level], next: null, missing: [], missingRight: [], read: true, stale: [] };
}
/** What was owed of an outlet is proven, as far as the instruments on site reach. */
export const isProven = (place: Pick<PlaceClaims, 'level'> | undefined): boolean =>
	place?.level === 'good' || place?.level === 'right';
/** What was read there is bad, or to be looked at again. */
export const isOff = (place: Pick<PlaceClaims, 'level'> | undefined): boolean =>
	place?.level === 'bad' || place?.level === 'look';
/** The claims of an outlet in the order in which they are told. */
export const claimRows = (of: Claims): { key: ClaimKey; claim: Claim }[] => CLAIMS.map((key) => ({ key, claim: of[key] }));

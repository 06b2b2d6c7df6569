import { once } from '../model/remember';
import { ifKnown, missingOf, type Box, type Circuit, type Fact, type Job, type Cable, type Reading } from '../model/known';
import { CABLE_MAKES, groundless, RACEWAY_MAKES } from '../model/cable-kinds';
import { indexOf } from '../model/job-index';
import { latestReadings } from '../model/latest-readings';

/**
 * How well it is known that a box has an equipment ground: the one place where it is asked. Needs, advice, labels, letter and
 * findings all rest on it.
 * - `proven`: a reading of the ground path under load stands behind it.
 * - `seen`: its wiring method, or a ground wire that was seen, or is planned all the way from the panel: enough to plan by.
 * - `said`: two lamps of a tester, volts to the box, or somebody's word: not enough.
 * - `none`, `unknown`: there is none; nobody has looked.
 */
export type GroundState = 'proven' | 'seen' | 'said' | 'none' | 'unknown';
export interface Ground {
	state: GroundState;
	why: string;
	/** What is to be looked at or read; null: nothing more. */
	ask: string | null;
	/** A fact of its cable that would tell. */
	lacks?: Fact | undefined;
	/** Its ground contact is connected to neutral: that comes off before anything else is chosen. */
	jumper?: boolean | undefined;
}

/** Most of a ground path that a reading calls one where nothing is predicted, ohm. */
const PATH_OHMS = 1;

/** Enough to plan a grounding receptacle by. @source 406.4(D)(1) */
export const hasGround = ({ state }: Pick<Ground, 'state'>): boolean => state === 'proven' || state === 'seen';

/** Its cable would say. */
const CANT_TELL = (lacks: Fact | undefined): Ground => ({
	state: 'unknown',
	why: 'Whether its cable has a ground is not known.',
	ask: 'Look at its cable, dead, and read the ground path under load.',
	lacks
});
const NONE = (why: string): Ground => ({ state: 'none', why, ask: null });
/** Its sheath or its armor carries no equipment ground. @source 250.118, 320.108 */
const bare = (cable: Pick<Cable, 'kind' | 'ground' | 'raceway'>): boolean =>
	!isGroundItself(cable) && (groundless(cable.kind) || !cable.ground);
/** A cable brings an equipment ground: a wire, its armor, or a steel raceway. */
export const bringsGround = (cable: Pick<Cable, 'kind' | 'ground' | 'raceway'>): boolean => !bare(cable);
/** A raceway all of steel is a ground by itself; a flexible one only where it is short, which its cable does not say. @source 250.118 */
const isGroundItself = ({ raceway }: Pick<Cable, 'raceway'>): boolean =>
	raceway !== undefined && RACEWAY_MAKES[raceway].ground === 'yes';
/** Its armor or raceway is its only ground: no wire comes with it. @source 250.118 */
export const isGroundByMetal = (cable: Cable): boolean =>
	isGroundItself(cable)
		? ifKnown(() => cable.ground) !== true
		: ifKnown(() => cable.kind) !== null && CABLE_MAKES[cable.kind].ground === 'armor' && ifKnown(() => cable.ground) !== false;
const METAL_INTO_PLASTIC =
	'A metal raceway or armor is its only ground, and the box is plastic: it grounds nothing here (314.3).';
/** The same where not all of a cable may be known; null: it cannot be told. */
function isBare(cable: Cable): boolean | null {
	if (isGroundItself(cable)) return false;
	if (groundless(ifKnown(() => cable.kind))) return true;
	const ground = ifKnown(() => cable.ground);
	return ground === null ? null : !ground;
}
/** What would tell whether a cable has a ground, of the first of which it cannot be told. */
function untold(cables: readonly Cable[]): Fact | undefined {
	const cable = cables.find((l) => isBare(l) === null);
	return cable && (missingOf(cable, 'kind', 'ground') ?? undefined);
}

/**
 * @param readings of the whole job; the newest that counts says
 * @source 406.4(D)(1), 250.118, 250.130(C)
 * @example ground said present, by two lamps of a tester -> said; a wire seen in a plastic box -> seen
 */
export function groundOf(job: Job, box: Box, readings: readonly Reading[]): Ground {
	return askedOf(job, readings).of(box);
}
/** A box's ground rests on those upstream: each is judged once for one state of a job and its readings. */
const askedOf = once((job: Job, readings: readonly Reading[]) => new Asked(job, readings));

class Asked {
	private readonly known = new Map<Box, Ground>();
	private readonly asked = new Set<string>();
	constructor(
		private readonly job: Job,
		private readonly readings: readonly Reading[]
	) {}

	of(box: Box): Ground {
		const before = this.known.get(box);
		if (before) return before;
		// A run that comes back to itself, in a broken file, proves nothing.
		if (this.asked.has(box.id)) return { state: 'unknown', why: 'Its run loops back on itself.', ask: null };
		this.asked.add(box.id);
		try {
			const ground = this.judged(box);
			this.known.set(box, ground);
			return ground;
		} finally {
			// Where it could not be judged, the next who asks is told so too, not that its run is a loop.
			this.asked.delete(box.id);
		}
	}
	private judged(box: Box): Ground {
		if (this.jumper(box))
			return { ...NONE('Its ground contact is connected to neutral: a bootleg, not a ground.'), jumper: true };
		if (box.ground === 'none') return NONE('There is no ground wire in the box, and the box is not grounded.');
		return box.state === 'found' ? this.found(box) : this.made(box);
	}

	/** The newest of a kind there, of each half of its receptacle that was read. */
	private newest(box: Box, kind: 'bootleg' | 'ohm-ground' | 'dead-ohm-ground' | 'ground-look'): Reading[] {
		const halves = [latestReadings(this.readings), latestReadings(this.readings, 'lower')];
		return halves.flatMap((latest) => latest.get(box.id)?.get(kind) ?? []);
	}
	private jumper(box: Box): boolean {
		return (
			this.newest(box, 'bootleg').some((r) => r.word === 'yes') ||
			this.newest(box, 'ground-look').some((r) => r.word === 'jumper')
		);
	}
	/** That it is no bootleg was checked: a jumper at the device shows a path of low ohms too. */
	private noJumper(box: Box): boolean {
		return (
			this.newest(box, 'bootleg').some((r) => r.word === 'no') || this.newest(box, 'ground-look').some((r) => r.word === 'landed')
		);
	}
	/** By the newest: a path that was good once and is not now proves nothing. */
	private read(box: Box): boolean {
		const paths = [...this.newest(box, 'ohm-ground'), ...this.newest(box, 'dead-ohm-ground')];
		return paths.length > 0 && paths.every((r) => (r.value ?? Infinity) <= PATH_OHMS) && this.noJumper(box);
	}
	private feeds(box: Box): readonly Cable[] {
		return indexOf(this.job).cablesInto.get(box.id) ?? [];
	}

	/** What stands in an old house counts by what was seen and read there, never by what its cable is taken for. */
	private found(box: Box): Ground {
		const cables = this.feeds(box);
		const wire =
			box.conductors.some((c) => c.means === 'ground') ||
			(box.ground === 'present' && box.ends.some((c) => c.ground && !groundless(c.kind)));
		// A cable that has none, and no wire of its own beside it: what the box is said to have comes from nowhere.
		const nowhere = cables.length > 0 && cables.every(isBare) && !wire;
		const method = box.groundProof === 'wiring-method' && !nowhere;
		const seen = wire || (method && box.material === 'plastic');
		const found: Found = { box, cables: cables, wire, nowhere, method, seen, read: this.read(box) };
		return firstOf(FOUND, found) ?? onlySaid(found);
	}

	/** New work has the ground that its cables bring, from the panel or from the box that feeds it. */
	private made(box: Box): Ground {
		const cables = this.feeds(box);
		const read = this.read(box);
		if (!cables.length) return this.loose(box, read);
		const { boxes } = indexOf(this.job);
		const broken = cables.find(isBare);
		if (!cables.some((l) => isBare(l) === false) && untold(cables)) return CANT_TELL(untold(cables));
		if (broken && cables.every(isBare))
			return NONE(`The cable from ${boxes.get(broken.fromId ?? '')?.name ?? 'the panel'} has no ground.`);
		const good = cables.filter((l) => isBare(l) === false && !(box.material === 'plastic' && isGroundByMetal(l)));
		if (!good.length && cables.some((l) => isBare(l) === false)) return NONE(METAL_INTO_PLASTIC);
		const from = good.map((l) => boxes.get(l.fromId ?? ''));
		// One way to the panel is enough: all grounds of a box are joined.
		const up = good.map((l, i): Ground => {
			const box = from[i];
			if (l.fromId === null || l.guess !== undefined) return CANT_TELL({ of: 'cable', id: l.id, field: 'fromId' });
			return box ? this.of(box) : { state: 'seen', why: '', ask: null };
		});
		const best = ORDER.flatMap((state) => up.find((g) => g.state === state) ?? [])[0];
		if (!best || hasGround(best))
			return {
				state: read ? 'proven' : 'seen',
				why: read
					? 'Its cable has a ground, and its path was read under load.'
					: 'Its cable has a ground all the way from the panel.',
				ask: read ? null : 'A reading of the ground path under load proves it.'
			};
		const name = from[up.indexOf(best)]?.name ?? 'the box that feeds it';
		return { ...best, why: `It is fed from ${name}. ${best.why}` };
	}
	/** New, and on no circuit yet. */
	private loose(box: Box, read: boolean): Ground {
		if (box.ground === 'unknown')
			return { state: 'unknown', why: 'It is on no circuit yet: its ground is not known.', ask: 'Put it on a circuit.' };
		return {
			state: read ? 'proven' : 'seen',
			why: read ? 'By a reading of the ground path under load.' : 'A ground is planned for it.',
			ask: null
		};
	}
}
/** What an old box shows of its ground. */
interface Found {
	box: Box;
	/** Cables that feed it. */
	cables: readonly Cable[];
	/** A ground wire was seen in it. */
	wire: boolean;
	/** Its cables are known to have none. */
	nowhere: boolean;
	/** It is said to have one by its wiring method, and no cable says otherwise. */
	method: boolean;
	/** A wire, or what shows one. */
	seen: boolean;
	/** The path was read under load, and holds. */
	read: boolean;
}
const kindOf = (cable: Cable) => ifKnown(() => cable.kind);
/** What its ground is, the first that answers. @source 250.118, 250.148, 314.3, 406.4(D) */
const FOUND: readonly ((found: Found) => Ground | null)[] = [
	function oldArmor({ cables, wire }) {
		const none = cables.some((l) => kindOf(l) === 'old-AC') && !wire;
		return none ? NONE('Old armored cable without a bonding strip is not a ground.') : null;
	},
	function cablesWithout({ box, cables, wire }) {
		if (box.ground !== 'unknown' || wire || !cables.length) return null;
		if (!cables.every((l) => !isGroundItself(l) && groundless(kindOf(l)))) return null;
		return NONE(
			cables.every((l) => kindOf(l) === 'knob-and-tube')
				? 'It is wired by knob and tube, without a ground.'
				: 'Its cable is two-wire, without a ground.'
		);
	},
	function metalIntoPlastic({ box, cables, wire }) {
		const ends = box.material === 'plastic' && !wire && cables.length > 0 && cables.every(isGroundByMetal);
		return ends ? NONE(METAL_INTO_PLASTIC) : null;
	},
	function nobodyLooked({ box, cables, wire }) {
		if (box.ground !== 'unknown' || wire) return null;
		return {
			state: 'unknown',
			why: 'Whether it has a ground is not known.',
			ask: 'Open it, dead: check the wiring method and read the ground path under load.',
			lacks: untold(cables)
		};
	},
	function cableNotTold({ box, cables, wire }) {
		// Its word is as good as its cable, where that is not known to have one.
		const rests = !wire && box.groundProof === 'wiring-method' && cables.length > 0;
		return rests && !cables.some((l) => isBare(l) === false) && untold(cables) ? CANT_TELL(untold(cables)) : null;
	},
	function pathRead({ read, seen }) {
		if (!read) return null;
		const why = seen
			? 'A ground wire is in the box, and its path was read under load.'
			: 'By a reading of the ground path under load.';
		return { state: 'proven', why, ask: null };
	},
	function wireSeen({ seen }) {
		if (!seen) return null;
		return { state: 'seen', why: 'A ground wire is in the box.', ask: 'A reading of the ground path under load proves it.' };
	},
	function boxNotTold({ box, method }) {
		// In a plastic box its wiring method shows a wire, in a metal one perhaps only the box.
		if (!method || box.material !== null) return null;
		return {
			state: 'unknown',
			why: 'Whether the box is metal or plastic is not known.',
			ask: 'Look at the box: in a metal one read the ground path under load.',
			lacks: { of: 'box', id: box.id, field: 'material' }
		};
	}
];
const firstOf = <T, R>(rules: readonly ((of: T) => R | null)[], of: T): R | null => {
	for (const rule of rules) {
		const answer = rule(of);
		if (answer !== null) return answer;
	}
	return null;
};
/** Somebody's word, and nothing else. */
const onlySaid = ({ box, nowhere }: Found): Ground => ({
	state: 'said',
	why: nowhere
		? 'It is entered as having one; its cable has none.'
		: box.groundProof === 'tester-lamps'
			? 'Two lamps on a tester say so: a jumper to neutral shows the same.'
			: 'It is entered as having one; that is not proof.',
	ask:
		box.material === 'metal'
			? 'A metal box: its wiring method, and a reading of the ground path under load.'
			: 'Its wiring method, or a reading of the ground path under load.'
});
const ORDER: readonly GroundState[] = ['proven', 'seen', 'said', 'unknown', 'none'];

/** A ground wire that goes on from a box which has none itself. @source 406.4(D)(2), 250.130(C) */
export const carriedOn = (job: Job, box: Box, circuits: readonly Circuit[]): Cable[] =>
	circuits.flatMap((c) => (indexOf(job).cablesOfCircuit.get(c.id) ?? []).filter((l) => l.fromId === box.id && !bare(l)));

/** Volts that a ground contact reads only where it is connected to something. */
const CONNECTED_V = 100;
/**
 * A bootleg at a box: `seen` or found by a check; `suspected`: it reads like a ground where there is none.
 * @returns null: nothing that was read there says so
 */
export function bootlegAt(job: Job, box: Box, readings: readonly Reading[]): 'seen' | 'suspected' | null {
	const ground = groundOf(job, box, readings);
	if (ground.jumper) return 'seen';
	if (ground.state !== 'none') return null;
	const read = [latestReadings(readings), latestReadings(readings, 'lower')].flatMap((l) => l.get(box.id) ?? []);
	const reads = read.some((of) => of.get('lamps')?.lamps === 'on on off' || (of.get('hg')?.value ?? 0) >= CONNECTED_V);
	const checked = read.some((of) => of.get('ground-look')?.word === 'none');
	return reads && !checked ? 'suspected' : null;
}
/** What comes before any remedy of a bootleg. A GFCI does not see a jumper on its LINE side. */
export const JUMPER_OFF: Readonly<Record<'seen' | 'suspected', string>> = {
	seen: 'Off, verified dead: take the jumper between neutral and ground off here, and look for one at the boxes next to it. Read again, then choose. A GFCI does not see a jumper on its LINE side, and with the neutral lost the metal of what is plugged in is at 120 V.',
	suspected:
		'It reads like a ground where there is none. Off, verified dead: look for a jumper between neutral and ground here and at the boxes next to it, and take it off. Read again, then choose.'
};

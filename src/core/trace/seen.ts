import { analyzerAt, lampVoltsAt, loopOhms, meterAt, shellVolts, touchAt, voltsWith, type Port } from '../instruments/port';
import { LAMPS, type Lamp } from '../instruments/meter';
import type { RunInstrument } from '../instruments/run-reading';
import { DROP_FROM_V, RANGE, SPREAD } from './spread';

/** What was seen at one outlet: a reading of an instrument, any of its fields; or that it is dead, or works. */
export interface Seen {
	/** By its number among the outlets. */
	outlet: number;
	instrument: RunInstrument | 'dead' | 'works' | 'ohms' | 'shell';
	/** By field: figures, words, or null: the instrument finds nothing. */
	fields: Readonly<Record<string, number | string | null>>;
	/** Of an analyzer, A. */
	loadA: number;
	/** Read with everything on it unplugged. */
	unplugged?: boolean | undefined;
	/** Its meter was proven on a known live source just before and after. */
	proven?: boolean | undefined;
}
/** What of the run a reading needs besides the port. */
export interface Here {
	/** Supply, V. */
	full: number;
	/** Of each outlet: ohms of neutral and ground of a sound run; null: none. */
	soundLoops: readonly (number | null)[];
}

/** One figure or word that an instrument shows, as the network has it. */
export type Display =
	/** `ghost`: one of its conductors hangs on nothing, and the meter is of 10 Mohm. */
	| { of: 'volts'; value: number | null; ghost?: boolean }
	| { of: 'lamp'; volts: number }
	| { of: 'drop'; value: number | null; volts: number }
	/** `volts`: those that drive the amps by which they are found; left out: an ohmmeter's own. */
	| { of: 'ohms'; value: number | null; volts?: number }
	| { of: 'touch'; value: number | null }
	| { of: 'word'; value: string }
	| { of: 'use'; volts: number };

/** All that an instrument shows at a port, by the names of its fields. @param loadA of an analyzer, A */
export function shownAt(
	port: Port,
	{ instrument, outlet, loadA }: Pick<Seen, 'instrument' | 'outlet' | 'loadA'>,
	{ full, soundLoops }: Here
): Record<string, Display> {
	switch (instrument) {
		case 'voltmeter':
		case 'low-impedance': {
			const { hn, hg, ng } = meterAt(port, instrument);
			const volts = (pair: 'hn' | 'hg' | 'ng', value: number | null): Display => ({
				of: 'volts',
				value,
				ghost: instrument === 'voltmeter' && value !== null && loopOhms(port, pair) > SPREAD.ghost.fromOhms
			});
			return { hn: volts('hn', hn), hg: volts('hg', hg), ng: volts('ng', ng) };
		}
		case 'lamps': {
			const { hn, hg, ng } = lampVoltsAt(port);
			return { hn: { of: 'lamp', volts: hn }, hg: { of: 'lamp', volts: hg }, ng: { of: 'lamp', volts: ng } };
		}
		case 'analyzer': {
			const a = analyzerAt(port, full, { loadA, soundLoop: soundLoops[outlet] ?? null });
			return {
				volts: { of: 'volts', value: a.volts },
				loadedVolts: { of: 'volts', value: a.loadedVolts },
				dropPercent: { of: 'drop', value: a.dropPercent, volts: a.volts },
				hotOhms: { of: 'ohms', value: a.hotOhms, volts: a.volts },
				neutralOhms: { of: 'ohms', value: a.neutralOhms, volts: a.volts },
				groundOhms: { of: 'ohms', value: a.groundOhms },
				bootleg: { of: 'word', value: a.bootleg }
			};
		}
		case 'shell-touch':
			return { milliamps: { of: 'touch', value: touchAt(port) } };
		case 'ohms': {
			const ohms = (pair: 'hn' | 'hg' | 'ng'): Display => {
				const value = loopOhms(port, pair);
				return { of: 'ohms', value: value < OVER_RANGE_OHMS ? value : null };
			};
			return { hn: ohms('hn'), hg: ohms('hg'), ng: ohms('ng') };
		}
		case 'shell':
			return { volts: { of: 'volts', value: shellVolts(port) } };
		case 'dead':
		case 'works':
			return { use: { of: 'use', volts: voltsWith(port, 'hn', SPREAD.use.ohms) ?? 0 } };
	}
}

/** Over this an ohmmeter shows nothing: only strays and dust are left. */
export const OVER_RANGE_OHMS = 2e5;
/** How far a figure strays, in its own unit. */
export function spreadOf(shown: Display): number {
	switch (shown.of) {
		case 'volts':
			return shown.ghost ? GHOST_SD : SPREAD.volts.share * Math.abs(shown.value ?? 0) + SPREAD.volts.plus;
		case 'drop':
			return Math.max(SPREAD.drop.points, SPREAD.drop.share * Math.abs(shown.value ?? 0));
		case 'ohms':
			return SPREAD.ohms.share * Math.abs(shown.value ?? 0) + SPREAD.ohms.plus;
		case 'touch':
			return SPREAD.touch.share * Math.abs(shown.value ?? 0) + SPREAD.touch.plus;
		default:
			return 0;
	}
}
/** Of volts evenly spread over their range. */
const GHOST_SD = (SPREAD.ghost.toV - SPREAD.ghost.fromV) / Math.sqrt(12);
/** How likely a ghost is of so many volts: anything in its range, seldom outside. */
const ghostOdds = (volts: number, full: number): number => {
	const { fromV, toV, share } = SPREAD.ghost;
	const within = volts >= fromV && volts <= toV ? share / (toV - fromV) : 0;
	return within + (1 - share) / (RANGE.voltsTimes * full);
};
/** Nothing can be said of a drop where there are no volts, nor of ohms that its amps would find: whether they are shown hangs on a trickle. */
export const saysNothing = (s: Display): boolean => (s.of === 'drop' || s.of === 'ohms') && (s.volts ?? Infinity) < DROP_FROM_V;

const WRONG = 1 - SPREAD.right;
/** Of a normal curve under x. @source Abramowitz and Stegun 7.1.26 */
export function below(x: number): number {
	const t = 1 / (1 + 0.3275911 * (Math.abs(x) / Math.SQRT2));
	const poly = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
	const tailed = 0.5 * poly * Math.exp(-(x * x) / 2);
	return x > 0 ? 1 - tailed : tailed;
}
/** How likely each word of a lamp is at so many volts: dim near its threshold. */
export function lampOdds(volts: number): Record<Lamp, number> {
	// No function is made here: this is asked for millions of times.
	const on = below((volts - LAMPS.onV) / SPREAD.lampV);
	const lit = below((volts - LAMPS.dimV) / SPREAD.lampV);
	return { on: soft(on), dim: soft(Math.max(0, lit - on)), off: soft(1 - lit) };
}
const soft = (p: number): number => SPREAD.right * p + WRONG / RANGE.lamps;
/** How likely an outlet with a load on is called dead. */
export function deadOdds(volts: number): number {
	const { deadBelowV, worksFromV } = SPREAD.use;
	const share = Math.min(1, Math.max(0, (worksFromV - volts) / (worksFromV - deadBelowV)));
	return SPREAD.right * share + WRONG / RANGE.use;
}
const ROOT_2PI = Math.sqrt(2 * Math.PI);
/** Log of a normal curve. */
const bellLog = (x: number, mean: number, sd: number): number => -0.5 * ((x - mean) / sd) ** 2 - Math.log(sd * ROOT_2PI);

/** How likely a word is, or a figure whose stray has nothing to do with the service's volts, where the network shows this. */
function fixedOdds(
	got: number | string | null,
	s: Display,
	{ full, more, blur }: { full: number; more: number; blur: number }
): number {
	if (s.of === 'word') return got === s.value ? SPREAD.right : WRONG / RANGE.bootleg;
	// Without volts an analyzer seldom shows a drop at all.
	if (saysNothing(s)) {
		const shows = s.of === 'drop' ? SPREAD.dropOnNothing : SPREAD.ohmsOnNothing;
		return got === null ? 1 - shows : shows * wildOdds(s, full);
	}
	const value = 'value' in s ? s.value : null;
	// A contact that is not there: what was read was read to something else.
	if (s.of === 'volts' && value === null) return wildOdds(s, full);
	if (s.of === 'volts' && s.ghost && typeof got === 'number') return ghostOdds(got, full);
	if (got === null || value === null) return got === value ? SPREAD.right : WRONG * wildOdds(s, full);
	return typeof got === 'number' && typeof value === 'number' ? Math.exp(bellLog(got, value, blur * spreadOf(s) + more)) : WRONG;
}
/** The same of a lamp or a use, which go with the service's volts, at one share of them. */
function scaledOdds({ got, shown: s }: Moving, scale: number): number {
	if (s.of === 'lamp') return lampOdds(s.volts * scale)[got as Lamp] ?? WRONG;
	if (s.of === 'use') return got === 'dead' ? deadOdds(s.volts * scale) : 1 - deadOdds(s.volts * scale);
	return WRONG;
}
interface Moving {
	got: number | string | null;
	shown: Display;
}
/** Volts that were read beside those of the network, and how much more than usual they may stray; `many` of them. Used again for each port: it is asked for by the million. */
const volts = { many: 0, got: new Float64Array(8), value: new Float64Array(8), more: new Float64Array(8) };
/** How likely all of the volts are together, at one share of the service's. */
function voltsOdds(scale: number, blur: number): number {
	let far = 0;
	let spread = 1;
	for (let k = 0; k < volts.many; k++) {
		const mean = (volts.value[k] as number) * scale;
		const sd = blur * (SPREAD.volts.share * mean + SPREAD.volts.plus) + (volts.more[k] as number);
		const off = ((volts.got[k] as number) - mean) / sd;
		far += off * off;
		spread *= sd * ROOT_2PI;
	}
	return Math.exp(-0.5 * far) / spread;
}
/** The loads that are on are none of those tried: a figure strays by a share of what those change of it, in its unit. */
function byLoads(s: Display, bare: Display | undefined): number {
	if (!bare || !('value' in s) || !('value' in bare) || typeof s.value !== 'number' || typeof bare.value !== 'number') return 0;
	return SPREAD.byLoads * Math.abs(s.value - bare.value);
}
/** The same of a reading that is wrong: anything in its range. */
function wildOdds(s: Display, full: number): number {
	switch (s.of) {
		case 'volts':
			return 1 / (RANGE.voltsTimes * full);
		case 'drop':
			return 1 / RANGE.drop;
		case 'ohms':
			return 1 / RANGE.ohms;
		case 'touch':
			return 1 / RANGE.touch;
		case 'lamp':
			return 1 / RANGE.lamps;
		case 'word':
			return 1 / RANGE.bootleg;
		case 'use':
			return 1 / RANGE.use;
	}
}

/** Loaded volts say nothing more where the drop is there too. */
const redundant = (seen: Seen, field: string): boolean => field === 'loadedVolts' && typeof seen.fields.dropPercent === 'number';
const fieldsOf = (seen: Seen): string[] => Object.keys(seen.fields).filter((f) => !redundant(seen, f));

/** The volts of the service, as shares of what they are taken for, and how likely each is. */
export function supplyShares(full: number): { scale: number; odds: number }[] {
	const steps = [-2.5, -2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5, 2, 2.5];
	const raw = steps.map((n) => ({ scale: 1 + (n * SPREAD.serviceVolts) / full, odds: Math.exp((-n * n) / 2) }));
	const sum = raw.reduce((s, r) => s + r.odds, 0);
	return raw.map((r) => ({ ...r, odds: r.odds / sum }));
}
/** Idle volts go with what is on elsewhere; lamps and what a load of its own shows hardly do. */
export const goesWithLoads = ({ instrument, unplugged }: Seen): boolean =>
	!unplugged && (instrument === 'voltmeter' || instrument === 'low-impedance' || instrument === 'analyzer');

/**
 * Log of how likely an observation is at a port, for each way in which loads may be on, and of each for each share of the supply.
 * @param out where it is written to, one each; longer than what `lived` needs: every way is the same
 * @param of `lived`: the port with loads on elsewhere, as far as nobody knows them, in ways as likely as the port as it is; `blur`: spreads are
 * so many times as wide
 */
export function oddsAt(
	out: Float64Array,
	seen: Seen,
	{
		port,
		lived,
		here,
		blur = 1
	}: { port: Port; lived: readonly Port[]; here: Here & { shares: readonly { scale: number }[] }; blur?: number }
): void {
	const fields = fieldsOf(seen);
	const many = here.shares.length;
	let wild = 1;
	const bare = shownAt(port, seen, here);
	for (let n = -1; n < lived.length; n++) {
		const shown = n < 0 ? bare : shownAt(lived[n] as Port, seen, here);
		let fixed = 1;
		const moving: Moving[] = [];
		volts.many = 0;
		for (const f of fields) {
			const s = shown[f];
			if (!s) continue;
			const got = seen.fields[f] ?? null;
			if (n < 0) wild *= wildOdds(s, here.full);
			const more = n < 0 ? 0 : byLoads(s, bare[f]);
			if (s.of === 'volts' && s.value !== null && !s.ghost && typeof got === 'number') {
				volts.got[volts.many] = got;
				volts.value[volts.many] = s.value;
				volts.more[volts.many++] = more;
			} else if (s.of === 'lamp' || s.of === 'use') moving.push({ got, shown: s });
			else fixed *= fixedOdds(got, s, { full: here.full, more, blur });
		}
		for (let i = 0; i < many; i++) {
			const scale = here.shares[i]?.scale ?? 1;
			let odds = fixed * (volts.many ? voltsOdds(scale, blur) : 1);
			for (const m of moving) odds *= scaledOdds(m, scale);
			out[(n + 1) * many + i] = odds;
		}
	}
	const lies = liesOdds(seen, fields);
	const right = 1 - SPREAD.slip - (lies > 0 ? SPREAD.meterLies : 0);
	const ways = 1 + lived.length;
	for (let i = 0; i < many; i++) {
		let any = 0;
		for (let n = 0; n < ways; n++) any += (out[n * many + i] as number) / ways;
		// What nobody has on or off shows in each way alike.
		for (let at = i, n = 0; at < out.length; at += many, n++) {
			const odds = ways > 1 ? SPREAD.sameLoads * (out[n * many + i] as number) + (1 - SPREAD.sameLoads) * any : any;
			out[at] = Math.log(right * odds + SPREAD.slip * wild + SPREAD.meterLies * lies);
		}
	}
}
/** How likely a meter that shows nothing, whatever there is, shows what was read; one that was proven before and after does not lie. */
function liesOdds({ instrument, fields, proven }: Seen, names: readonly string[]): number {
	if (proven || (instrument !== 'voltmeter' && instrument !== 'low-impedance')) return 0;
	let odds = 1;
	for (const f of names) {
		const got = fields[f];
		if (typeof got !== 'number') return 0;
		odds *= Math.exp(bellLog(got, 0, SPREAD.volts.plus));
	}
	return odds;
}
/** What a field of an instrument shows, where it is a figure. */
const FIGURES: Readonly<Record<string, 'volts' | 'drop' | 'ohms' | 'touch'>> = {
	hn: 'volts',
	hg: 'volts',
	ng: 'volts',
	volts: 'volts',
	loadedVolts: 'volts',
	dropPercent: 'drop',
	hotOhms: 'ohms',
	neutralOhms: 'ohms',
	groundOhms: 'ohms',
	milliamps: 'touch'
};
/** The same of an ohmmeter, whose pairs are ohms. */
const OHMS = ['hn', 'hg', 'ng'];
/** A spread is that of what the network shows, which may be this much less than what was read. */
const NEAR_SHARE = 0.95;
/** Log of how likely an observation can be at most, whatever the network is. */
export function mostLog(seen: Seen): number {
	return fieldsOf(seen).reduce((sum, f) => {
		const got = seen.fields[f];
		const of = seen.instrument === 'ohms' && OHMS.includes(f) ? 'ohms' : FIGURES[f];
		if (typeof got !== 'number' || !of) return sum;
		const near: Display = of === 'drop' ? { of, value: NEAR_SHARE * got, volts: Infinity } : { of, value: NEAR_SHARE * got };
		return sum + Math.max(0, -Math.log(spreadOf(near) * ROOT_2PI));
	}, 0);
}
/** The same for what nobody thought of: every figure anywhere in its range. */
export function wildLog(seen: Seen, port: Port, here: Here): number {
	const shown = shownAt(port, seen, here);
	return fieldsOf(seen).reduce((sum, f) => sum + (shown[f] ? Math.log(wildOdds(shown[f], here.full)) : 0), 0);
}

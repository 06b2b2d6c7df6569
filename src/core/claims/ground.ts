import { LIT_V } from '../instruments/thresholds';
import { goodWord } from '../model/reading';
import { NG_SUSPICIOUS } from '../prove/limits';
import type { JudgedReading } from '../prove/assess-prove';
import { cantTell } from '../protection/standing';
import { no, notRequired, unknown, yes, type Claim } from './claim';
import type { Missing } from './missing';
import { idsOf, ofKind, type OutletCase } from './outlet-case';

/** Whether an outlet has a ground, and which of its slots is hot. A bootleg shows the same lamps and the same volts as a ground. */

/** Its face promises one, or metal that is wired in stands on one. */
const promises = ({ device, standing: { ground } }: OutletCase): boolean =>
	device.receptacles > 0 ? device.slots === 'grounding' : ground.state !== 'none';

/** What three lamps, or three volts without a load, show: hot-neutral, hot-ground, neutral-ground. */
interface Pattern {
	shows: string;
	from: string[];
}
function patterns({ read: { lamps, hn, hg, ng } }: OutletCase): Pattern[] {
	const lit = (j: JudgedReading) => (Math.abs(j.reading.value ?? 0) >= LIT_V ? 'on' : 'off');
	const idle = [hn, hg, ng].every((j) => j && j.reading.loadA === null && j.reading.value !== null);
	return [
		...(hn && hg && ng && idle ? [{ shows: `${lit(hn)} ${lit(hg)} ${lit(ng)}`, from: idsOf(hn, hg, ng) }] : []),
		...(lamps?.reading.lamps ? [{ shows: lamps.reading.lamps, from: idsOf(lamps) }] : [])
	];
}
const OPEN_GROUND = 'on off off';
const RIGHT = 'on on off';
/** The hot is on a slot where it does not belong. */
const EXCHANGED = ['on off on', 'off on on'];

/** A ground that was read, and is no bootleg; lamps and idle volts never tell. */
export function ground(c: OutletCase): Claim {
	const { device, read, standing } = c;
	const { state } = standing.ground;
	if (!promises(c)) return notRequired(device.receptacles ? 'its face promises no ground' : 'it has no ground');
	if (state === 'none') return withoutGround(c);
	const against = [...NAYS.flatMap((kind) => ofKind(c, kind))].find((j) => j.verdict.level === 'bad');
	if (against) return no(against.verdict.judgments.find((j) => j.level === 'bad')?.says ?? '', idsOf(against));
	const open = patterns(c).find((p) => p.shows === OPEN_GROUND);
	if (open) return no('open ground', open.from);
	const paths = [read['dead-ohm-ground'], read['ohm-ground']].filter((j) => j !== undefined);
	const path = paths.find((j) => j.verdict.level === 'good');
	const noJumper = JUMPER_OUT.map((of) => of(c)).find((j) => j !== undefined);
	if (path && noJumper) return yes('its ground path was read, and no bootleg', idsOf(path, noJumper));
	const [doubtful] = paths;
	const missing: [Missing, ...Missing[]] = path
		? ['bootleg-check']
		: noJumper
			? ['ground-path']
			: ['ground-path', 'bootleg-check'];
	const nearPanel = read.bootleg?.reading.word === 'cannot-tell' && missing.includes('bootleg-check');
	return unknown(
		missing,
		!path && doubtful
			? doubtful.verdict.judgments[0]?.says
			: nearPanel
				? "bootleg not ruled out: this close to the panel it can't be told by readings"
				: undefined,
		idsOf(path, noJumper)
	);
}
/** Three slots, and no ground behind them: ground-fault protection may stand for it. */
function withoutGround({ box, circuit, standing }: OutletCase): Claim {
	if (standing.gfci) return notRequired('no ground: GFCI protection stands for it');
	if (!cantTell(standing)) return no(`no ground: ${standing.ground.why}`, [box.id]);
	return unknown([circuit ? 'run' : 'circuit', 'protection'], 'no ground, and what protects it is not known', [box.id]);
}
/** What says that there is no ground, or that it stands on neutral. */
const NAYS = ['bootleg', 'ground-look', 'dead-ohm-ground', 'ohm-ground', 'ge'] as const;
/** That it is no bootleg: checked, seen, or told by what neutral rises to under a load. Ohms of one cable's wires are alike. */
const JUMPER_OUT: readonly ((c: OutletCase) => JudgedReading | undefined)[] = [
	({ read: { bootleg } }) => (bootleg?.reading.word === goodWord('bootleg') ? bootleg : undefined),
	({ read }) => (read['ground-look']?.reading.word === goodWord('ground-look') ? read['ground-look'] : undefined),
	(c) =>
		ofKind(c, 'ng').find(
			({ reading, verdict }) =>
				reading.loadA !== null &&
				verdict.judgments.some((j) => j.on === 'joints' && j.level === 'good' && (j.need ?? 0) >= NG_SUSPICIOUS.leastPredictedV)
		)
];

/** Which slot is hot: by a ground that is one, else by an independent ground. @param ground its claim */
export function polarity(c: OutletCase, grounded: Claim): Claim {
	const { he, ne, ge, hg, ng, h2g, lamps } = c.read;
	if (c.contradicts) return unknown(['contradiction']);
	if (ge?.verdict.level === 'bad') return no(ge.verdict.judgments[0]?.says ?? '', idsOf(ge));
	if (c.twoHots) {
		if (grounded.is === 'not-required') return notRequired('between two hots there is none');
		if (hg && h2g && isSound(hg, h2g)) return withGround(grounded, 'each hot to ground', idsOf(hg, h2g));
		return unknown(['hot-to-ground']);
	}
	if (!c.device.receptacles && c.device.kind !== 'lighting') return notRequired('it has no slots');
	const exchanged = patterns(c).find((p) => EXCHANGED.includes(p.shows));
	if (exchanged) return no('hot and neutral, or hot and ground, are exchanged', exchanged.from);
	if (he && ne) {
		if (isSound(he, ne)) return yes('each slot read to an independent ground', idsOf(he, ne));
		if (ne.verdict.level === 'bad') return no(ne.verdict.judgments[0]?.says ?? '', idsOf(he, ne));
		return unknown(['independent-ground'], 'a slot to an independent ground reads unclear', idsOf(he, ne));
	}
	if (grounded.is === 'not-required' || grounded.is === 'no') return unknown(['independent-ground']);
	if (hg && ng && isSound(hg, ng)) return withGround(grounded, 'hot and neutral each read to ground', idsOf(hg, ng));
	if (lamps?.reading.lamps === RIGHT) return withGround(grounded, 'three lamps on a ground that was read', idsOf(lamps));
	return hg ? unknown(['neutral-to-ground']) : ng ? unknown(['hot-to-ground']) : unknown(['hot-to-ground', 'neutral-to-ground']);
}
const isSound = (...of: readonly JudgedReading[]): boolean => of.every((j) => j.verdict.level === 'good');
/** What is read to a ground says no more than that ground. */
function withGround(grounded: Claim, why: string, from: readonly string[]): Claim {
	const [first, ...more] = grounded.missing;
	if (grounded.is === 'yes') return yes(why, [...from, ...grounded.from]);
	return first ? unknown([first, ...more], undefined, from) : unknown(['independent-ground'], undefined, from);
}

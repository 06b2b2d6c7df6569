import type { Edition } from '../code/shape/edition';
import { RACEWAY_MAKES } from '../model/cable-kinds';
import type { Raceway } from '../model/kinds';
import { compareGauge, type Awg } from '../units/gauge';
import { show } from '../units/quantity';

/** One piece of raceway between two pull points, as it is run. What is not said is null. */
export interface RacewayRun {
	raceway: Raceway;
	/** Trade size, in. */
	sizeIn: number;
	lengthFt: number | null;
	/** Each bend, degrees. */
	bends: readonly number[];
	/** Of the circuit in it, A. */
	breakerA: number | null;
	largestAwg: Awg | null;
	/** A conductor for the ground is pulled with the others. */
	wireGround: boolean;
	where: 'inside' | 'outdoors' | 'buried';
}
interface RunPoint {
	level: 'good' | 'look' | 'bad' | 'unknown';
	says: string;
	section: string;
}
/**
 * Limits that one raceway is held to. `groundFt` and `groundA`: of flexible metal, as the ground; `liquidtight`: of its larger sizes up to so many amps; `longFt`: rigid PVC outdoors moves
 * that much more than its couplings take.
 * @source 300.4(G), 352.44, 250.118(5) and (6), 358.26 and alike, 300.5(H)
 */
const LIMITS = {
	bendsDeg: 360,
	groundFt: 6,
	groundA: 20,
	liquidtight: { overIn: 0.5, toIn: 1.25, amps: 60 },
	bushingFrom: '4' as Awg,
	longFt: 25
} as const;
const FLEXIBLE: readonly Raceway[] = ['FMC', 'LFMC', 'LFNC'];
const RIGID_PVC: readonly Raceway[] = ['PVC-40', 'PVC-80', 'RTRC', 'RTRC-XW'];

/** Bends, supports, ground, bushings, expansion of one raceway. @example EMT, 40 ft, four bends of 90 -> 360 degrees, five straps and two at its ends */
export function racewayRun({ supports }: Edition, r: RacewayRun): RunPoint[] {
	const points: RunPoint[] = [];
	const say = (level: RunPoint['level'], says: string, section: string) => points.push({ level, says, section });
	const bends = r.bends.reduce((sum, b) => sum + b, 0);
	say(
		bends > LIMITS.bendsDeg ? 'bad' : 'good',
		bends > LIMITS.bendsDeg
			? `${show(bends, 0)}° of bends: at most ${LIMITS.bendsDeg}° between pull points. Put a box or a conduit body in between`
			: `${show(bends, 0)}° of bends, at most ${LIMITS.bendsDeg}°`,
		'358.26 and alike'
	);
	const own = supports.raceways[r.raceway];
	const everyIn = RIGID_PVC.includes(r.raceway) && r.sizeIn >= supports.largePvc.fromIn ? supports.largePvc.everyIn : own.everyIn;
	if (r.lengthFt === null)
		say(
			'unknown',
			`Its length is not known: straps within ${own.boxIn} in of each box, then every ${show(everyIn / INCHES, 1)} ft`,
			own.rule.section
		);
	else
		say(
			'good',
			`${Math.ceil((r.lengthFt * INCHES) / everyIn - 1e-9) + 2} straps: within ${own.boxIn} in of each box, then every ${show(everyIn / INCHES, 1)} ft`,
			own.rule.section
		);
	ground(r, say);
	if (r.largestAwg !== null && compareGauge(r.largestAwg, LIMITS.bushingFrom) >= 0)
		say('look', `${r.largestAwg} AWG: an insulating bushing, or a fitting with a smooth throat, where it enters`, '300.4(G)');
	if (r.where !== 'inside' && RIGID_PVC.includes(r.raceway) && (r.lengthFt === null || r.lengthFt >= LIMITS.longFt))
		say('look', 'Outdoors it grows and shrinks with the weather: an expansion fitting where it moves 1/4 in or more', '352.44');
	if (r.raceway === 'FMC' && r.where !== 'inside')
		say('bad', 'Flexible metal conduit is not for wet places: liquidtight', '348.12');
	if (r.where === 'buried')
		say(
			'look',
			'A bushing at the end where a cable comes out of it in the ground; sealed where it enters the building',
			'300.5(G), (H)'
		);
	if (FLEXIBLE.includes(r.raceway) && r.where === 'outdoors')
		say(
			'look',
			'A whip to a condenser or a heater: as short as it can be, its conductors marked for wet, its cover back on',
			'440, 350'
		);
	return points;
}
const INCHES = 12;
/** Is the raceway its own ground, and does it need one beside it. */
function ground(r: RacewayRun, say: (level: RunPoint['level'], says: string, section: string) => void): void {
	const make = RACEWAY_MAKES[r.raceway];
	if (r.wireGround) return say('good', 'A ground is pulled with its conductors', '250.118');
	if (make.ground === 'yes') return say('good', `${make.name} is the ground: every fitting tight`, '250.118');
	if (make.ground === 'no') return say('bad', `${make.name} is no ground: pull one with its conductors`, '250.118, 300.3(B)');
	const mostA =
		r.raceway === 'LFMC' && r.sizeIn > LIMITS.liquidtight.overIn && r.sizeIn <= LIMITS.liquidtight.toIn
			? LIMITS.liquidtight.amps
			: LIMITS.groundA;
	if (r.lengthFt === null || r.breakerA === null)
		return say(
			'unknown',
			`${make.name} is a ground only up to ${LIMITS.groundFt} ft and ${mostA} A: ${r.lengthFt === null ? 'its length' : 'its breaker'} is not known`,
			'250.118'
		);
	const fits = r.lengthFt <= LIMITS.groundFt && r.breakerA <= mostA;
	say(
		fits ? 'good' : 'bad',
		fits
			? `${make.name} of ${show(r.lengthFt, 1)} ft on ${r.breakerA} A is the ground, with listed fittings, where nothing has to move`
			: `${make.name} is a ground only up to ${LIMITS.groundFt} ft and ${mostA} A: pull one with its conductors`,
		'250.118'
	);
}

import { gives } from '../model/protections';
import { saySpace } from '../model/fact-words';
import { editions } from '../code/editions';
import type { RuledJob } from '../code/ruled-job';
import type { Buried } from '../code/shape/ground';
import { liesOf } from '../circuits/articles/300-5-300-9-wet-places';
import type { EditionKey, Raceway } from '../model/kinds';
import { EDITIONS } from '../model/kinds';
import { indexOf } from '../model/job-index';
import { ifKnownRow } from '../code/missing-fact';
import type { Circuit, Job, Leg } from '../model/known';
import { runOf } from '../run/runs';
import { burial, type Burial, type BurialCase } from './articles/300-5-burial';

/** A leg that lies in the ground, with its circuit's own protection as it stands in the run. */
export interface Trench {
	legId: string;
	lengthFt: number | null;
	case: Omit<BurialCase, 'place'>;
	/** What the protection rests on, in words. */
	protectedBy: string;
}
const METHODS: Readonly<Partial<Record<Raceway, Buried>>> = {
	RMC: 'rigid',
	IMC: 'intermediate',
	EMT: 'emt',
	'PVC-40': 'pvc',
	'PVC-80': 'pvc',
	RTRC: 'pvc',
	'RTRC-XW': 'pvc'
};
/** Hot to neutral, and hot to hot, V. */
const VOLTS = { one: 120, two: 240 } as const;

/** Legs in the ground: by what was said of them, or by their two ends. What is not known of their circuit leaves them out. */
export const trenchesOf = (ruled: RuledJob): Trench[] =>
	ruled.job.legs.flatMap((leg) =>
		ifKnownRow(() => {
			if (leg.fromId === null || leg.inCableOf) return null;
			const where = liesOf(ruled, leg, leg.fromId);
			const circuit = indexOf(ruled.job).circuits.get(leg.circuitId);
			if (where !== 'underground' || !circuit) return null;
			const by = gfciBefore(ruled.job, circuit, leg);
			return {
				legId: leg.id,
				lengthFt: leg.lengthFt,
				case: {
					method: (leg.raceway && METHODS[leg.raceway]) ?? 'direct-burial',
					circuit: {
						kind: 'branch' as const,
						volts: circuit.poles === 2 ? VOLTS.two : VOLTS.one,
						amps: circuit.breakerA,
						gfci: by !== null,
						dwelling: true
					}
				},
				protectedBy: by ?? 'no GFCI before it in the run'
			};
		})
	);
/** The GFCI that the leg is behind, in words; null: none. */
function gfciBefore(job: Job, circuit: Circuit, leg: Leg): string | null {
	if (gives(circuit.breaker, 'gfci')) return `GFCI breaker, ${saySpace(circuit)}`;
	const { boxes } = indexOf(job);
	const path = runOf(job, circuit).byBox.get(leg.toId)?.path ?? [];
	for (const before of path) {
		const box = boxes.get(before.fromId ?? '');
		if (box?.devices.some((d) => gives(d.protection, 'gfci') && d.feedsLoad)) return `the GFCI at ${box.name}`;
	}
	return null;
}

/** A trench by every edition, side by side. */
export const byEdition = (
	trench: Trench,
	more: Pick<BurialCase, 'place'> & Partial<BurialCase>
): { edition: EditionKey; burial: Burial }[] =>
	EDITIONS.map((edition) => ({ edition, burial: burial(editions[edition], { ...trench.case, ...more }) }));

/** Earth that comes out: cu ft and cu yd. @param widthIn of the trench */
export function spoilOf(lengthFt: number, digIn: number, widthIn: number): { cuFt: number; cuYd: number } {
	const cuFt = (lengthFt * digIn * widthIn) / SQ_IN_PER_SQ_FT;
	return { cuFt, cuYd: cuFt / CU_FT_PER_CU_YD };
}
const SQ_IN_PER_SQ_FT = 144;
const CU_FT_PER_CU_YD = 27;

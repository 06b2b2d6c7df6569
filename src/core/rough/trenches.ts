import { saySpace } from '../model/breaker-name';
import { gives } from '../model/protections';
import { editions } from '../code/editions';
import type { RuledJob } from '../code/ruled-job';
import type { Buried } from '../code/shape/ground';
import { liesOf } from '../circuits/articles/300-5-300-9-wet-places';
import type { EditionKey, Raceway } from '../model/kinds';
import { EDITIONS } from '../model/kinds';
import { indexOf } from '../model/job-index';
import { ifKnownRow } from '../code/missing-fact';
import type { Circuit, Job, Cable } from '../model/known';
import { runOf } from '../run/runs';
import { burial, type Burial, type BurialCase } from './articles/300-5-burial';

/** A cable that lies in the ground, with its circuit's own protection as it stands in the run. */
export interface Trench {
	cableId: string;
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

/** Cables in the ground: by what was said of them, or by their two ends. What is not known of their circuit leaves them out. */
export const trenchesOf = (ruled: RuledJob): Trench[] =>
	ruled.job.cables.flatMap((cable) =>
		ifKnownRow(() => {
			if (cable.fromId === null || cable.inCableOf) return null;
			const where = liesOf(ruled, cable, cable.fromId);
			const circuit = indexOf(ruled.job).circuits.get(cable.circuitId);
			if (where !== 'underground' || !circuit) return null;
			const by = gfciBefore(ruled.job, circuit, cable);
			return {
				cableId: cable.id,
				lengthFt: cable.lengthFt,
				case: {
					method: (cable.raceway && METHODS[cable.raceway]) ?? 'direct-burial',
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
/** The GFCI that the cable is behind, in words; null: none. */
function gfciBefore(job: Job, circuit: Circuit, cable: Cable): string | null {
	if (gives(circuit.breaker, 'gfci')) return `GFCI breaker, ${saySpace(job, circuit)}`;
	const { boxes } = indexOf(job);
	const path = runOf(job, circuit).byBox.get(cable.toId)?.path ?? [];
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

import { saySpace } from '../model/breaker-name';
import { gives } from '../model/protections';
import { editions } from '../code/editions';
import type { RuledJob } from '../code/ruled-job';
import type { Buried } from '../code/shape/ground';
import { liesBetween, liesOf } from '../circuits/articles/300-5-300-9-wet-places';
import type { EditionKey, Raceway, State } from '../model/kinds';
import { EDITIONS } from '../model/kinds';
import { indexOf } from '../model/job-index';
import { ifKnownRow } from '../code/missing-fact';
import { ifKnown, type Cable, type Circuit, type Job, type Panel } from '../model/known';
import type { TrenchFacts } from '../model/job';
import { runOf } from '../run/runs';
import { burial, type Burial, type BurialCase } from './articles/300-5-burial';

/** A cable that lies in the ground, with its circuit's own protection as it stands in the run. */
export interface Trench {
	/** A cable, or a panel: its feeder, or the service to it. */
	of: { kind: 'cable' | 'panel'; id: string };
	what: 'cable' | 'feeder' | 'service';
	/** As it is named in a sentence. */
	name: string;
	state: State;
	facts: TrenchFacts;
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

/** What lies in the ground: cables of circuits, feeders, and services that were said to. */
export const trenchesOf = (ruled: RuledJob): Trench[] => [
	...cableTrenches(ruled),
	...ruled.job.panels.flatMap((panel) => [...ifKnownRow(() => feederTrench(ruled, panel)), ...serviceTrenchOf(panel)])
];
const NONE: TrenchFacts = { segments: [] };
const methodOf = (raceway: Raceway | null | undefined): Buried => (raceway && METHODS[raceway]) ?? 'direct-burial';
/** A feeder takes neither column 4 nor 5, whatever protects it. @source Table 300.5 */
function feederTrench({ edition, job }: RuledJob, panel: Panel): Trench | null {
	const { feeder } = panel;
	if (!feeder || (feeder.lies ?? liesBetween({ edition, job }, feeder.fromPanelId, panel.id)) !== 'underground') return null;
	return {
		of: { kind: 'panel', id: panel.id },
		what: 'feeder',
		name: `The feeder to ${panel.name}`,
		state: feeder.state,
		facts: feeder.trench ?? NONE,
		lengthFt: feeder.lengthFt,
		case: {
			method: methodOf(feeder.raceway),
			circuit: { kind: 'feeder', volts: VOLTS.two, amps: ifKnown(() => feeder.breakerA) ?? 0, gfci: false, dwelling: true }
		},
		protectedBy: 'a feeder: no column for small circuits'
	};
}
function serviceTrenchOf(panel: Panel): Trench[] {
	const { serviceTrench: facts } = panel;
	if (!facts || panel.feeder) return [];
	return [
		{
			of: { kind: 'panel', id: panel.id },
			what: 'service',
			name: `The service to ${panel.name}`,
			state: panel.state ?? 'found',
			facts,
			lengthFt: facts.lengthFt,
			case: {
				method: methodOf(facts.raceway),
				circuit: {
					kind: 'service',
					volts: VOLTS.two,
					amps: ifKnown(() => panel.mainA) ?? 0,
					gfci: false,
					dwelling: true,
					service: facts.whose
				}
			},
			protectedBy: facts.whose === 'utility' ? "the utility's own: by its rules" : 'a service: no column for small circuits'
		}
	];
}
/** By what was said of them, or by their two ends. What is not known of their circuit leaves them out. */
const cableTrenches = (ruled: RuledJob): Trench[] =>
	ruled.job.cables.flatMap((cable) =>
		ifKnownRow(() => {
			if (cable.fromId === null || cable.inCableOf) return null;
			const where = liesOf(ruled, cable, cable.fromId);
			const circuit = indexOf(ruled.job).circuits.get(cable.circuitId);
			if (where !== 'underground' || !circuit) return null;
			const by = gfciBefore(ruled.job, circuit, cable);
			return {
				of: { kind: 'cable' as const, id: cable.id },
				what: 'cable' as const,
				name: `The cable to ${indexOf(ruled.job).boxes.get(cable.toId)?.name ?? '?'}`,
				state: cable.state,
				facts: cable.trench ?? NONE,
				lengthFt: cable.lengthFt,
				case: {
					method: methodOf(cable.raceway),
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

/** Its stretches, each as a case: one that nobody parted lies in open ground. */
export const segmentsOf = ({ facts }: Trench): Pick<BurialCase, 'place' | 'pavingIn' | 'trench'>[] =>
	(facts.segments.length ? facts.segments : [{ place: 'general' as const, pavingIn: 0 }]).map(({ place, pavingIn }) => ({
		place,
		pavingIn,
		trench: facts.bore ? 'bore' : 'open'
	}));
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

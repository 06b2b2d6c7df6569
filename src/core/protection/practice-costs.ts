import type { RuledJob } from '../code/ruled-job';
import type { Edition } from '../code/shape/edition';
import { ifKnown, type Job } from '../model/known';
import { indexOf } from '../model/job-index';
import { hasReceptacles } from '../run/runs';
import { once } from '../model/remember';
import { placingWays, pricesOf, type Preference } from './placing-case';

/** What all circuits cost at their best by one practice or another; circuits of which a need cannot be met are left out. */
export const priceOfAll = (edition: Edition, job: Job, as: Preference = {}): number =>
	priced(job, edition, as.protectAt, as.bothBy);
const priced = once((job: Job, edition: Edition, protectAt: Preference['protectAt'], bothBy: Preference['bothBy']): number =>
	job.circuits.reduce((sum, c) => sum + (placingWays({ edition, job }, c, { as: { protectAt, bothBy } }).ways[0]?.price ?? 0), 0)
);

/** What each house practice would cost over the whole job, beside what is chosen of the other. */
interface PracticeCosts {
	protectAt: { value: NonNullable<Preference['protectAt']> | ''; price: number }[];
	bothBy: { value: NonNullable<Preference['bothBy']> | ''; price: number }[];
	/** 12 AWG throughout. */
	heavier: ReturnType<typeof priceOf12>;
}
/** Each price once for a state of the job: the two lists share the row that is chosen in both. */
export function practiceCosts({ edition, job }: RuledJob): PracticeCosts {
	const { protectAt, bothBy } = job.practice;
	return {
		protectAt: ([undefined, 'breaker', 'outlet'] as const).map((value) => ({
			value: value ?? '',
			price: priceOfAll(edition, job, { bothBy, protectAt: value })
		})),
		bothBy: ([undefined, 'dual', 'separate'] as const).map((value) => ({
			value: value ?? '',
			price: priceOfAll(edition, job, { protectAt, bothBy: value })
		})),
		heavier: priceOf12(job)
	};
}

/** What 12 AWG instead of 14 costs more, over the planned cable of circuits with receptacles; and feet that are not measured yet. */
export function priceOf12(job: Job): { price: number; feet: number; unmeasured: number } {
	const per = pricesOf(job).cableFt ?? { '14': 0, '12': 0 };
	const cables = job.circuits
		.filter((c) => ifKnown(() => c.breakerA) === 15 && hasReceptacles(job, c))
		.flatMap((c) => indexOf(job).cablesOfCircuit.get(c.id) ?? [])
		.filter((l) => l.state === 'planned' && !l.inCableOf && (ifKnown(() => l.awg) === '14' || job.practice.receptacles12));
	const feet = cables.reduce((sum, l) => sum + (l.lengthFt ?? 0), 0);
	return { price: feet * (per['12'] - per['14']), feet, unmeasured: cables.filter((l) => l.lengthFt === null).length };
}

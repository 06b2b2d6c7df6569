import type { RuledJob } from '../../code/ruled-job';
import type { Box, Device, Reading } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { Fix } from '../../model/result';
import { counted } from '../../units/quantity';
import { replaceAdvice, type ReplaceChoice } from './406-4-d-replace-advice';

/**
 * The existing receptacles of a room or of a circuit replaced together, by one plan: one device at the first box, a breaker, a
 * device at each, or two slots again. Every box is judged by itself; a plan is the same kind of choice at each of them, and
 * what they share is paid for once.
 * @source 406.4(D)
 */
export interface ReplacePlan {
	id: 'first-box' | 'breaker' | 'each' | 'two-slot' | 'grounding';
	title: string;
	/** What it adds, by the shop's list; null: part of it cannot be told. */
	price: number | null;
	/** What is replaced, by name. */
	boxes: string[];
	/** Boxes of the scope where this is not lawful, or cannot be told. */
	without: string[];
	/** Labels that it needs, by the box that bears them. */
	labels: { boxId: string; words: string }[];
	/** The first box of it. */
	firstId: string;
	warns: string[];
	fix: Fix;
}
export type Scope = { roomId: string } | { circuitId: string };

/** Which choice each plan takes at a box: the first of these that there is. What has a ground of its own keeps to it. */
const PLANS: readonly { id: ReplacePlan['id']; title: string; takes: readonly ReplaceChoice['id'][] }[] = [
	{ id: 'first-box', title: 'One GFCI at the first box of the run', takes: ['gfci-upstream', 'gfci-here', 'grounding'] },
	{ id: 'breaker', title: 'Protection at the breaker', takes: ['gfci-breaker', 'grounding'] },
	{ id: 'each', title: 'A GFCI at each', takes: ['gfci-here', 'grounding'] },
	{ id: 'two-slot', title: 'Two slots again', takes: ['two-slot', 'grounding'] },
	{ id: 'grounding', title: 'Grounding type at each', takes: ['grounding'] }
];

/** An existing 120 V receptacle that can be replaced. */
export function replaceable({ job }: Pick<RuledJob, 'job'>, scope: Scope): { box: Box; device: Device }[] {
	const { circuitsOfBox } = indexOf(job);
	const inScope = (box: Box): boolean =>
		'roomId' in scope ? box.roomId === scope.roomId : !!circuitsOfBox.get(box.id)?.some((c) => c.id === scope.circuitId);
	return job.boxes.flatMap((box) => {
		const device = box.devices.find((d) => d.receptacles > 0 && d.volts === 120);
		return device && box.state === 'found' && inScope(box) ? [{ box, device }] : [];
	});
}

/** Every plan that serves two boxes and more of a scope, the least that it adds in cost first. */
export function replacePlans(ruled: RuledJob, scope: Scope, readings: readonly Reading[]): ReplacePlan[] {
	const all = replaceable(ruled, scope).flatMap(({ box, device }) => {
		const advice = replaceAdvice(ruled, { box, device }, readings);
		return advice ? [{ box, advice }] : [];
	});
	const seen = new Set<string>();
	return PLANS.flatMap(({ id, title, takes }): ReplacePlan[] => {
		const chosen = all.map(({ box, advice }) => ({
			box,
			choice: takes.flatMap((t) => advice.choices.find((c) => c.id === t && c.fix) ?? [])[0]
		}));
		const done = chosen.flatMap(({ box, choice }) => (choice?.fix ? [{ box, choice, fix: choice.fix }] : []));
		// The same at every box as a plan before it, under another name, is no choice.
		const same = done.map(({ box, choice }) => `${box.id} ${choice.id}`).join();
		// Without one box that is behind another there is no first box for it: that is a device at each.
		const none = id === 'first-box' && !done.some(({ choice }) => choice.id === 'gfci-upstream');
		if (done.length < 2 || none || seen.has(same)) return [];
		seen.add(same);
		return [
			{
				id,
				title: id === 'first-box' ? `${title}${headsOf(ruled.job, done)}` : title,
				price: priceOf(done.map((d) => d.choice)),
				boxes: done.map(({ box }) => box.name),
				without: chosen.filter((c) => !c.choice).map((c) => c.box.name),
				labels: done.flatMap(({ box, choice }) => choice.labels.map((words) => ({ boxId: box.id, words }))),
				firstId: headOf(ruled.job, done) ?? done[0]?.box.id ?? '',
				warns: [...new Set(done.flatMap(({ choice }) => choice.warns))],
				fix: {
					kind: 'several',
					label: `${title}: ${counted(done.length, 'box', 'boxes')}`,
					// A device that serves others comes first: what follows may only add to it.
					fixes: [...done].sort((a, b) => Number(!!b.choice.shared) - Number(!!a.choice.shared)).map((d) => d.fix)
				}
			}
		];
	}).sort((a, b) => (a.price ?? Infinity) - (b.price ?? Infinity));
}
/** Where the devices stand that serve others. @example one of them at BD-01 -> `: BD-01` */
function headsOf(job: RuledJob['job'], done: readonly { choice: ReplaceChoice }[]): string {
	const ids = new Set(done.flatMap(({ choice }) => choice.shared?.id ?? []));
	const names = job.boxes.filter((b) => b.devices.some((d) => ids.has(d.id))).map((b) => b.name);
	return names.length ? `: ${names.join(', ')}` : '';
}
/** The box of the device that serves others, where it is one of these. */
const headOf = (job: RuledJob['job'], done: readonly { box: Box; choice: ReplaceChoice }[]): string | undefined => {
	const ids = new Set(done.flatMap(({ choice }) => choice.shared?.id ?? []));
	return done.find(({ box }) => job.boxes.find((b) => b.id === box.id)?.devices.some((d) => ids.has(d.id)))?.box.id;
};
/** What several choices add together: a device or a breaker that they share is bought once. */
function priceOf(choices: readonly ReplaceChoice[]): number | null {
	const shared = new Map<string, number>();
	let own = 0;
	for (const c of choices) {
		if (c.price === null) return null;
		own += c.price - (c.shared?.price ?? 0);
		if (c.shared) shared.set(c.shared.id, c.shared.price);
	}
	return own + [...shared.values()].reduce((a, b) => a + b, 0);
}

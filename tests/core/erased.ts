import type { Job as Told } from '../../src/core/model/job';
import type { Fact } from '../../src/core/model/known';

/** Every fact of a job that may be not known, and the job without some of them. */
export function factsOf(job: Told): Fact[] {
	const cable = ['kind', 'awg', 'metal', 'conductors', 'ground', 'lengthFt'] as const;
	return [
		...job.cables.flatMap(({ id }) => (['fromId', ...cable] as const).map((field) => ({ of: 'cable' as const, id, field }))),
		...job.circuits.flatMap(({ id }) =>
			(['breakerA', 'panelId', 'space'] as const).map((field) => ({ of: 'circuit' as const, id, field }))
		),
		...job.boxes.map(({ id }) => ({ of: 'box' as const, id, field: 'material' as const })),
		...job.panels.flatMap(({ id, feeder }) => [
			...(['mainA', 'spaces'] as const).map((field) => ({ of: 'panel' as const, id, field })),
			...(feeder ? (['breakerA', ...cable] as const).map((field) => ({ of: 'feeder' as const, id, field })) : [])
		])
	];
}

/** The job as if nobody had ever seen these. */
export function without(job: Told, facts: readonly Fact[]): Told {
	const gone = new Map<string, string[]>();
	for (const { of, id, field } of facts) gone.set(`${of} ${id}`, [...(gone.get(`${of} ${id}`) ?? []), field]);
	const erased = <T extends object>(of: Fact['of'], id: string, row: T): T => {
		const fields = gone.get(`${of} ${id}`);
		return fields ? { ...row, ...Object.fromEntries(fields.map((f) => [f, null])) } : row;
	};
	return {
		...job,
		cables: job.cables.map((l) => erased('cable', l.id, l)),
		boxes: job.boxes.map((b) => erased('box', b.id, b)),
		circuits: job.circuits.map((c) => erased('circuit', c.id, c)),
		panels: job.panels.map((p) => ({
			...erased('panel', p.id, p),
			...(p.feeder ? { feeder: erased('feeder', p.id, p.feeder) } : {})
		}))
	};
}

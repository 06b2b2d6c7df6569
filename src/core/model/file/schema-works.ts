import { PROTECTIONS, WORK_SHEETS } from '../kinds';
import { PARTS, SKIPPED, type Act, type OldPart, type Work, type WorkFound, type WorkPart } from '../work';
import { figure, flag, list, maybe, must, named, oneOf, shapeOf, text, time } from './fields';
import { written } from './schema-records';
import { device } from './schema-wiring';

/** Works of a job file. */

const act = { at: must(time()), by: text(200).defined(), wrote: maybe(written()) };
const part = shapeOf<WorkPart>()({
	id: must(named(64)),
	kind: must(oneOf(PARTS)),
	at: must(named(64)),
	deviceId: maybe(named(64)),
	newBox: maybe(flag()),
	breaker: maybe(oneOf(PROTECTIONS)),
	breakerA: maybe(figure(1, 400)),
	words: maybe(text(200)),
	put: maybe(shapeOf<Act>()(act))
});
const found = shapeOf<WorkFound>()({
	devices: must(
		list(
			shapeOf<WorkFound['devices'][number]>()({
				boxId: must(named(64)),
				device: must(device),
				ground: must(oneOf(['present', 'none', 'unknown'] as const))
			}),
			200
		)
	),
	breakers: must(
		list(
			shapeOf<WorkFound['breakers'][number]>()({
				id: must(named(64)),
				breaker: must(oneOf(PROTECTIONS)),
				breakerA: figure(1, 1200).nullable().defined(),
				poles: must(oneOf([1, 2] as const))
			}),
			50
		)
	)
});
export const work = shapeOf<Work>()({
	id: must(named(64)),
	boxId: text(64).nullable().defined(),
	title: must(named(200)),
	sheet: maybe(oneOf(WORK_SHEETS)),
	begun: must(shapeOf<Act>()(act)),
	found: must(found),
	parts: must(list(part, 200)),
	old: maybe(
		shapeOf<OldPart>()({
			age: text(100).defined(),
			seen: text(300).defined(),
			fate: oneOf(['kept', 'thrown'] as const)
				.nullable()
				.defined()
		})
	),
	skipped: maybe(list(shapeOf<NonNullable<Work['skipped']>[number]>()({ ...act, step: must(oneOf(SKIPPED)) }), 4)),
	ended: maybe(shapeOf<NonNullable<Work['ended']>>()({ ...act, says: text(300).defined() }))
});

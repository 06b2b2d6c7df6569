import type { Practice } from '../job';
import { array, object, type AnySchema } from 'yup';
import { figure, flag, list, maybe, must, oneOf, shape, whole, shapeOf } from './fields';
import { BOTH_BY, CONNECTOR_KINDS, LIMIT_KEYS, PROTECT_AT } from '../kinds';

/** House practice as a Yup schema, as a job file holds it. */

/** Values by names that are free. */
export const mixedRecord = (of: AnySchema, words: string) =>
	object().test('record', `must hold ${words} by name, at most 40`, (value) =>
		value === undefined || value === null
			? true
			: Object.entries(value).length <= 40 &&
				Object.entries(value).every(
					([k, v]) => k.length <= 40 && of.isValidSync(v, { strict: true }) && v !== null && v !== undefined
				)
	) as AnySchema;
const pairOf = () =>
	must(
		array()
			.of(must(figure(0, 1e6)))
			.strict(true)
			.length(2, 'must be [least, most]')
	).meta({ tuple: 2 });
const price = () => must(figure(0, 100_000));
export const practice = shapeOf<Practice>()({
	wallHeightIn: must(figure(0, 120)),
	counterHeightIn: must(figure(0, 120)),
	testLoadA: must(figure(1, 20)),
	supplyVolts: must(figure(90, 140)),
	dropPercent: must(figure(0.5, 20)),
	protectingDeviceIn: maybe(figure(0.5, 6)),
	protectAt: maybe(oneOf(PROTECT_AT)),
	bothBy: maybe(oneOf(BOTH_BY)),
	receptacles12: maybe(flag()),
	makeUp: maybe(
		shapeOf<Practice['makeUp']>()({
			style: must(oneOf(['pigtail', 'feed-through'] as const)),
			pushIn: must(flag()),
			connector: maybe(oneOf(CONNECTOR_KINDS)),
			lineAt: must(oneOf(['top', 'bottom'] as const)),
			preTwist: must(flag()),
			tape: must(flag()),
			tapeConnectors: maybe(flag()),
			groundAt: maybe(oneOf(['up', 'down'] as const)),
			trial: must(flag())
		})
	),
	reckon: maybe(
		shapeOf<Practice['reckon']>()({
			boxIn: must(figure(0, 60)),
			panelFt: must(figure(0, 30)),
			allowance: must(figure(0, 1)),
			rollsFt: must(list(must(figure(1, 10_000)), 12, 1)),
			trenchIn: must(figure(1, 48)),
			overheadIn: maybe(figure(12, 400)),
			overDoorIn: maybe(figure(12, 400)),
			belowIn: maybe(figure(0, 120)),
			storyIn: maybe(figure(60, 400)),
			beddingIn: maybe(figure(0, 24)),
			waste: maybe(figure(0, 1))
		}).default(undefined)
	),
	prices: maybe(
		shapeOf<Practice['prices']>()({
			breaker: must(shape({ none: price(), gfci: price(), afci: price(), dual: price() })),
			twoPole: must(figure(1, 10)),
			device: must(shape({ none: price(), gfci: price(), afci: price(), dual: price() })),
			branchFeeder: maybe(figure(0, 100_000)),
			cableFt: maybe(shape({ '14': price(), '12': price() }).default(undefined)),
			perRoom: price(),
			perDelicate: price()
		}).default(undefined)
	),
	gfciYears: must(figure(1, 50)),
	gfciTestDays: maybe(whole(1, 3660)),
	limits: maybe(
		shape(
			Object.fromEntries(LIMIT_KEYS.map((key) => [key, maybe(shape({ good: pairOf(), look: pairOf() }).default(undefined))]))
		).default(undefined)
	),
	sound: maybe(
		shapeOf<Practice['sound']>()({
			sourceOhms: figure(0, 10),
			serviceNeutralOhms: figure(0, 10),
			terminationOhms: figure(0, 10),
			conductorC: figure(-40, 90)
		}).default(undefined)
	),
	grouping: maybe(
		shapeOf<Practice['grouping']>()({
			perCircuit15: must(whole(1, 40)),
			perCircuit20: must(whole(1, 40)),
			receptaclesA: must(oneOf([15, 20] as const)),
			lightsApart: must(flag()),
			taps: must(flag()),
			refrigeratorAlone: must(flag()),
			way: must(oneOf(['attic', 'crawl-space'] as const))
		}).default(undefined)
	)
});

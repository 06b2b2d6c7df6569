import type { AnySchema } from 'yup';
import { serviceLoad } from '../../src/core/circuits/service/220-82-service-load';
import { existingLoad, measuredLoad } from '../../src/core/circuits/service/220-83-220-87-existing-load';
import { sizeCircuit } from '../../src/core/circuits/size/size';
import { editions } from '../../src/core/code/editions';
import * as api from '../../src/core/formats/api-requests';
import { answerDiagnose, checkDiagnose, diagnoseRequest } from '../../src/core/formats/diagnose-request';
import { checkMakeUp, makeUpRequest } from '../../src/core/formats/makeup-request';
import { answerNetwork, checkNetwork, networkRequest } from '../../src/core/formats/network-requests';
import * as rough from '../../src/core/formats/rough-requests';
import * as walks from '../../src/core/formats/walks-request';
import { layoutCounters } from '../../src/core/layout/counters';
import { layoutWalls } from '../../src/core/layout/walls';
import { makeUp } from '../../src/core/makeup/box/make-up';
import { landedFaults, asPlanned } from '../../src/core/makeup/box/landed';
import type { Checked } from '../../src/core/model/file/fields';
import { protectAll } from '../../src/core/protection/needs';
import { boxFill } from '../../src/core/rough/articles/314-16-box-fill';
import { BODIES } from '../fuzz/bodies';
import { Random } from '../fuzz/random';
import { lawful, placesIn, schemaAt, valueAt, withValue } from '../fuzz/values';
import { FIGURES } from './houses';

interface Route {
	body: unknown;
	schema: AnySchema;
	answer: (body: unknown) => unknown;
}
const answering =
	<T>(check: (body: unknown) => Checked<T>, answer: (body: T) => unknown) =>
	(body: unknown): unknown => {
		const checked = check(body);
		return checked.ok ? answer(checked.value) : checked.faults;
	};
const { read: _read, ...circuit } = BODIES.network as Record<string, unknown>;
const cable = (id: string, toward: string, hot: string) => ({
	id,
	toward,
	awg: '14',
	conductors: [
		{ color: 'black', net: hot },
		{ color: 'white', net: 'neutral' },
		{ color: 'bare', net: 'ground' }
	]
});
const KITCHEN = {
	edition: '2023',
	practice: { style: 'pigtail', pushIn: false },
	box: { material: 'metal', gangs: 2 },
	cables: [cable('a', 'supply', 'hot'), cable('b', 'onward', 'hot'), cable('c', 'load', 'switched')],
	devices: [
		{ id: 'r', kind: 'receptacle', protection: 'gfci', load: ['b'] },
		{ id: 's', kind: 'switch' }
	]
};

/** Each route of the API with a lawful body, from which others are made. */
const ROUTES: Readonly<Record<string, Route>> = {
	size: {
		body: BODIES.size,
		schema: api.sizeRequest,
		answer: answering(api.checkSize, ({ edition, ...c }) => sizeCircuit(editions[edition], c))
	},
	walls: {
		body: BODIES['layout/walls'],
		schema: api.wallsRequest,
		answer: answering(api.checkWalls, ({ edition, ...c }) => layoutWalls(editions[edition], c))
	},
	counters: {
		body: BODIES['layout/counters'],
		schema: api.countersRequest,
		answer: answering(api.checkCounters, ({ edition, ...c }) => layoutCounters(editions[edition], c))
	},
	protect: { body: BODIES.protect, schema: api.protectRequest, answer: answering(api.checkProtect, protectAll) },
	'box fill': {
		body: BODIES['box-fill'],
		schema: api.boxFillRequest,
		answer: answering(api.checkBoxFill, ({ edition, ...c }) => boxFill(editions[edition], c))
	},
	'service load': {
		body: BODIES['service-load'],
		schema: api.serviceLoadRequest,
		answer: answering(api.checkServiceLoad, ({ edition, ...c }) => [
			serviceLoad(editions[edition], c),
			existingLoad(editions[edition], c, c.appliances.slice(0, 1)),
			measuredLoad(editions[edition], c.areaSqFt / 250, c.appliances.slice(1))
		])
	},
	network: {
		body: BODIES.network,
		schema: networkRequest,
		answer: answering(checkNetwork, (body) => answerNetwork(editions[body.edition], body))
	},
	diagnose: {
		body: {
			...circuit,
			faults: undefined,
			observations: [
				{ box: 'b1', instrument: 'works' },
				{ box: 'b2', instrument: 'voltmeter', hn: 104, hg: 121, ng: 17 },
				{ box: 'b3', instrument: 'dead' }
			],
			instruments: ['lamps', 'voltmeter', 'analyzer']
		},
		schema: diagnoseRequest,
		answer: answering(checkDiagnose, answerDiagnose)
	},
	'make-up': {
		body: KITCHEN,
		schema: makeUpRequest,
		answer: answering(checkMakeUp, (c) => {
			const made = makeUp(c);
			return [made, landedFaults(c, made, asPlanned(c, made))];
		})
	},
	burial: {
		body: {
			edition: '2023',
			method: 'pvc',
			place: 'general',
			circuit: { kind: 'branch', volts: 120, amps: 20, gfci: true, dwelling: true },
			outsideDiameterIn: 0.84
		},
		schema: rough.burialRequest,
		answer: answering(rough.checkBurial, rough.answerBurial)
	},
	'raceway fill': {
		body: {
			edition: '2023',
			raceway: 'EMT',
			size: '1/2',
			conductors: [{ awg: '12', insulation: 'THHN', count: 9 }],
			cables: [],
			nipple: false
		},
		schema: rough.racewayRequest,
		answer: answering(rough.checkRaceway, rough.answerRaceway)
	},
	'cut list': {
		body: {
			cuts: [12, 30, 44, 61, 80, 17, 25, 9, 52, 38].map((ft, i) => ({ id: `c${i}`, cable: i % 3 ? '12/2' : '14/2', ft })),
			rollsFt: [50, 250, 100]
		},
		schema: rough.cutListRequest,
		answer: answering(rough.checkCutList, rough.answerCutList)
	},
	walks: {
		body: { breakers: [1, 2, 3, 5, 7, 8, 11, 12, 14], check: 'detect' },
		schema: walks.walksRequest,
		answer: answering(walks.checkWalks, walks.answerWalks)
	},
	decode: {
		body: {
			breakers: [1, 2, 3, 5, 7],
			check: 'correct',
			observations: ['a', 'b', 'c'].map((outlet, k) => ({ outlet, live: [0, 1, 2, 3, 4, 5].map((n) => (n + k) % 3 > 0) }))
		},
		schema: walks.decodeRequest,
		answer: answering(walks.checkDecode, walks.answerDecode)
	}
};

/** One to five places of a body given other values. */
function varied({ body, schema }: Route, r: Random): unknown {
	let at = body;
	for (let n = 1 + r.below(5); n > 0; n--) {
		const path = r.pick(placesIn(at, 12).filter((p) => p.length && p.at(-1) !== 'id'));
		const of = schemaAt(schema, path);
		const now = valueAt(at, path);
		if (!of || (now && typeof now === 'object' && r.chance(0.8))) continue;
		const near = typeof now === 'number' && r.chance(0.8);
		at = withValue(
			at,
			path,
			near
				? r.pick(FIGURES.filter((f) => f >= now / 4 && f <= now * 4).concat(now + 1))
				: lawful(of, r, ['b1', 'b2', 'b3', 'a', 'b', 'c'])
		);
	}
	return at;
}

/** So many bodies of a route at random, and what is answered to each. */
export function* answersOf(
	name: string,
	{ count, seed }: { count: number; seed: number }
): Generator<readonly [string, unknown]> {
	const route = ROUTES[name];
	if (!route) throw new Error(name);
	for (let i = 0; i < count; i++) {
		const body = JSON.parse(JSON.stringify(i ? varied(route, new Random(seed + i)) : route.body)) as unknown;
		// In groups, so that it can be seen how much moved.
		yield [`${i - (i % GROUP)} and on`, [body, route.answer(body)]];
	}
}
const GROUP = 20;
export const ROUTE_NAMES = Object.keys(ROUTES);
export const REQUEST_SCHEMAS = Object.fromEntries(Object.entries(ROUTES).map(([name, { schema }]) => [name, schema]));

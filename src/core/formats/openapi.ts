import type { AnySchema } from 'yup';
import { CLAIMS, type ClaimKey } from '../claims/claim';
import { MISSING } from '../claims/missing';
import { RUN_INSTRUMENTS } from '../instruments/run-reading';
import { STAGES } from '../model/kinds';
import { jobFileSchema } from '../model/file/schema';
import { diagnoseRequest } from './diagnose-request';
import { boxFillRequest, countersRequest, protectRequest, serviceLoadRequest, sizeRequest, wallsRequest } from './api-requests';
import { makeUpRequest } from './makeup-request';
import { DOCUMENTS } from './report-request';
import { networkRequest, streamRequest } from './network-requests';
import { burialRequest, cutListRequest, racewayRequest } from './rough-requests';
import { decodeRequest, walksRequest } from './walks-request';
import { jsonSchemaOf, type JsonSchema } from './json-schema';

/** OpenAPI 3.1 of the HTTP API, its bodies made from the schemas that the handlers hold requests to. */
export function openApi(demoNames: readonly string[]): JsonSchema {
	return {
		openapi: '3.1.0',
		info: {
			title: 'Hekto core',
			version: '1',
			description:
				'An aid for qualified people: local code and the authority having jurisdiction decide. Stateless: the server keeps nothing.'
		},
		paths: {
			'/api/v1/size': post(
				'Size one branch circuit',
				sizeRequest,
				answer({
					loadA: NUMBER,
					designA: NUMBER,
					breakerA: NUMBER,
					poles: NUMBER,
					awg: TEXT,
					egcAwg: TEXT,
					ampacityA: NUMBER,
					drop: object({ volts: NUMBER, percent: NUMBER }),
					drivenBy: { enum: ['ampacity', 'breaker', 'drop'] }
				})
			),
			'/api/v1/layout/walls': post(
				'Wall spaces of a room, what is out of reach, the fewest to add',
				wallsRequest,
				answer({
					spaces: list(object({ id: TEXT, length: NUMBER, parts: list(STRETCH), required: FLAG })),
					uncovered: list(object({ space: TEXT, wall: NUMBER, from: NUMBER, to: NUMBER })),
					proposal: list(object({ wall: NUMBER, at: NUMBER })),
					minimum: NUMBER
				})
			),
			'/api/v1/layout/counters': post(
				'Counter spaces, what is out of reach, the fewest to add; islands and peninsulas',
				countersRequest,
				answer({
					counters: list(
						object({
							id: TEXT,
							spaces: list(object({ id: TEXT, from: NUMBER, to: NUMBER, length: NUMBER, required: FLAG })),
							uncovered: list(object({ space: TEXT, from: NUMBER, to: NUMBER })),
							proposal: list(NUMBER),
							minimum: NUMBER
						})
					),
					islands: list(object({ id: TEXT, required: NUMBER, missing: NUMBER, provisionOnly: FLAG }))
				})
			),
			'/api/v1/service-load': post(
				'Load of a dwelling and the service for it, by the standard or the optional method',
				serviceLoadRequest,
				answer({ va: NUMBER, amps: NUMBER, serviceA: { type: ['number', 'null'] } })
			),
			'/api/v1/box-fill': post(
				'Volume that conductors, clamps, fittings, yokes and grounds take of a box',
				boxFillRequest,
				answer({ usedCuIn: NUMBER, freeCuIn: NUMBER, fits: FLAG, needs314_28: FLAG })
			),
			'/api/v1/makeup': post(
				'The make-up of a box: which conductor ends meet, which go to which terminal, what is capped',
				makeUpRequest,
				answer({
					joins: list(
						object({
							net: TEXT,
							ends: list(END),
							tails: list({ oneOf: [object({ device: TEXT, terminal: TEXT }), object({ box: FLAG })] }),
							connector: { type: ['string', 'null'] }
						})
					),
					terminals: list(object({ device: TEXT, terminal: TEXT, conductor: { oneOf: [END, object({ tail: FLAG })] } })),
					tabs: { type: 'object', additionalProperties: object({ hot: TAB, neutral: TAB }) },
					reMark: list(object({ cable: TEXT, color: TEXT, as: TEXT })),
					capped: list(END),
					boxGround: FLAG
				})
			),
			'/api/v1/protect': post(
				'GFCI, AFCI and what else protects each outlet',
				protectRequest,
				answer({
					outlets: list(
						object({
							id: TEXT,
							gfci: NEED,
							afci: NEED,
							tamperResistant: FLAG,
							weatherResistant: FLAG,
							cover: { enum: ['none', 'weatherproof', 'in-use'] },
							labels: list(TEXT)
						})
					)
				})
			),
			'/api/v1/assess': post(
				'A whole job: findings and decisions of every stage',
				jobFileSchema,
				answer({
					stages: object(Object.fromEntries(STAGES.map((s) => [s, STAGE]))),
					quantities: { type: 'object' },
					claims: CLAIMED
				})
			),
			'/api/v1/report': report('A paper of a job as PDF, or all of them with the job as a zip'),
			'/api/v1/network': post(
				'What instruments would read on one circuit with any faults in it, and what would open',
				networkRequest,
				answer({
					readings: list({ ...object({ box: TEXT, instrument: { enum: [...RUN_INSTRUMENTS] } }), additionalProperties: true }),
					trips: list(object({ device: TEXT, why: TEXT }))
				})
			),
			'/api/v1/diagnose': post(
				'Which faults explain what was seen on one circuit, and what to read next',
				diagnoseRequest,
				answer({
					hypotheses: list(object({ faults: list(SUSPECTED), probability: NUMBER, same: list(list(SUSPECTED)) })),
					unexplained: NUMBER,
					next: {
						type: ['object', 'null'],
						properties: { box: TEXT, instrument: TEXT, loadA: NUMBER, gainBits: NUMBER, why: TEXT }
					}
				})
			),
			'/api/v1/burial': post(
				'How deep a cable or raceway lies, how deep to dig, what comes up out of the ground',
				burialRequest,
				answer({
					coverIn: NUMBER,
					column: NUMBER,
					digIn: NUMBER,
					warningRibbon: FLAG,
					riser: object({ fromIn: NUMBER, toFt: NUMBER })
				})
			),
			'/api/v1/raceway-fill': post(
				'How full a raceway is, and the smallest that holds it',
				racewayRequest,
				answer({ areaSqIn: NUMBER, percent: NUMBER, limitPercent: NUMBER, fits: FLAG, smallest: { type: ['string', 'null'] } })
			),
			'/api/v1/cut-list': post(
				'Rolls to buy, and what to cut from each: least feet, then fewest rolls',
				cutListRequest,
				answer({
					rolls: list(object({ cable: TEXT, rollFt: NUMBER, cuts: list(TEXT), leftFt: NUMBER })),
					boughtFt: NUMBER,
					optimal: FLAG
				})
			),
			'/api/v1/walks': post(
				'The fewest walks that tell breakers apart: which are off in each',
				walksRequest,
				answer({ walks: list(object({ off: list(NUMBER) })) })
			),
			'/api/v1/walks/decode': post(
				'Which breaker feeds each outlet, by what was live in each walk',
				decodeRequest,
				answer({
					outlets: list({
						type: 'object',
						properties: { outlet: TEXT, breaker: { type: ['number', 'null'] }, doubt: TEXT },
						required: ['outlet', 'breaker']
					})
				})
			),
			'/api/v1/instrument/stream': stream(
				'A simulated instrument: server-sent events, one reading each, until the caller leaves or 10 minutes pass',
				streamRequest
			),
			'/api/v1/demo/{name}.json': get(
				'A demo job file',
				[{ name: 'name', in: 'path', required: true, schema: { enum: [...demoNames] } }],
				{ $ref: '#/components/schemas/JobFile' }
			),
			'/api/v1/schema/job.json': get('JSON Schema of the job file', [], { type: 'object' }),
			'/api/v1/openapi.json': get('This description', [], { type: 'object' })
		},
		components: {
			schemas: {
				Rule: object({
					section: TEXT,
					title: TEXT,
					edition: { enum: ['2017', '2020', '2023'] },
					confidence: { enum: ['firm', 'check'] }
				}),
				Step: {
					...object({ label: TEXT, formula: TEXT, value: { type: ['number', 'string'] }, unit: TEXT }),
					description: 'with rule where it rests on one'
				},
				Finding: object({
					id: TEXT,
					severity: { enum: ['violation', 'caution', 'advice'] },
					rule: RULE,
					subject: { type: 'object' },
					message: TEXT
				}),
				Error: object({ error: object({ message: TEXT, fields: list(object({ path: TEXT, message: TEXT })) }) }),
				JobFile: jsonSchemaOf(jobFileSchema)
			}
		}
	};
}

const NUMBER = { type: 'number' };
const TEXT = { type: 'string' };
const FLAG = { type: 'boolean' };
const RULE = { $ref: '#/components/schemas/Rule' };
const list = (items: JsonSchema): JsonSchema => ({ type: 'array', items });
const object = (properties: Record<string, JsonSchema>): JsonSchema => ({
	type: 'object',
	properties,
	required: Object.keys(properties)
});
const END = object({ cable: TEXT, color: TEXT });
const SUSPECTED = object({ kind: TEXT, at: TEXT });
const TAB = { enum: ['in', 'out'] };
const STRETCH = object({ wall: NUMBER, from: NUMBER, to: NUMBER });
const NEED = object({ required: FLAG, because: list(RULE) });
const STAGE: JsonSchema = object({
	findings: list({ $ref: '#/components/schemas/Finding' }),
	decisions: list({ type: 'object' })
});
const CLAIM = object({
	is: { enum: ['yes', 'no', 'unknown', 'not-required'] },
	from: list(TEXT),
	missing: list({ enum: Object.keys(MISSING) }),
	why: TEXT
});
const claims = (of: Record<string, JsonSchema>, keys: readonly ClaimKey[]): JsonSchema =>
	object({ ...of, ...Object.fromEntries(keys.map((key) => [key, CLAIM])) });
const MAYBE_TEXT = { type: ['string', 'null'] };
const CLAIMED = object({
	outlets: list(
		claims(
			{
				box: TEXT,
				device: TEXT,
				half: { enum: [null, 'upper', 'lower'] },
				word: { enum: ['good', 'good, not read under load', 'reads right', 'not known', 'bad'] }
			},
			CLAIMS
		)
	),
	breakers: list(
		claims({ circuit: TEXT, panel: MAYBE_TEXT, space: MAYBE_TEXT }, ['off', 'dead', 'joints', 'gfci', 'afci', 'good'])
	),
	terminals: list(claims({ appliance: TEXT, box: TEXT }, ['off', 'dead', 'energized', 'ground', 'joints', 'gfci', 'good']))
});
const answer = (fields: Record<string, JsonSchema>): JsonSchema =>
	object({
		...fields,
		steps: list({ $ref: '#/components/schemas/Step' }),
		findings: list({ $ref: '#/components/schemas/Finding' })
	});
const content = (schema: JsonSchema) => ({ 'application/json': { schema } });
const error = (description: string) => ({ description, content: content({ $ref: '#/components/schemas/Error' }) });
const post = (summary: string, body: AnySchema, result: JsonSchema) => ({
	post: {
		summary,
		requestBody: { required: true, content: content(jsonSchemaOf(body)) },
		responses: {
			200: { description: 'The answer, with its steps and findings', content: content(result) },
			400: error('Faults of the body, all at once'),
			413: error('Over 5 MB'),
			415: error('Not application/json')
		}
	}
});
const report = (summary: string): JsonSchema => {
	const body = {
		...object({ file: jsonSchemaOf(jobFileSchema), document: { enum: [...DOCUMENTS] }, subject: TEXT }),
		required: ['file', 'document']
	};
	const binary = { schema: { type: 'string', format: 'binary' } };
	const responses = {
		400: error('Faults of the body, all at once'),
		413: error('Over 5 MB'),
		415: error('Not application/json')
	};
	const made = { description: summary, content: { 'application/pdf': binary, 'application/zip': binary } };
	return { post: { summary, requestBody: { required: true, content: content(body) }, responses: { 200: made, ...responses } } };
};
const stream = (summary: string, body: AnySchema): JsonSchema => {
	const { post: one } = post(summary, body, {}) as { post: { responses: Record<string, unknown> } };
	const events = { description: summary, content: { 'text/event-stream': { schema: TEXT } } };
	return { post: { ...one, responses: { ...one.responses, 200: events } } };
};
const get = (summary: string, parameters: JsonSchema[], result: JsonSchema) => ({
	get: { summary, parameters, responses: { 200: { description: summary, content: content(result) } } }
});

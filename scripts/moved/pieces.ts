import { editionOf } from '../../src/core/code/amended-edition';
import { editions } from '../../src/core/code/editions';
import { hiddenFault } from '../../src/core/faults/hidden-fault';
import { FAULTS } from '../../src/core/faults/kinds';
import { cableFace } from '../../src/core/formats/cable-face';
import { drawTrench, trenchSvg } from '../../src/core/formats/trench-drawing';
import { faceOf } from '../../src/core/formats/face-drawing';
import { drawPlan } from '../../src/core/formats/plan-drawing';
import { boxLabels, namedFixtures, roomLabels } from '../../src/core/formats/plan-labels';
import { drawSet, setSvg } from '../../src/core/formats/set-drawing';
import { hazardAt, SCENARIOS } from '../../src/core/instruments/hazard';
import { houseAt, readHouse } from '../../src/core/instruments/job-instrument';
import { copyDevice, OLD_DEVICES } from '../../src/core/makeup/box/copy-device';
import { terminalsOf } from '../../src/core/makeup/box/landed';
import { wiresOf } from '../../src/core/makeup/box/wires';
import { keyOfEnd, linksOf, litAcross } from '../../src/core/makeup/set/make-up-set';
import { POWER_AT, USUAL_SETS, usualSet, type UsualSet } from '../../src/core/makeup/set/usual-sets';
import { guidedWork } from '../../src/core/makeup/work/guided-work';
import { plateCheck, sameElement } from '../../src/core/makeup/work/plate-check';
import { GUIDED_WORK, type GuidedWork } from '../../src/core/makeup/work/work-facts';
import { sayFact } from '../../src/core/model/fact-words';
import { BURIAL_PLACES, CABLES, EDITIONS, LOAD_KINDS, RACEWAYS } from '../../src/core/model/kinds';
import type { NemaKey } from '../../src/core/model/kinds';
import { BURIED } from '../../src/core/code/shape/ground';
import { NEMA } from '../../src/core/code/nema-forms';
import { knownJob } from '../../src/core/model/known';
import { proposeCircuits } from '../../src/core/propose/propose-circuits';
import { holeCheck } from '../../src/core/rough/supports';
import { burial } from '../../src/core/rough/articles/300-5-burial';
import { racewayRun } from '../../src/core/rough/raceway-run';
import { tracedBoxes, tracerBreaker, tracerCall, tracerSteps, TRACED_WHAT } from '../../src/core/trace/tracer';
import { tracerProfile } from '../../src/core/trace/tracer-profile';
import { Random } from '../fuzz/random';
import { houseAtRandom, told } from './houses';
import type { Said } from './said';

const HOUSES = [0, 1].map((seed) => houseAtRandom(seed, 0));
const house = (i: number) => HOUSES[i % 2] as (typeof HOUSES)[number];

/** Drawings of faces and sets, and what is carried over from an old device to a new one. */
export function* drawnPieces(): Generator<Said> {
	for (const key of Object.keys(NEMA) as NemaKey[]) yield ['faces', faceOf(key)];
	const circuit = { kind: 'branch', volts: 120, amps: 20, gfci: true, dwelling: true } as const;
	for (const place of BURIAL_PLACES)
		for (const method of BURIED)
			for (const widthIn of [4, 12]) {
				const deep = burial(editions['2023'], { method, place, circuit });
				const drawn = { widthIn, beddingIn: widthIn / 6, diameterIn: widthIn / 8, ribbonIn: widthIn };
				yield ['trenches', told(() => trenchSvg(drawTrench(deep, drawn), deep, place))];
			}
	for (const cable of CABLES)
		for (const conductors of [2, 3, 4, null])
			for (const ground of [true, false, null]) yield ['cable faces', cableFace({ cable, conductors, ground } as never)];
	for (const set of Object.keys(USUAL_SETS) as UsualSet[])
		for (const powerAt of POWER_AT)
			for (const box of ['metal', 'plastic'] as const)
				for (const pushIn of [true, false]) {
					const made = usualSet(set, {
						edition: '2023',
						practice: { style: pushIn ? 'through' : 'pigtail', pushIn } as never,
						awg: '14',
						powerAt,
						box
					});
					yield ['sets', [made, linksOf(made)]];
					yield ['sets drawn', setSvg(drawSet(made, pushIn ? 'top' : 'bottom'), set)];
					for (const b of made.boxes) {
						yield [
							'lit',
							wiresOf(b.case).map((w) => [
								keyOfEnd(b.made, w),
								[...litAcross(made, { box: b.id, end: w })].map(([k, v]) => [k, [...v]])
							])
						];
						const [device] = b.case.devices;
						if (!device) continue;
						const terminals = [...terminalsOf(b.case, device), 'splice', 'nothing'];
						for (let n = 0; n < 6; n++) {
							const r = new Random(n + terminals.length);
							const on = wiresOf(b.case).map((w) => {
								const at = r.pick(terminals);
								return {
									end: w,
									at: at === 'splice' ? 'splice' : at === 'nothing' ? null : { terminal: at },
									how: r.pick(['screw', 'push-in'])
								};
							});
							const old = { device: r.pick(Object.keys(OLD_DEVICES)), on, tabs: { hot: r.pick(['in', 'out']), neutral: 'in' } };
							yield [
								'copied',
								told(() =>
									copyDevice(old as never, { case: b.case, made: b.made, device, grounding: n % 2 > 0, cables: new Map() })
								)
							];
						}
					}
				}
	for (const { job } of HOUSES) {
		const plan = drawPlan(editionOf(job), knownJob(job), 0);
		for (const scale of [0.4, 0.8, 1.3, 2.2, 4])
			yield [
				'labels of a plan',
				told(() => [
					roomLabels(plan, scale),
					[...namedFixtures(plan, scale)],
					boxLabels(plan, { scale, rooms: roomLabels(plan, scale), wanted: plan.boxes.map((b) => b.id) })
				])
			];
	}
}

/** Work step by step, nameplates, holes, raceways, words of facts. */
export function* workPieces(): Generator<Said> {
	for (const work of Object.keys(GUIDED_WORK) as GuidedWork[])
		for (const poles of [1, 2] as const)
			for (const neutral of [true, false, null])
				for (const flag of [true, false, null])
					yield [
						work,
						guidedWork(work, {
							subpanel: flag,
							breaker: 'breaker 7',
							poles,
							neutral,
							shared: flag === true,
							otherSources: flag,
							cord: flag !== false,
							conductors: flag ? 3 : neutral ? 2 : null,
							gfci: null
						})
					];
	for (const key of EDITIONS)
		for (const kind of LOAD_KINDS)
			for (const [n, volts] of [120, 208, 240, null].entries())
				yield [
					'plates',
					told(() =>
						plateCheck(
							editions[key],
							{
								kind,
								volts,
								watts: [1500, 4500, null, 9000][n] ?? null,
								amps: [12, null, 30, 16][n] ?? null,
								mca: n % 2 ? 22 : null,
								mocp: n > 1 ? 35 : null
							},
							{ volts: n > 2 ? 120 : 240, breakerA: [20, 30, null, 40][n] ?? null, carriesA: [20, 25, 30, null][n] ?? null }
						)
					)
				];
	for (const watts of [1500, 3500, 3800, 4500, null])
		for (const volts of [120, 240, null]) yield ['elements', sameElement({ watts: 3800, volts: 240 }, { watts, volts })];
	const edition = editions['2023'];
	for (const member of ['bearing-stud', 'stud', 'joist'] as const)
		for (const depthIn of [3.5, 5.5, 9.25])
			for (const sizeIn of [0.5, 0.75, 0.875, 1, 1.4, 1.41, 2.1, 2.11])
				for (const notch of [true, false])
					for (const edgeIn of [undefined, 0.6, 1.25, 2])
						yield ['holes', holeCheck(edition, { member, depthIn, sizeIn, notch, edgeIn, middleThird: sizeIn > 1 })];
	for (const raceway of RACEWAYS)
		for (const [n, bends] of [[], [90, 90, 90, 90], [90, 90, 90, 90, 10], [45]].entries())
			for (const where of ['inside', 'outdoors', 'buried'] as const)
				yield [
					'raceways',
					racewayRun(edition, {
						raceway,
						sizeIn: [0.5, 0.75, 1.25, 2][n] ?? 1,
						lengthFt: [6, 7, null, 26][n] ?? null,
						bends,
						breakerA: [20, 21, 60, null][n] ?? null,
						largestAwg: (['12', '4', '6', null] as const)[n] ?? null,
						wireGround: n % 2 > 0,
						where
					})
				];
	for (const { job } of HOUSES) {
		const rows = { cable: job.cables, circuit: job.circuits, box: job.boxes, panel: job.panels, feeder: job.panels };
		for (const [of, list] of Object.entries(rows))
			for (const field of [
				'lengthFt',
				'awg',
				'cable',
				'fromId',
				'panelId',
				'slot',
				'breakerA',
				'material',
				'mainA',
				'slots',
				'metal',
				'ground'
			])
				for (const row of list.slice(0, 6)) yield ['facts', told(() => sayFact(job, { of, id: row.id, field } as never))];
	}
}

/** Houses with a fault put in: what instruments read there, what a body takes, what the search makes of it. */
export function* faultPieces(): Generator<Said> {
	for (let seed = 1; seed <= 24; seed++) {
		const { job } = house(seed);
		const known = knownJob(job);
		const circuit = known.circuits[seed % known.circuits.length];
		if (!circuit) continue;
		const ruled = { edition: editionOf(job), job: known };
		const fault = hiddenFault(known, circuit, seed);
		yield ['hidden faults', fault];
		const boxId = job.cables.filter((l) => l.circuitId === circuit.id).at(-1)?.toId ?? '';
		const at = houseAt(ruled, { boxId, faults: fault ? [fault] : [] });
		if (at.ok) {
			yield ['read', told(() => readHouse(at.house, 12))];
		} else yield ['read', at.why];
		yield ['hazards', SCENARIOS.map((scenario) => told(() => hazardAt(ruled, circuit, { boxId, scenario })))];
		yield ['profiles', [null, boxId].map((openAt) => told(() => [...tracerProfile(job, circuit.id, openAt)]))];
	}
	yield ['kinds', FAULTS];
	for (const what of TRACED_WHAT) yield ['tracer', tracerSteps(what)];
	for (let seed = 1; seed <= 40; seed++) {
		const r = new Random(seed);
		const levels = Array.from({ length: 1 + r.below(6) }, (_, n) => ({
			at: `b${n}`,
			level: r.pick([0, 1, 2, 5, 10, 19, 20, 21, 50, 60, 90, 100])
		}));
		yield ['tracer', [tracerCall(levels), tracerBreaker(levels), tracedBoxes(levels, 100)]];
	}
	const { job } = house(1);
	let n = 0;
	yield [
		'proposed',
		told(() =>
			proposeCircuits(
				knownJob({ ...job, circuits: [], cables: [], practice: { ...job.practice, receptacles12: true } }),
				() => `p${++n}`
			)
		)
	];
}

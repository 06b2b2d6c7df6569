import type { Edition } from '../code/shape/edition';
import { editions } from '../code/editions';
import { hazardFindings } from '../instruments/hazards';
import { readRun, RUN_INSTRUMENTS, type Ask, type RunInstrument, type RunReading } from '../instruments/run-reading';
import { check, figure, flag, list, must, named, oneOf, shape, type Checked } from '../model/file/fields';
import { EDITIONS, type EditionKey } from '../model/kinds';
import type { FieldFault, Finding, Rule, Step } from '../model/result';
import { RUN_CIRCUITS, wireOhms, type RunBox, type RunCase } from '../network/run-wiring';
import { isLoose, NETWORK_FAULTS, type Fault, type FaultKind } from '../faults/kinds';
import { GAUGES } from '../units/gauge';
import { show } from '../units/quantity';

/** Bodies of `/network` and `/instrument/stream` as Yup schemas, and what the schemas cannot see. */

export interface NetworkRequest extends RunCase {
	edition: EditionKey;
	faults: Fault[];
	read: Ask[];
}
export const RUN_DEVICES = ['receptacle', 'gfci', 'light', 'switch'] as const;
const LEGS = ['a', 'b'] as const;
/** A box of a circuit, as every request has it. */
export const runBox = shape({
	id: must(named(64)),
	from: must(named(64)),
	awg: must(oneOf(GAUGES)),
	metal: must(oneOf(['Cu', 'Al'] as const)),
	lengthFt: must(figure(0, 10_000)),
	ground: must(flag()),
	loadWatts: figure(0, 100_000),
	device: oneOf(RUN_DEVICES),
	hots: list(must(oneOf(LEGS)), 2, 1),
	'two-hot': flag()
});
/** Fields of a circuit, as every request has them. */
export const circuitFields = {
	edition: oneOf(EDITIONS),
	source: must(shape({ volts: must(figure(1, 300)), ohmsPerLeg: must(figure(0, 100)), legs: figure(1, 2) })),
	boxes: must(list(runBox, 200, 1)),
	terminationOhms: figure(0, 100),
	conductorC: figure(-60, 200),
	breakerA: figure(1, 1000),
	gfciAt: list(must(named(64)), 200).default(() => [])
};
const faults = () =>
	list(shape({ kind: must(oneOf(NETWORK_FAULTS)), at: must(named(64)), ohms: figure(1e-6, 1e9), leg: oneOf(LEGS) }), 100).default(
		() => []
	);
/** Test current of an analyzer, A. */
export const loadA = () => figure(0.1, 100);
export const networkRequest = shape({
	...circuitFields,
	faults: faults(),
	read: list(shape({ box: must(named(64)), instrument: must(oneOf(RUN_INSTRUMENTS)), loadA: loadA() }), 200).default(() => [])
});
export type Loose<T> = Partial<T> & Pick<NetworkRequest, 'source'> & { boxes: (RunBox & { 'two-hot'?: boolean | undefined })[] };

/** What may be left out: temperature, terminations, faults, what is to be read. */
export const whole = <T extends Loose<NetworkRequest>>(body: T) => ({
	...body,
	edition: body.edition ?? ('2023' as const),
	terminationOhms: body.terminationOhms ?? 0.002,
	conductorC: body.conductorC ?? 25,
	boxes: body.boxes.map((b: RunBox & { 'two-hot'?: boolean | undefined }): RunBox => ({ ...b, twoHot: b['two-hot'] })),
	faults: body.faults ?? [],
	gfciAt: body.gfciAt ?? [],
	read: body.read ?? []
});

/** The body of `/network`, checked. @returns the case, or every fault with its path */
export function checkNetwork(body: unknown): Checked<NetworkRequest> {
	const checked = check<Loose<NetworkRequest>>(networkRequest, body);
	if (!checked.ok) return checked;
	const value = whole(checked.value);
	const faults = [...runFaults(value), ...value.read.flatMap((r, i) => unknownBox(value, r.box, `read[${i}].box`))];
	return faults.length ? { ok: false, faults } : { ok: true, value };
}

interface StreamRequest extends NetworkRequest {
	instrument: RunInstrument;
	box: string;
	/** Spread of a reading, as a share of it. */
	noise: number;
	everyMs: number;
	loadA?: number | undefined;
}
export const streamRequest = shape({
	...circuitFields,
	faults: faults(),
	instrument: must(oneOf(RUN_INSTRUMENTS)),
	box: must(named(64)),
	noise: figure(0, 1),
	everyMs: figure(50, 60_000),
	loadA: loadA()
});
/** The query of `/instrument/stream`, checked. @returns the case, or every fault with its path */
export function checkStream(body: unknown): Checked<StreamRequest> {
	const checked = check<Loose<StreamRequest> & Pick<StreamRequest, 'instrument' | 'box'>>(streamRequest, body);
	if (!checked.ok) return checked;
	const value = { ...whole(checked.value), noise: checked.value.noise ?? 0.002, everyMs: checked.value.everyMs ?? 500 };
	const faults = [...runFaults(value), ...unknownBox(value, value.box, 'box')];
	return faults.length ? { ok: false, faults } : { ok: true, value };
}

/** Faults that lie at no box. */
const AT_THE_SUPPLY: Partial<Record<FaultKind, 'panel' | 'service'>> = {
	'leg-lost': 'panel',
	'both-hots-one-leg': 'panel',
	'service-neutral-open': 'service',
	'supply-high': 'service',
	'supply-low': 'service'
};
/** A place that is no box of the run, as a fault. @returns none where it is one */
export const unknownBox = (run: RunCase, id: string, path: string): FieldFault[] =>
	run.boxes.some((b) => b.id === id) ? [] : [{ path, message: `names no box, got "${id}"` }];
/** Boxes that stand twice, hang on nothing or on themselves; faults and devices at no box; a wire that the table lacks. */
export function runFaults(run: Omit<NetworkRequest, 'read'>): FieldFault[] {
	const faults: FieldFault[] = [];
	const { resistance } = editions[run.edition];
	const byId = new Map<string, RunCase['boxes'][number]>();
	run.boxes.forEach((b, i) => {
		if (byId.has(b.id) || b.id === 'panel') faults.push({ path: `boxes[${i}].id`, message: `appears twice: "${b.id}"` });
		byId.set(b.id, b);
		if (!resistance.rows.some((r) => r.awg === b.awg && r[b.metal]))
			faults.push({ path: `boxes[${i}].awg`, message: `the table of resistances has no ${b.awg} AWG in ${b.metal}` });
	});
	run.boxes.forEach((b, i) => {
		if (b.from !== 'panel' && !byId.has(b.from))
			faults.push({ path: `boxes[${i}].from`, message: `must be panel or a box, got "${b.from}"` });
		let at: string | undefined = b.from;
		for (let n = 0; at && at !== 'panel' && n <= run.boxes.length; n++) {
			if (at === b.id) {
				faults.push({ path: `boxes[${i}].from`, message: `the run comes back to "${b.id}": a run is a tree` });
				break;
			}
			at = byId.get(at)?.from;
		}
	});
	run.faults.forEach((f, i) => {
		const supply = AT_THE_SUPPLY[f.kind];
		if (supply === undefined) faults.push(...unknownBox(run, f.at, `faults[${i}].at`));
		else if (f.at !== supply) faults.push({ path: `faults[${i}].at`, message: `must be ${supply} for ${f.kind}, got "${f.at}"` });
		if (isLoose(f.kind) && f.ohms === undefined)
			faults.push({ path: `faults[${i}].ohms`, message: `must be given for ${f.kind}` });
	});
	run.boxes.forEach((b, i) => {
		const field = b.twoHot ? 'two-hot' : b.hots?.includes('b') ? 'hots' : null;
		if (field && run.source.legs !== 2)
			faults.push({ path: `boxes[${i}].${field}`, message: 'needs source.legs 2: the other hot is on the other leg' });
	});
	run.gfciAt?.forEach((id, i) => faults.push(...unknownBox(run, id, `gfciAt[${i}]`)));
	return faults;
}

/** A fault of one leg at the panel is its circuit's. */
const atItsCircuit = (f: Fault): Fault => (f.at === 'panel' ? { ...f, at: RUN_CIRCUITS[f.leg ?? 'b'] } : f);

interface NetworkAnswer {
	readings: RunReading[];
	trips: { device: string; why: string }[];
	steps: Step[];
	findings: Finding[];
}
/** What would be read, with the ohms of each leg as steps, and what would hurt or open as findings. */
export function answerNetwork(edition: Edition, request: NetworkRequest): NetworkAnswer {
	const { readings, trips } = readRun(edition, { ...request, faults: request.faults.map(atItsCircuit) }, request.read);
	const rule: Rule = { section: 'Chapter 9 Table 8', title: 'Conductor properties', edition: edition.key, confidence: 'firm' };
	return {
		readings,
		trips,
		steps: request.boxes.map((b): Step => ({
			label: `${b.from} to ${b.id}, ${show(b.lengthFt, 1)} ft of ${b.awg} ${b.metal}`,
			formula: `each conductor at ${show(request.conductorC, 1)} °C, with both terminations`,
			value: wireOhms(edition, b, { conductorC: request.conductorC, terminationOhms: request.terminationOhms }),
			unit: 'ohm',
			rule
		})),
		findings: hazardFindings(edition, readings, trips)
	};
}

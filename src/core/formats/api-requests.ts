import type { AnySchema } from 'yup';
import { FIGURES } from '../code/amended-edition';
import { FILL_GAUGES, LARGE_GAUGES } from '../code/shape/boxes';
import type { OutletFacts } from '../code/outlet';
import { SERVICE_METHODS, type ServiceCase } from '../circuits/service/220-82-service-load';
import type { SizeCase } from '../circuits/size/size';
import { breakFaults, outlineFaults } from '../layout/wall-spaces';
import type { CounterBreak, CounterCase, IslandCase } from '../layout/counters';
import type { WallsCase } from '../layout/walls';
import {
	check,
	day,
	edition,
	figure,
	flag,
	list,
	maybe,
	must,
	named,
	oneOf,
	shape,
	whole,
	type Checked
} from '../model/file/fields';
import { wallLength } from '../model/geometry';
import type { Amendment } from '../model/job';
import {
	BREAK_KINDS,
	DAMPNESS,
	DWELLINGS,
	EDITIONS,
	LOAD_KINDS,
	ROOM_KINDS,
	SERVES,
	SERVICE_KINDS,
	SIZED_CABLES,
	type AmendableFigure,
	type Dwelling,
	type EditionKey
} from '../model/kinds';
import type { FieldFault } from '../model/result';
import { amendmentFields } from '../model/file/schema';
import { pointSchema } from '../model/file/schema-fields';
import { FILL_ROLES, type FillCase } from '../rough/articles/314-16-box-fill';
import { GAUGES } from '../units/gauge';

/** Bodies of the HTTP API as Yup schemas, and what the schemas cannot see. */

type SizeRequest = SizeCase & { edition: EditionKey };
export const sizeRequest = shape({
	edition: edition(),
	load: must(
		shape({
			kind: must(oneOf(LOAD_KINDS)),
			watts: figure(1, 200_000),
			amps: figure(0.01, 1000),
			volts: must(oneOf([120, 208, 240] as const)),
			continuous: flag(),
			mca: figure(0.1, 1000),
			mocp: figure(1, 1000)
		})
	),
	wiring: must(
		shape({
			cable: must(oneOf(SIZED_CABLES)),
			metal: must(oneOf(['Cu', 'Al'] as const)),
			lengthFt: must(figure(0, 10_000)),
			ambientC: must(figure(-60, 85)),
			currentCarrying: must(whole(1, 200)),
			terminalC: must(oneOf([60, 75] as const))
		})
	),
	outlets: must(shape({ kind: must(oneOf(['receptacle', 'hard-wired'] as const)), count: must(whole(1, 1000)) })),
	limits: shape({ dropPercent: figure(0.01, 100) }).default(undefined),
	breakerA: figure(1, 1000),
	awg: oneOf(GAUGES)
});
/** The body of `/size`, checked. @returns the case, or every fault with its path */
export function checkSize(body: unknown): Checked<SizeRequest> {
	return thenCheck(check<SizeRequest>(sizeRequest, body), ({ load }) => {
		const faults: FieldFault[] = [];
		if (load.kind === 'hvac') {
			for (const field of ['mca', 'mocp'] as const) {
				if (load[field] === undefined)
					faults.push({ path: `load.${field}`, message: 'must be given for hvac: it is on the nameplate' });
			}
			if (load.mca !== undefined && load.mocp !== undefined && load.mocp < load.mca)
				faults.push({
					path: 'load.mocp',
					message: `must be at least the minimum circuit ampacity of ${load.mca} A, got ${load.mocp}`
				});
			return faults;
		}
		if ((load.watts === undefined) === (load.amps === undefined)) {
			faults.push({
				path: 'load.watts',
				message: `give watts or amps, one of them; got ${load.watts === undefined ? 'neither' : 'both'}`
			});
		}
		return faults;
	});
}

/** 2,000 ft around is no room of a dwelling; the cap keeps every answer quick. */
const MAX_AROUND_IN = 24_000;

type WallsRequest = WallsCase & { edition: EditionKey };
export const wallsRequest = shape({
	edition: edition(),
	roomKind: must(oneOf(ROOM_KINDS)),
	outline: must(list(pointSchema(), 500, 3)),
	breaks: list(
		shape({
			wall: must(whole(0, 499)),
			from: must(figure(0, 100_000)),
			to: must(figure(0, 100_000)),
			kind: must(oneOf(BREAK_KINDS))
		}),
		1000
	).default(() => []),
	receptacles: list(shape({ wall: must(whole(0, 499)), at: must(figure(0, 100_000)) }), 1000).default(() => []),
	studs: shape({ spacing: must(figure(6, 96)), offset: must(figure(0, 96)) }).default(undefined)
});
/** The body of `/layout/walls`, checked. @returns the case, or every fault with its path */
export function checkWalls(body: unknown): Checked<WallsRequest> {
	const checked = check<WallsRequest>(wallsRequest, body);
	if (!checked.ok) return checked;
	// What may be left out: a room without breaks, without receptacles.
	const whole = { ...checked.value, breaks: checked.value.breaks ?? [], receptacles: checked.value.receptacles ?? [] };
	return thenCheck<WallsRequest>({ ok: true, value: whole }, ({ outline, breaks, receptacles }) => {
		const faults = outlineFaults(outline);
		if (faults.length) return faults;
		const around = outline.reduce((sum, _, wall) => sum + wallLength(outline, wall), 0);
		if (around > MAX_AROUND_IN)
			return [{ path: 'outline', message: `must be at most ${MAX_AROUND_IN} in around, got ${Math.round(around)}` }];
		receptacles.forEach((r, i) => {
			if (r.wall >= outline.length)
				faults.push({ path: `receptacles[${i}].wall`, message: `must be 0 to ${outline.length - 1}, got ${r.wall}` });
			else faults.push(...offWall(outline, r, `receptacles[${i}].at`));
		});
		return [...faults, ...breakFaults(outline, breaks)];
	});
}
function offWall(outline: WallsCase['outline'], r: { wall: number; at: number }, path: string): FieldFault[] {
	return breakFaults(outline, [{ wall: r.wall, from: -1, to: r.at, kind: 'window' }]).map((f) => ({ path, message: f.message }));
}

/** 200 ft of counter is no kitchen of a dwelling. */
const MOST_COUNTER_IN = 2400;
const counterBreak = shape({
	from: must(figure(0, MOST_COUNTER_IN)),
	to: must(figure(0, MOST_COUNTER_IN)),
	kind: must(oneOf(['sink', 'range', 'cooktop', 'refrigerator'] as const)),
	behind: figure(0, 240),
	corner: flag()
});
interface CountersRequest {
	edition: EditionKey;
	counters: CounterCase[];
	islands: IslandCase[];
}
export const countersRequest = shape({
	edition: edition(),
	counters: list(
		shape({
			id: must(named(100)),
			length: must(figure(1 / 16, MOST_COUNTER_IN)),
			breaks: list(counterBreak, 50).default(() => []),
			receptacles: list(must(figure(0, MOST_COUNTER_IN)), 200).default(() => [])
		}),
		100
	).default(() => []),
	islands: list(
		shape({
			id: must(named(100)),
			kind: must(oneOf(['island', 'peninsula'] as const)),
			length: must(figure(1 / 16, MOST_COUNTER_IN)),
			width: must(figure(1 / 16, MOST_COUNTER_IN)),
			receptacles: list(shape({ fromOuterEnd: must(figure(0, MOST_COUNTER_IN)) }), 200).default(() => []),
			breaks: list(counterBreak, 50).default(() => [])
		}),
		100
	).default(() => [])
});
/** The body of `/layout/counters`, checked. @returns the case, or every fault with its path */
export function checkCounters(body: unknown): Checked<CountersRequest> {
	const checked = check<CountersRequest>(countersRequest, body);
	if (!checked.ok) return checked;
	const { edition: key, counters = [], islands = [] } = checked.value;
	// What may be left out: a counter without breaks, without receptacles.
	const value: CountersRequest = {
		edition: key,
		counters: counters.map((c) => ({ ...c, breaks: c.breaks ?? [], receptacles: c.receptacles ?? [] })),
		islands: islands.map((i) => ({ ...i, breaks: i.breaks ?? [], receptacles: i.receptacles ?? [] }))
	};
	return thenCheck<CountersRequest>({ ok: true, value }, () => [
		...twice([...value.counters, ...value.islands]),
		...value.counters.flatMap((c, i) => [
			...breaksOff(c.breaks, c.length, `counters[${i}].breaks`),
			...c.receptacles.flatMap((at, k) => beyondEnd(at, c.length, `counters[${i}].receptacles[${k}]`))
		]),
		...value.islands.flatMap((c, i) => [
			...breaksOff(c.breaks ?? [], c.length, `islands[${i}].breaks`),
			...c.receptacles.flatMap((r, k) => beyondEnd(r.fromOuterEnd, c.length, `islands[${i}].receptacles[${k}].fromOuterEnd`))
		])
	]);
}
const beyondEnd = (at: number, length: number, path: string): FieldFault[] =>
	at > length ? [{ path, message: `must be at most the length of ${length}, got ${at}` }] : [];
const twice = (rows: readonly { id: string }[]): FieldFault[] =>
	rows
		.filter((r, i) => rows.findIndex((o) => o.id === r.id) !== i)
		.map((r) => ({ path: 'id', message: `appears twice: "${r.id}"` }));
/** Breaks that reach over the end, have no width, or overlap another one. */
function breaksOff(breaks: readonly CounterBreak[], length: number, path: string): FieldFault[] {
	return breaks.flatMap((b, i): FieldFault[] => {
		if (b.to <= b.from) return [{ path: `${path}[${i}].to`, message: `must be more than from (${b.from}), got ${b.to}` }];
		if (b.to > length) return beyondEnd(b.to, length, `${path}[${i}].to`);
		const other = breaks.findIndex((o, k) => k < i && o.from < b.to && b.from < o.to);
		return other >= 0 ? [{ path: `${path}[${i}]`, message: `overlaps breaks[${other}]` }] : [];
	});
}

type ServiceLoadRequest = ServiceCase & { edition: EditionKey };
export const serviceLoadRequest = shape({
	edition: edition(),
	method: must(oneOf(SERVICE_METHODS)),
	areaSqFt: must(figure(1, 100_000)),
	smallApplianceCircuits: must(whole(0, 100)),
	laundryCircuits: must(whole(0, 100)),
	appliances: list(
		shape({
			name: must(named(100)),
			kind: must(oneOf(SERVICE_KINDS)),
			va: must(figure(1, 1_000_000)),
			units: whole(1, 100)
		}),
		500
	).default(() => [])
});
/** The body of `/service-load`, checked. @returns the case, or every fault with its path */
export const checkServiceLoad = (body: unknown): Checked<ServiceLoadRequest> => {
	const checked = check<ServiceLoadRequest>(serviceLoadRequest, body);
	// What may be left out: a dwelling with no appliances.
	const whole = checked.ok ? { ...checked, value: { ...checked.value, appliances: checked.value.appliances ?? [] } } : checked;
	return thenCheck<ServiceLoadRequest>(whole, ({ appliances }) =>
		appliances.flatMap((a, i) =>
			a.units !== undefined && a.kind !== 'heating'
				? [{ path: `appliances[${i}].units`, message: `is only for heating, got it for ${a.kind}` }]
				: []
		)
	);
};

interface ProtectRequest {
	edition: EditionKey;
	permitDate: string;
	dwelling: Dwelling;
	outlets: OutletFacts[];
	/** Figures as the contract has them: inches, and feet for an extension. */
	amendments?: Omit<Amendment, 'id'>[];
}
const outletFields: Record<string, AnySchema> = {
	id: must(named(100)),
	what: must(oneOf(['receptacle', 'hard-wired', 'lighting', 'switch'] as const)),
	room: must(oneOf(ROOM_KINDS)),
	finished: flag(),
	serves: oneOf(SERVES),
	volts: must(figure(1, 1000)),
	amps: must(figure(1, 1000)),
	circuitVolts: figure(1, 1000),
	sinkFt: figure(0, 1000),
	tubFt: figure(0, 1000),
	heightIn: figure(-1000, 1000),
	dampness: oneOf(DAMPNESS),
	foodPrep: flag(),
	readilyAccessible: flag(),
	dedicatedSpace: flag(),
	servicing: flag(),
	existing: shape({ extensionFt: must(figure(0, 10_000)), addsOutlets: must(flag()) }).default(undefined),
	replacement: shape({
		groundInBox: must(flag()),
		method: must(oneOf(['gfci-here', 'gfci-upstream', 'two-slot'] as const))
	}).default(undefined)
};
export const protectRequest = shape({
	edition: edition(),
	permitDate: must(day()),
	dwelling: must(oneOf(DWELLINGS)),
	outlets: must(list(shape(outletFields), 1000, 1)),
	amendments: list(shape({ ...amendmentFields(), id: maybe(named(64)) }), 100).default(() => [])
});
/** Figures that a request may change: those that protection reads, each with the inches of its unit in the job. */
const ASKED_FIGURES: Partial<Record<AmendableFigure, number>> = {
	'sink-distance': 12,
	'tub-distance': 12,
	'extension-length': 1,
	'tamper-height': 1
};
/** The body of `/protect`, checked. @returns the case, or every fault with its path */
export function checkProtect(body: unknown): Checked<ProtectRequest> {
	const checked = thenCheck(check<ProtectRequest>(protectRequest, body), ({ amendments = [] }) =>
		amendments.flatMap((a, i) => amendmentFaults(a, `amendments[${i}]`))
	);
	if (!checked.ok) return checked;
	const amendments = checked.value.amendments?.map((a) =>
		a.change === 'figure' && a.figure && a.value !== undefined ? { ...a, value: a.value / (ASKED_FIGURES[a.figure] ?? 1) } : a
	);
	return { ok: true, value: { ...checked.value, ...(amendments ? { amendments } : {}) } };
}
/** What a change must name, and the bounds of its figure. */
function amendmentFaults({ change, edition, figure, value }: Omit<Amendment, 'id'>, path: string): FieldFault[] {
	if (change === 'as-edition')
		return edition
			? []
			: [{ path: `${path}.edition`, message: `must be one of ${EDITIONS.join(', ')} for as-edition; got nothing` }];
	if (change !== 'figure') return [];
	const inches = figure && ASKED_FIGURES[figure];
	if (!figure || inches === undefined)
		return [
			{
				path: `${path}.figure`,
				message: `must be one of ${Object.keys(ASKED_FIGURES).join(', ')}; got ${figure ? `"${figure}"` : 'nothing'}`
			}
		];
	if (value === undefined || value === null)
		return [{ path: `${path}.value`, message: `must be given for ${figure}, got nothing` }];
	const { least, most } = FIGURES[figure];
	return value < least * inches || value > most * inches
		? [{ path: `${path}.value`, message: `must be ${least * inches} to ${most * inches} for ${figure}, got ${value}` }]
		: [];
}

type BoxFillRequest = FillCase & { edition: EditionKey };
const BOX_GAUGES = [...FILL_GAUGES, ...LARGE_GAUGES] as const;
export const boxFillRequest = shape({
	edition: edition(),
	volumeCuIn: must(figure(0.1, 1000)),
	conductors: list(
		shape({ awg: must(oneOf(BOX_GAUGES)), count: must(whole(0, 200)), role: must(oneOf(FILL_ROLES)) }),
		200
	).default(() => []),
	internalClamps: flag(),
	supportFittings: whole(0, 20),
	terminalBlocks: whole(0, 20),
	yokes: list(shape({ awg: must(oneOf(BOX_GAUGES)), gangs: must(whole(1, 8)) }), 50).default(() => [])
});
/** The body of `/box-fill`, checked. @returns the case, or every fault with its path */
export const checkBoxFill = (body: unknown): Checked<BoxFillRequest> => {
	const checked = check<BoxFillRequest>(boxFillRequest, body);
	// What may be left out: a box with nothing of it.
	return checked.ok
		? {
				...checked,
				value: {
					...checked.value,
					conductors: checked.value.conductors ?? [],
					yokes: checked.value.yokes ?? [],
					internalClamps: checked.value.internalClamps ?? false,
					supportFittings: checked.value.supportFittings ?? 0,
					terminalBlocks: checked.value.terminalBlocks ?? 0
				}
			}
		: checked;
};

const thenCheck = <T>(checked: Checked<T>, more: (value: T) => FieldFault[]): Checked<T> => {
	if (!checked.ok) return checked;
	const faults = more(checked.value);
	return faults.length ? { ok: false, faults } : checked;
};

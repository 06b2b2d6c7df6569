import type { Amendment } from '../model/known';
import type { Dampness, DeviceKind, RoomKind, Serves } from '../model/kinds';
import type { Rule } from '../model/result';
import { atMost } from '../units/quantity';
import type { PlaceRow, PlaceTest } from './shape/edition';

/** What the protection rules ask of one outlet or device. Distances in ft along a cord's path, heights in inches. */
export interface OutletFacts {
	id: string;
	what: Exclude<DeviceKind, 'alarm'>;
	room: RoomKind;
	volts: number;
	amps: number;
	circuitVolts?: number;
	finished?: boolean;
	serves?: Serves;
	sinkFt?: number;
	tubFt?: number;
	heightIn?: number;
	dampness?: Dampness;
	foodPrep?: boolean;
	readilyAccessible?: boolean;
	dedicatedSpace?: boolean;
	/** Part of a luminaire or an appliance. */
	builtIn?: boolean;
	/** Its plug is turned to lock. */
	locking?: boolean;
	/** Of heating or cooling equipment: the receptacle that it is serviced from, and not its own. */
	servicing?: boolean;
	existing?: { extensionFt: number; addsOutlets: boolean };
	replacement?: { groundInBox: boolean; method: ReplacedBy };
}

/** How a receptacle without a ground was replaced; `unprotected`: three slots, and no GFCI reaches it. */
export type ReplacedBy = 'gfci-here' | 'gfci-upstream' | 'two-slot' | 'unprotected';

/** Whether something is asked for, by which rules, what was considered and fell away, and what an amendment changed. */
export interface Need {
	required: boolean;
	because: Rule[];
	reasons: string[];
	excused: { rule: Rule; because: string }[];
	amendedBy: Amendment[];
}

/** Volts to ground of a single-phase dwelling outlet: two hots stand opposite each other. */
export const voltsToGround = (volts: number): number => (volts > 150 && volts <= 250 ? volts / 2 : volts);

const CHECKS: {
	[K in keyof PlaceTest]-?: (want: NonNullable<PlaceTest[K]>, outlet: OutletFacts, dampness: Dampness) => boolean;
} = {
	rooms: (want, o) => want.includes(o.room),
	notRooms: (want, o) => !want.includes(o.room),
	serves: (want, o) => o.serves !== undefined && want.includes(o.serves),
	what: (want, o) => want.includes(o.what),
	finished: (want, o) => (o.finished ?? false) === want,
	foodPrep: (want, o) => (o.foodPrep ?? false) === want,
	dampness: (want, _o, dampness) => dampness !== 'dry' && want.includes(dampness),
	withinFt: ({ of, ft }, o) => {
		const measured = of === 'sink' ? o.sinkFt : o.tubFt;
		return measured !== undefined && atMost(measured, ft);
	},
	maxAmps: (want, o) => o.amps <= want,
	maxVolts: (want, o) => o.volts <= want,
	maxVoltsToGround: (want, o) => voltsToGround(o.volts) <= want,
	readilyAccessible: (want, o) => (o.readilyAccessible ?? true) === want,
	servicing: (rooms, o) => o.servicing ?? rooms.includes(o.room)
};

/** All that the test asks holds of the outlet. */
export function meets(test: PlaceTest, outlet: OutletFacts, dampness: Dampness): boolean {
	return (Object.keys(CHECKS) as (keyof PlaceTest)[]).every((key) => {
		const want = test[key];
		return want === undefined || (CHECKS[key] as (w: unknown, o: OutletFacts, d: Dampness) => boolean)(want, outlet, dampness);
	});
}

/** The exception of a row that takes this outlet out, if there is one; a dated one reads the permit's day. */
export const exceptionOf = (
	row: PlaceRow,
	outlet: OutletFacts,
	{ dampness, permitDate }: { dampness: Dampness; permitDate: string | null }
) =>
	row.except?.find(
		(e) =>
			meets(e.when, outlet, dampness) && (e.beforePermit === undefined || (permitDate !== null && permitDate < e.beforePermit))
	);
/** The day before which a permit must be for a row's exception to take this outlet out; null: no dated one would. */
export const datedException = (row: PlaceRow, outlet: OutletFacts, dampness: Dampness): string | null =>
	row.except?.find((e) => e.beforePermit !== undefined && meets(e.when, outlet, dampness))?.beforePermit ?? null;

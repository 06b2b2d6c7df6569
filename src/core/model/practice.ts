import type { BothBy, ConnectorKind, LimitKey, Protection, ProtectAt } from './kinds';

/** The shop's own settings within what the code allows, kept with each job. */

/** Good between two figures, to be looked at between two others. */
export interface BandFigures {
	good: readonly [least: number, most: number];
	look: readonly [least: number, most: number];
}

/** What the shop settles within what the code allows. */
export interface Practice {
	wallHeightIn: number;
	counterHeightIn: number;
	/** Current of the plug-in analyzer's drop test, A. */
	testLoadA: number;
	/** Volts the supply stands at with nothing on, hot to neutral. */
	supplyVolts: number;
	/** Advice on the farthest outlet's drop, percent. */
	dropPercent: number;
	/** Years after which a GFCI is to be replaced. */
	gfciYears: number;
	/** How far back a protecting device reaches, in; left out: the usual. */
	protectingDeviceIn?: number | undefined;
	/** Left out: the usual. */
	prices?: PriceList | undefined;
	/** Where the shop would have protection, among what is lawful; left out: wherever it costs least. */
	protectAt?: ProtectAt | undefined;
	/** Where both protections are asked; left out: whatever costs least. */
	bothBy?: BothBy | undefined;
	/** 12 AWG to every receptacle, on 15 A too. */
	receptacles12?: boolean | undefined;
	/** What a sound house is taken to have, where it is not the usual: service impedance, terminations, temperature while testing. */
	sound?: { [K in 'sourceOhms' | 'serviceNeutralOhms' | 'terminationOhms' | 'conductorC']?: number | undefined } | undefined;
	/** Limits of readings that are not the usual, by their key. */
	limits?: Partial<Record<LimitKey, BandFigures>> | undefined;
	/** Days between tests of a GFCI; left out: 30. */
	gfciTestDays?: number | undefined;
	/** How boxes are made up; left out: pigtails, no push-in. */
	reckon?: ReckonPractice | undefined;
	makeUp?: MakeUpPractice | undefined;
	/** How circuits are proposed; left out: the usual. */
	grouping?: GroupingPractice | undefined;
}
/** What good electricians differ on when they make up a box. The code allows all of it. */
export interface MakeUpPractice {
	/** One tail of each splice to the device; or in on one screw and out on the other. */
	style: 'pigtail' | 'feed-through';
	/** Push-in terminals may be used, where they are listed. */
	pushIn: boolean;
	/** What splices are made with; left out: twist-on. */
	connector?: ConnectorKind | undefined;
	/** LINE of a protecting device stands at the top or the bottom as it hangs. */
	lineAt: 'top' | 'bottom';
	/** Conductors are twisted before the connector goes on. */
	preTwist: boolean;
	/** Tape round the terminals of a device in a metal or a tight box. */
	tape: boolean;
	/** Tape round every connector too; left out: no. */
	tapeConnectors?: boolean | undefined;
	/** The ground slot of a receptacle as it hangs; left out: as the wall has them. */
	groundAt?: 'up' | 'down' | undefined;
	/** Energized once with the device hanging clear, before it is folded in. */
	trial: boolean;
}
export const DEFAULT_MAKE_UP: MakeUpPractice = {
	style: 'pigtail',
	pushIn: false,
	lineAt: 'top',
	preTwist: false,
	tape: false,
	trial: false
};
/** How cable is reckoned and bought. */
export interface ReckonPractice {
	/** Free at every box, in; at a panel, ft. */
	boxIn: number;
	panelFt: number;
	/** Added to the way, as a share of it. */
	allowance: number;
	/** Lengths that are sold. */
	rollsFt: number[];
	/** Width of a trench, in. */
	trenchIn: number;
	/** Heights above a floor, in: of cable that goes overhead, and over a door; below it, of cable underneath. Left out: the usual. */
	overheadIn?: number | undefined;
	overDoorIn?: number | undefined;
	belowIn?: number | undefined;
	/** From floor to floor, in. */
	storyIn?: number | undefined;
	/** Sand under what lies in a trench, in. */
	beddingIn?: number | undefined;
	/** Bought beyond what is counted, as a share: small parts only. */
	waste?: number | undefined;
}
export const DEFAULT_RECKON: Required<ReckonPractice> = {
	boxIn: 8,
	panelFt: 3.5,
	allowance: 0.1,
	rollsFt: [25, 50, 100, 250],
	trenchIn: 6,
	overheadIn: 100,
	overDoorIn: 86,
	belowIn: 12,
	storyIn: 108,
	beddingIn: 0,
	waste: 0.1
};
/** How cable is reckoned here: what the shop settled, the usual for the rest. */
export function reckonOf({ reckon }: Pick<Practice, 'reckon'>): Required<ReckonPractice> {
	const settled = Object.entries(reckon ?? {}).filter(([, v]) => v !== undefined);
	return { ...DEFAULT_RECKON, ...(Object.fromEntries(settled) as Partial<Required<ReckonPractice>>) };
}
/** What good electricians differ on when they lay out circuits. The code sets none of it. */
export interface GroupingPractice {
	/** Most outlets on a general circuit of 15 A and of 20 A. */
	perCircuit15: number;
	perCircuit20: number;
	/** General receptacles on 15 or 20 A. */
	receptaclesA: 15 | 20;
	/** Lights and switches on circuits of their own. */
	lightsApart: boolean;
	/** A box may feed several others. */
	taps: boolean;
	/** The refrigerator on a circuit of its own. */
	refrigeratorAlone: boolean;
	/** Where cable crosses from room to room. */
	way: 'attic' | 'crawl-space';
}

/** The shop's prices, for the choice of devices. No currency: whatever the shop reckons in. */
export interface PriceList {
	breaker: Record<Protection, number>;
	/** A two-pole breaker costs so many times a single one. */
	twoPole: number;
	/** `none`: an ordinary receptacle. */
	device: Record<Protection, number>;
	/** A branch/feeder AFCI breaker; left out: the usual. */
	branchFeeder?: number | undefined;
	/** A foot of two-wire cable with ground; left out: the usual. */
	cableFt?: { '14': number; '12': number } | undefined;
	/** What it is held to cost that a further room goes dead with a trip, and that something delicate does. */
	perRoom: number;
	perDelicate: number;
}

export const DEFAULT_GROUPING: GroupingPractice = {
	perCircuit15: 8,
	perCircuit20: 10,
	receptaclesA: 20,
	lightsApart: true,
	taps: true,
	refrigeratorAlone: false,
	way: 'attic'
};
export const DEFAULT_PRICES: PriceList = {
	breaker: { none: 8, gfci: 55, afci: 50, dual: 62 },
	twoPole: 2,
	device: { none: 3, gfci: 22, afci: 38, dual: 45 },
	perRoom: 6,
	perDelicate: 15,
	branchFeeder: 42,
	cableFt: { '14': 0.45, '12': 0.7 }
};
export const DEFAULT_PRACTICE: Practice = {
	wallHeightIn: 16,
	counterHeightIn: 44,
	testLoadA: 12,
	supplyVolts: 120,
	dropPercent: 3,
	gfciYears: 10
};

import type {
	Box,
	CableEnd,
	Circuit,
	CircuitLoad,
	Device,
	Feeder,
	FoundConductor,
	Cable,
	Panel,
	Route,
	ServiceTrench,
	TrenchFacts,
	TrenchSegment
} from '../job';
import { must, oneOf, figure, flag, text, day, time, maybe, list, whole, named, shapeOf } from './fields';
import { id, state, inches, NAMES, pointSchema } from './schema-fields';
import {
	BOX_MATERIALS,
	BREAKER_FORMS,
	BURIAL_PLACES,
	CABLES,
	CIRCUIT_KINDS,
	CONDUCTOR_COLORS,
	CONDUCTOR_MEANS,
	CONNECTS,
	DAMPNESS,
	DEVICE_KINDS,
	DISCONNECTS,
	ENTERS,
	GROUND_PROOFS,
	HOME_RUNS,
	INSULATIONS,
	LIES,
	LOAD_KINDS,
	NEMA_FORMS,
	OUTSIDE_KINDS,
	OPENERS,
	OPENS_TOGETHER,
	PANEL_KINDS,
	PART_OF,
	PROTECTIONS,
	RACEWAYS,
	SERVES,
	SERVICE_KINDS,
	STATES,
	SWITCHED,
	SWITCH_WAYS,
	USB,
	WAYS,
	YOKES
} from '../kinds';
import { GAUGES } from '../../units/gauge';
import { place } from './schema-rooms';

/** Boxes with their devices and what was found in them, cables, circuits, panels. */

export const device = shapeOf<Device>()({
	id: id(),
	kind: must(oneOf(DEVICE_KINDS)),
	receptacles: must(oneOf([0, 1, 2] as const)),
	amps: must(figure(1, 200)),
	volts: must(oneOf([120, 240] as const)),
	slots: must(oneOf(['grounding', 'two-slot'] as const)),
	protection: must(oneOf(PROTECTIONS)),
	feedsLoad: must(flag()),
	tamperResistant: must(flag()),
	weatherResistant: must(flag()),
	switched: must(oneOf(SWITCHED)),
	serves: oneOf(SERVES).nullable().defined(),
	watts: must(figure(0, 100_000)),
	name: text().defined(),
	state: state(),
	installed: day().nullable().defined(),
	installedBy: maybe(text(60)),
	partOf: maybe(oneOf(PART_OF)),
	faceUp: maybe(oneOf(['listed', 'not-listed'] as const)),
	ways: maybe(oneOf(SWITCH_WAYS)),
	controls: list(must(text(64)), 40).optional(),
	yoke: maybe(oneOf(YOKES)),
	neutral: maybe(oneOf(['spliced', 'through-device'] as const)),
	onlyFor: maybe(oneOf(['clock', 'gas-cooking'] as const)),
	aluminumListed: maybe(flag()),
	was: maybe(
		shapeOf<Device['was']>()({
			kind: must(oneOf(DEVICE_KINDS)),
			receptacles: must(oneOf([0, 1, 2] as const)),
			amps: must(figure(1, 200)),
			volts: must(oneOf([120, 240] as const)),
			slots: must(oneOf(['grounding', 'two-slot'] as const)),
			protection: must(oneOf(PROTECTIONS)),
			name: text().defined()
		})
	),
	switchedHalf: maybe(oneOf(['upper', 'lower'] as const)),
	dimmer: maybe(flag()),
	form: maybe(oneOf(NEMA_FORMS)),
	usb: maybe(oneOf(USB)),
	selfGrounding: maybe(flag()),
	nightLight: maybe(flag()),
	withSwitch: maybe(flag()),
	deepIn: maybe(figure(0.25, 12)),
	stripIn: maybe(figure(0.1, 2)),
	connects: maybe(oneOf(CONNECTS)),
	oneSide: maybe(flag()),
	vents: maybe(flag()),
	dedicatedSpace: maybe(flag()),
	controlled: maybe(flag())
});
const cableEnd = shapeOf<CableEnd>()({
	id: id(),
	of: maybe(text(64)),
	metal: maybe(oneOf(['Cu', 'Al'] as const)),
	kind: oneOf(CABLES).nullable().defined(),
	awg: oneOf(GAUGES).nullable().defined(),
	conductors: whole(1, 4).nullable().defined(),
	ground: flag().nullable().defined(),
	note: text().defined(),
	raceway: maybe(oneOf(RACEWAYS)),
	enters: maybe(oneOf(ENTERS)),
	line: maybe(flag())
});
const conductor = shapeOf<FoundConductor>()({
	id: id(),
	endId: text(64).nullable().defined(),
	color: must(oneOf(CONDUCTOR_COLORS)),
	means: must(oneOf(CONDUCTOR_MEANS)),
	alwaysLive: must(flag()),
	insulation: must(oneOf(INSULATIONS)),
	freeLengthIn: inches(0, 120).nullable().defined()
});
export const box = shapeOf<Box>()({
	id: id(),
	name: must(NAMES.box),
	roomId: text(64).nullable().defined(),
	place: place.nullable().defined(),
	heightIn: inches(-200, 1000).nullable().defined(),
	material: oneOf(BOX_MATERIALS).nullable().defined(),
	gangs: must(whole(1, 8)),
	volumeCuIn: figure(0.1, 1000).nullable().defined(),
	clampsInside: maybe(flag()),
	depthIn: maybe(figure(0.5, 12)),
	ground: must(oneOf(['present', 'none', 'unknown'] as const)),
	groundProof: must(oneOf(GROUND_PROOFS)),
	ends: must(list(cableEnd, 20)),
	conductors: must(list(conductor, 60)),
	inCabinet: must(flag()),
	readilyAccessible: must(flag()),
	dampness: oneOf(DAMPNESS).nullable().defined(),
	devices: must(list(device, 12)),
	state: state(),
	note: text(2000).defined(),
	adapter: maybe(flag()),
	fasteners: maybe(
		shapeOf<Box['fasteners']>()({ required: whole(0, 40).nullable().defined(), seen: whole(0, 40).nullable().defined() }).default(
			undefined
		)
	)
});
/** What is known of a cable in the wall; null: nobody has seen it. */
const CABLE_AS_KNOWN = {
	kind: oneOf(CABLES).nullable().defined(),
	awg: oneOf(GAUGES).nullable().defined(),
	metal: oneOf(['Cu', 'Al'] as const)
		.nullable()
		.defined(),
	conductors: whole(2, 4).nullable().defined(),
	ground: flag().nullable().defined(),
	lengthFt: figure(0, 2000).nullable().defined(),
	raceway: maybe(oneOf(RACEWAYS))
};
/** The way of a cable on the plan, and a trench as it is dug. */
const route = shapeOf<Route>()({
	way: must(oneOf(WAYS)),
	via: must(list(pointSchema(), 60)),
	spaced: maybe(flag())
}).default(undefined);
const TRENCH = {
	segments: must(
		list(
			shapeOf<TrenchSegment>()({
				id: id(),
				ft: figure(0.1, 10_000).nullable().defined(),
				place: must(oneOf(BURIAL_PLACES)),
				pavingIn: must(figure(0, 24))
			}),
			20
		)
	),
	bore: maybe(flag()),
	coverIn: maybe(figure(0, 240)),
	riserFromIn: maybe(figure(0, 240)),
	riserToFt: maybe(figure(0, 100)),
	corroded: maybe(flag())
};
const trench = shapeOf<TrenchFacts>()(TRENCH).default(undefined);
const serviceTrench = shapeOf<ServiceTrench>()({
	...TRENCH,
	whose: must(oneOf(['customer', 'utility'] as const)),
	raceway: oneOf(RACEWAYS).nullable().defined(),
	lengthFt: figure(0, 2000).nullable().defined()
}).default(undefined);
export const cable = shapeOf<Cable>()({
	id: id(),
	circuitId: id(),
	fromId: text(64).nullable().defined(),
	guess: maybe(figure(0, 1)),
	behind: maybe(text(64)),
	toId: id(),
	...CABLE_AS_KNOWN,
	state: state(),
	lies: maybe(oneOf(LIES)),
	inCableOf: maybe(text(64)),
	route: maybe(route),
	trench: maybe(trench)
});
const load = shapeOf<CircuitLoad>()({
	kind: must(oneOf(LOAD_KINDS)),
	name: text().defined(),
	watts: figure(1, 100_000).nullable().defined(),
	amps: figure(0.1, 400).nullable().defined(),
	volts: must(oneOf([120, 240] as const)),
	continuous: must(flag()),
	mca: figure(0.1, 400).nullable().defined(),
	mocp: figure(1, 400).nullable().defined(),
	ratedVolts: maybe(figure(12, 480)),
	elements: list(must(figure(1, 100_000)), 6).optional(),
	together: maybe(flag()),
	counts: maybe(oneOf([...SERVICE_KINDS, 'none'] as const))
});
export const circuit = shapeOf<Circuit>()({
	id: id(),
	name: text(80).defined(),
	kind: must(oneOf(CIRCUIT_KINDS)),
	panelId: text(64).nullable().defined(),
	space: whole(1, 200).nullable().defined(),
	poles: must(oneOf([1, 2] as const)),
	breakerA: figure(1, 400).nullable().defined(),
	breaker: must(oneOf(PROTECTIONS)),
	plannedBreaker: maybe(oneOf(PROTECTIONS)),
	load: load.nullable().defined(),
	mustStayOn: must(flag()),
	directory: text().defined(),
	proven: maybe(flag()),
	provenBy: maybe(shapeOf<Circuit['provenBy']>()({ by: text(80).defined(), at: must(time()) })),
	opener: maybe(oneOf(OPENERS)),
	disconnect: maybe(oneOf(DISCONNECTS)),
	equipmentGfp: maybe(flag()),
	borrowedNeutral: maybe(flag()),
	homeRun: maybe(oneOf(HOME_RUNS)),
	installed: day(),
	breakerType: maybe(text(40)),
	half: maybe(oneOf(['upper', 'lower'] as const)),
	multiwire: maybe(shapeOf<Circuit['multiwire']>()({ withId: id(), opens: must(oneOf(OPENS_TOGETHER)) }).default(undefined)),
	wiring: maybe(
		shapeOf<Circuit['wiring']>()({
			ambientC: maybe(figure(-40, 85)),
			currentCarrying: maybe(whole(1, 100)),
			terminalC: maybe(oneOf([60, 75] as const))
		}).default(undefined)
	),
	state: state()
});
export const panel = shapeOf<Panel>()({
	id: id(),
	name: must(named(60)),
	roomId: text(64).nullable().defined(),
	place: place.nullable().defined(),
	service: maybe(flag()),
	mainA: figure(15, 400).nullable().defined(),
	spaces: whole(1, 200).nullable().defined(),
	mayNotTrip: maybe(flag()),
	openSpaces: maybe(flag()),
	kind: maybe(oneOf(PANEL_KINDS)),
	feeder: maybe(
		shapeOf<Feeder>()({
			fromPanelId: id(),
			space: whole(1, 200).nullable().defined(),
			breakerA: figure(15, 400).nullable().defined(),
			...CABLE_AS_KNOWN,
			state: state(),
			terminalC: maybe(oneOf([60, 75] as const)),
			lies: maybe(oneOf(LIES)),
			trench: maybe(trench),
			bondMayStay: maybe(flag())
		}).default(undefined)
	),
	bonded: maybe(flag()),
	electrode: maybe(flag()),
	state: maybe(oneOf(STATES)),
	surge: maybe(flag()),
	outsideDisconnect: maybe(flag()),
	outsideKind: maybe(oneOf(OUTSIDE_KINDS)),
	serviceTrench: maybe(serviceTrench),
	label: maybe(
		shapeOf<Panel['label']>()({
			types: must(list(must(text(40)), 40)),
			forms: must(list(must(oneOf(BREAKER_FORMS)), 10))
		}).default(undefined)
	)
});

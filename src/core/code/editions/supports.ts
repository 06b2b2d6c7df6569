import type { SoldBox, SupportsTable } from '../shape/supports';
import { ref } from './common';

const feet = (n: number): number => n * 12;
const HALF_FOOT = 6;
const nm = { rule: ref('334.30', 'NM cable: fastened'), boxIn: 12, everyIn: feet(4) + HALF_FOOT };
const metalRaceway = (section: string) => ({ rule: ref(section, 'Raceway: fastened'), boxIn: feet(3), everyIn: feet(10) });
const pvc = { rule: ref('352.30', 'PVC conduit: fastened'), boxIn: feet(3), everyIn: feet(3) };
const flexible = (section: string) => ({
	rule: ref(section, 'Flexible conduit: fastened'),
	boxIn: 12,
	everyIn: feet(4) + HALF_FOOT
});

/** Supports: the same in the three editions. @source facts on cable and boxes, other wiring methods, raceways */
export const supports: SupportsTable = {
	cables: {
		'NM-B': nm,
		NM: nm,
		'UF-B': { ...nm, rule: ref('340.10(4)', 'UF cable inside: fastened as NM') },
		MC: { rule: ref('330.30', 'MC cable: fastened'), boxIn: 12, everyIn: feet(6) },
		AC: { rule: ref('320.30', 'AC cable: fastened'), boxIn: 12, everyIn: feet(4) + HALF_FOOT },
		SER: { ...nm, rule: ref('338.10(B)(4)', 'Service-entrance cable inside: fastened as NM') },
		SEU: { ...nm, rule: ref('338.10(B)(4)', 'Service-entrance cable inside: fastened as NM') }
	},
	raceways: {
		EMT: metalRaceway('358.30'),
		RMC: metalRaceway('344.30'),
		IMC: metalRaceway('342.30'),
		'PVC-40': pvc,
		'PVC-80': pvc,
		RTRC: { ...pvc, rule: ref('355.30', 'RTRC: fastened', 'check') },
		'RTRC-XW': { ...pvc, rule: ref('355.30', 'RTRC: fastened', 'check') },
		FMC: flexible('348.30'),
		LFMC: flexible('350.30'),
		LFNC: { ...flexible('356.30'), everyIn: feet(3) }
	},
	largePvc: { fromIn: 1.25, everyIn: feet(5) },
	noClamp: { rule: ref('314.17(C)', 'Plastic box without a clamp: fastened within 8 in'), boxIn: 8 },
	edge: { rule: ref('300.4(A)', 'From the nailing edge, or a steel plate'), leastIn: 1.25 },
	bundle: {
		rule: ref('310.15(C)(1)', 'More than three current-carrying conductors together'),
		inInsulation: ref('334.80', 'NM cables through one opening, or without spacing'),
		fromIn: 24
	},
	concrete: ref('334.12', 'Cable is not embedded in concrete'),
	exposed: {
		joists: ref('334.15(C)', 'NM under joists of an unfinished basement or crawl space'),
		attic: ref('334.23', 'NM in an attic: guarded as AC is, 320.23'),
		onEdges: { two: '6', three: '8' }
	},
	fireStop: ref('300.21', 'Openings through fire-rated walls are closed', 'check'),
	backfill: ref('300.5(F)', 'Backfill that does not harm what lies in it'),
	movement: ref('300.5(J)', 'Slack for the ground that moves')
};
/** Article and section of bundling before 2020. @source 310.15(B)(3)(a) in 2017 */
export const supports2017: SupportsTable = {
	...supports,
	bundle: { ...supports.bundle, rule: ref('310.15(B)(3)(a)', 'More than three current-carrying conductors together') }
};

const metal = (name: string, cuIn: number, depthIn: number, use: SoldBox['use']): SoldBox => ({
	name,
	material: 'metal',
	gangs: 1,
	cuIn,
	depthIn,
	use
});
const plastic = (gangs: number, cuIn: number): SoldBox => ({
	name: gangs === 1 ? 'one-gang' : 'two-gang',
	material: 'plastic',
	gangs,
	cuIn,
	depthIn: null,
	use: 'device'
});
/** @source Table 314.16(A); plastic boxes as they are commonly marked, which the mark goes before */
export const SOLD_BOXES: readonly SoldBox[] = [
	metal('3 x 2 x 1-1/2 device', 7.5, 1.5, 'device'),
	metal('3 x 2 x 2 device', 10, 2, 'device'),
	metal('4 x 2-1/8 x 1-1/2', 10.3, 1.5, 'device'),
	metal('3 x 2 x 2-1/4 device', 10.5, 2.25, 'device'),
	metal('3 x 2 x 2-1/2 device', 12.5, 2.5, 'device'),
	metal('4 x 1-1/4 octagon', 12.5, 1.25, 'round'),
	metal('4 x 2-1/8 x 1-7/8', 13, 1.875, 'device'),
	metal('3 x 2 x 2-3/4 device', 14, 2.75, 'device'),
	metal('4 x 2-1/8 x 2-1/8', 14.5, 2.125, 'device'),
	metal('4 x 1-1/2 octagon', 15.5, 1.5, 'round'),
	metal('3 x 2 x 3-1/2 device', 18, 3.5, 'device'),
	metal('4 x 1-1/4 square', 18, 1.25, 'square'),
	metal('4 x 1-1/2 square', 21, 1.5, 'square'),
	metal('4 x 2-1/8 octagon', 21.5, 2.125, 'round'),
	metal('4-11/16 x 1-1/4 square', 25.5, 1.25, 'square'),
	metal('4-11/16 x 1-1/2 square', 29.5, 1.5, 'square'),
	metal('4 x 2-1/8 square', 30.3, 2.125, 'square'),
	metal('4-11/16 x 2-1/8 square', 42, 2.125, 'square'),
	plastic(1, 18),
	plastic(1, 20),
	plastic(1, 22.5),
	plastic(2, 34),
	plastic(2, 42)
];

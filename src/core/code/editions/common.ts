import type { AmpacityRow, CableRule, Column, LoadRule, PlaceRow, ResistanceRow } from '../shape/edition';
import type { RuleRef } from '../rule';
import type { CableKind, RoomKind } from '../../model/kinds';
import type { Awg } from '../../units/gauge';

/** Tables and figures that the three editions share; each edition's own file names its section numbers. */

/** A rule as a table cites it; `firm` unless it is to be checked with the authority having jurisdiction. */
export const ref = (section: string, title: string, confidence: RuleRef['confidence'] = 'firm'): RuleRef => ({
	section,
	title,
	confidence
});

const row = (awg: Awg, cu: [number, number, number], al: [number, number, number] | null): AmpacityRow => ({
	awg,
	Cu: { 60: cu[0], 75: cu[1], 90: cu[2] },
	Al: al && { 60: al[0], 75: al[1], 90: al[2] }
});
export const AMPACITY = [
	row('14', [15, 20, 25], null),
	row('12', [20, 25, 30], [15, 20, 25]),
	row('10', [30, 35, 40], [25, 30, 35]),
	row('8', [40, 50, 55], [35, 40, 45]),
	row('6', [55, 65, 75], [40, 50, 55]),
	row('4', [70, 85, 95], [55, 65, 75]),
	row('3', [85, 100, 115], [65, 75, 85]),
	row('2', [95, 115, 130], [75, 90, 100]),
	row('1', [110, 130, 145], [85, 100, 115]),
	row('1/0', [125, 150, 170], [100, 120, 135]),
	row('2/0', [145, 175, 195], [115, 135, 150]),
	row('3/0', [165, 200, 225], [130, 155, 175]),
	row('4/0', [195, 230, 260], [150, 180, 205])
] as const;

const at = (upToC: number, c60: number | null, c75: number | null, c90: number | null) => ({ upToC, 60: c60, 75: c75, 90: c90 });
export const AMBIENT = [
	at(10, 1.29, 1.2, 1.15),
	at(15, 1.22, 1.15, 1.12),
	at(20, 1.15, 1.11, 1.08),
	at(25, 1.08, 1.05, 1.04),
	at(30, 1, 1, 1),
	at(35, 0.91, 0.94, 0.96),
	at(40, 0.82, 0.88, 0.91),
	at(45, 0.71, 0.82, 0.87),
	at(50, 0.58, 0.75, 0.82),
	at(55, 0.41, 0.67, 0.76),
	at(60, null, 0.58, 0.71),
	at(65, null, 0.47, 0.65),
	at(70, null, 0.33, 0.58),
	at(75, null, null, 0.5),
	at(80, null, null, 0.41),
	at(85, null, null, 0.29)
] as const;
export const BUNDLING = [
	{ upTo: 3, factor: 1 },
	{ upTo: 6, factor: 0.8 },
	{ upTo: 9, factor: 0.7 },
	{ upTo: 20, factor: 0.5 },
	{ upTo: 30, factor: 0.45 },
	{ upTo: 40, factor: 0.4 },
	{ upTo: Infinity, factor: 0.35 }
] as const;

const ohms = (awg: Awg, cmil: number, cu: [number | null, number], al: [number | null, number] | null): ResistanceRow => ({
	awg,
	cmil,
	Cu: { solid: cu[0], stranded: cu[1] },
	Al: al && { solid: al[0], stranded: al[1] }
});
export const resistance = {
	rule: ref('Chapter 9 Table 8', 'Conductor properties'),
	solidTo: '10' as Awg,
	perDegC: { Cu: 0.00323, Al: 0.0033 },
	rows: [
		ohms('14', 4110, [3.07, 3.14], null),
		ohms('12', 6530, [1.93, 1.98], [3.18, 3.25]),
		ohms('10', 10380, [1.21, 1.24], [2.0, 2.04]),
		ohms('8', 16510, [0.764, 0.778], [null, 1.28]),
		ohms('6', 26240, [null, 0.491], [null, 0.808]),
		ohms('4', 41740, [null, 0.308], [null, 0.508]),
		ohms('3', 52620, [null, 0.245], [null, 0.403]),
		ohms('2', 66360, [null, 0.194], [null, 0.319]),
		ohms('1', 83690, [null, 0.154], [null, 0.253]),
		ohms('1/0', 105600, [null, 0.122], [null, 0.201]),
		ohms('2/0', 133100, [null, 0.0967], [null, 0.159]),
		ohms('3/0', 167800, [null, 0.0766], [null, 0.126]),
		ohms('4/0', 211600, [null, 0.0608], [null, 0.1])
	]
} as const;

export const BREAKER_SIZES = [15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200] as const;
export const breakers = { rule: ref('240.6(A)', 'Standard ampere ratings'), sizes: BREAKER_SIZES, onRequest: [] };
export const continuous = { rule: ref('210.20(A)', 'Continuous load at 125 percent'), factor: 1.25 };
export const receptacleCircuits = {
	rule: ref('210.21(B)(3)', 'Receptacle ratings on a circuit of two or more'),
	single: ref('210.21(B)(1)', 'Single receptacle on an individual circuit'),
	allowed: { 15: [15], 20: [15, 20], 30: [30], 40: [40, 50], 50: [50] }
};
export const dimmers = ref('404.14(E)', 'Dimmers are for permanently installed lights');
/** Forms of receptacles and what they must be connected to. */
export const receptacleForms = {
	volts: ref('406.4(F)', 'Receptacles of different volts are not interchangeable'),
	contact: ref('110.3(B)', 'A device is installed as it is listed'),
	ground: ref('406.4(C)', 'The ground of a grounding-type receptacle is connected'),
	pushIn: { rule: ref('110.3(B)', 'Push-in terminals, as listed'), awg: '14', upToA: 15 } as const,
	old: ref('250.140', 'Frames grounded by the neutral: existing circuits only')
};
/** What colors mean, and what may be re-marked. */
export const colors = {
	remark: ref('200.7(C)(1)', 'White used as a hot: re-marked'),
	ground: ref('250.119', 'Green and bare are grounds'),
	neutral: ref('200.6(A)', 'Neutrals of 6 AWG and smaller'),
	largeNeutral: ref('200.6(B)', 'Neutrals of 4 AWG and larger: marked at their ends'),
	largeGround: ref('250.119(A)', 'Grounds of 4 AWG and larger: marked at their ends'),
	markedFrom: '4' as const,
	asFound: ref('110.3', 'What is found is looked at, not taken for granted', 'check')
};
export const smallConductor = {
	rule: ref('240.4(D)', 'Small conductors'),
	other: ref('240.4(G)', 'Conductors of specific equipment'),
	/** Any wire on its breaker. */
	wire: ref('240.4', 'The breaker must protect its wire'),
	Cu: { '14': 15, '12': 20, '10': 30 },
	Al: { '12': 15, '10': 25 }
} as const;
export const nextSizeUp = { rule: ref('240.4(B)', 'Next standard size up'), upToA: 800 };
const DRY = { inside: 'yes', outdoors: 'no', buried: 'no' } as const;
const ANYWHERE = { inside: 'yes', outdoors: 'yes', buried: 'yes' } as const;
const WET_RACEWAY = ref('300.9', 'Outdoor raceways are wet inside: conductors with a W rating', 'check');
const NM_PLACES = { rule: ref('334.12', 'NM-B: dry indoor places only'), ...DRY };
const SE_PLACES = { rule: ref('338.12', 'SE cable: not underground'), ...ANYWHERE, buried: 'no' } as const;
/** Service-entrance cable inside is as NM where it is small. */
const SE = ref('338.10(B)(4)', 'SE cable inside: as NM, 60 °C up to 10 AWG', 'check');
const inRaceway = (from: Column, cap: Column | null, confidence?: 'check'): Pick<CableRule, 'rule' | 'from' | 'cap'> => ({
	rule: ref('310.15', `Conductors in raceway, ${from} °C`, confidence),
	from,
	cap
});
/** @source 310.15, 320.80, 334.80, 338.10, 340.80, and where each may lie */
export const cables: Readonly<Record<CableKind, CableRule>> = {
	'NM-B': { rule: ref('334.80', 'NM-B: correct from 90 °C, limited to 60 °C'), from: 90, cap: 60, places: NM_PLACES },
	'UF-B': {
		rule: ref('340.80', 'UF-B: the 60 °C column'),
		from: 60,
		cap: 60,
		places: { rule: ref('340.10', 'UF-B: wet places and underground'), ...ANYWHERE }
	},
	THHN: {
		rule: ref('310.15', 'Conductors in raceway, 90 °C dry'),
		from: 90,
		cap: null,
		places: { rule: WET_RACEWAY, inside: 'yes', outdoors: 'if-marked', buried: 'if-marked' }
	},
	'THWN-2': { ...inRaceway(90, null), places: { rule: WET_RACEWAY, ...ANYWHERE } },
	'XHHW-2': { ...inRaceway(90, null), places: { rule: WET_RACEWAY, ...ANYWHERE } },
	TW: { ...inRaceway(60, 60, 'check'), places: { rule: WET_RACEWAY, ...ANYWHERE } },
	MC: {
		rule: ref('330.80', 'MC: by its conductors and terminals'),
		from: 90,
		cap: null,
		places: {
			rule: ref('330.12', 'MC: wet only with a jacket listed for it'),
			inside: 'yes',
			outdoors: 'if-marked',
			buried: 'if-marked'
		}
	},
	AC: {
		rule: ref('320.80', 'AC: correct from 90 °C, limited to 60 °C in insulation'),
		from: 90,
		cap: 60,
		places: { rule: ref('320.12', 'AC: dry places only'), ...DRY }
	},
	SER: { rule: SE, from: 90, cap: 60, capTo: '10', places: SE_PLACES },
	SEU: { rule: SE, from: 90, cap: 60, capTo: '10', places: SE_PLACES },
	'USE-2': {
		...inRaceway(90, null),
		places: {
			rule: ref('338.12(B)', 'USE: not inside, unless marked for it too'),
			inside: 'if-marked',
			outdoors: 'yes',
			buried: 'yes'
		}
	},
	// Old insulation: nothing allows more than its own 60 °C.
	NM: { rule: ref('334.80', 'NM before NM-B: 60 °C', 'check'), from: 60, cap: 60, places: NM_PLACES },
	'two-wire': { rule: ref('310.15', 'Old two-wire cable: 60 °C', 'check'), from: 60, cap: 60, places: NM_PLACES },
	'old-AC': {
		rule: ref('320.80', 'Old armored cable: 60 °C', 'check'),
		from: 60,
		cap: 60,
		places: { rule: ref('320.12', 'Armored cable: dry places only'), ...DRY }
	},
	'knob-and-tube': {
		rule: ref('310.15', 'Knob and tube: 60 °C', 'check'),
		from: 60,
		cap: 60,
		places: { rule: ref('394.12', 'Knob and tube: where it may stay'), ...DRY }
	}
};
export const terminals = { rule: ref('110.14(C)', 'Temperature limit of terminals'), upToA: 100, above: 75 as Column };
export const grounding = {
	rule: ref('250.122', 'Equipment grounding conductor'),
	proportional: ref('250.122(B)', 'Grounding conductor is enlarged with the circuit conductors'),
	rows: [
		{ upToA: 15, Cu: '14', Al: '12' },
		{ upToA: 20, Cu: '12', Al: '10' },
		{ upToA: 60, Cu: '10', Al: '8' },
		{ upToA: 100, Cu: '8', Al: '6' },
		{ upToA: 200, Cu: '6', Al: '4' },
		// Breakers of a job go up to 400 A.
		{ upToA: 300, Cu: '4', Al: '2' },
		{ upToA: 400, Cu: '3', Al: '1' }
	],
	asMade: {
		rule: ref('250.122(B)', 'Ground in NM-B as manufactured', 'check'),
		nm: { '14': '14', '12': '12', '10': '10', '8': '10', '6': '10', '4': '8', '2': '8' }
	}
} as const;
export const drop = {
	rule: ref('210.19', 'Voltage drop (informational note: advice)'),
	percent: 3,
	totalPercent: 5,
	toldFrom: 10
};

const breakerCap = { rule: ref('422.11(E)', 'One non-motor appliance'), overA: 13.3, share: 1.5, smallA: 20 };
/** How each kind of load is figured; the sections that moved between editions are given. @source 210.20, 220, 422, 424, 440, 625 */
export const loads = (rules: {
	fixedHeat: RuleRef;
	ev: RuleRef;
}): Record<
	'general' | 'water-heater' | 'range' | 'wall-oven' | 'cooktop' | 'dryer' | 'ev' | 'hvac' | 'fixed-heat',
	LoadRule
> => ({
	general: { rule: ref('210.19', 'Branch-circuit load'), continuous: 'asked' },
	'water-heater': {
		rule: ref('422.13', 'Storage water heater: continuous'),
		continuous: true,
		breakerCap
	},
	range: {
		rule: ref('220.55', 'Household cooking, Table 220.55'),
		continuous: false,
		rangeTable: true,
		singleReceptacle: [40, 50]
	},
	'wall-oven': { rule: ref('220.55', 'Single wall oven: nameplate (note 4)'), continuous: false, breakerCap },
	cooktop: { rule: ref('220.55', 'Single cooktop: nameplate (note 4)'), continuous: false, breakerCap },
	dryer: {
		rule: ref('220.54', 'Clothes dryer: 5000 VA or nameplate'),
		continuous: false,
		leastWatts: 5000,
		singleReceptacle: [30, 50]
	},
	ev: { rule: rules.ev, continuous: true },
	hvac: { rule: ref('440.4', 'Nameplate MCA and maximum overcurrent device'), continuous: false, nameplate: true },
	'fixed-heat': { rule: rules.fixedHeat, continuous: true }
});
export const rangeTable = {
	rule: ref('220.55', 'Household cooking, Table 220.55'),
	upToKw: 12,
	demandKw: 8,
	perKw: 0.05,
	// Column A, up to 3 1/2 kW, and B, up to and with 8 3/4: one appliance stands at 80 % in both.
	small: [
		{ upToKw: 1.75, share: 1 },
		{ upToKw: 8.75, share: 0.8 }
	],
	leastAFromKw: 8.75,
	leastA: 40
};

export const HABITABLE: readonly RoomKind[] = [
	'kitchen',
	'family',
	'dining',
	'living',
	'library',
	'den',
	'sunroom',
	'bedroom',
	'recreation',
	'breakfast',
	'workroom'
];
export const wallsRule = {
	rule: ref('210.52(A)', 'Wall spaces: no point more than 6 ft from a receptacle'),
	counts: ref('210.52', "Receptacles that don't count"),
	leastIn: 24,
	reachIn: 72,
	maxHeightIn: 66,
	floorWithinIn: 18,
	rooms: HABITABLE
};
export const PANTRY_KIND: readonly RoomKind[] = ['kitchen', 'pantry', 'breakfast', 'dining'];
export const OUTSIDE: readonly RoomKind[] = ['outdoors', 'porch', 'deck'];
/** Where heating and cooling equipment stands that 210.63 asks a servicing receptacle for; a unit in a bedroom's window is none. */
const EQUIPMENT_ROOMS: readonly RoomKind[] = [
	...OUTSIDE,
	'attic',
	'crawl-space',
	'basement',
	'garage',
	'accessory',
	'boathouse',
	'closet',
	'laundry'
];
/** The receptacle of snow-melting equipment. @source 426.28 */
export const deicing = (section: string) => ({
	when: { serves: ['deicing'] as const, readilyAccessible: false },
	because: 'a dedicated de-icing or snow-melting receptacle, not readily accessible',
	rule: ref(section, 'Exception: de-icing equipment')
});
/** Outlets of dwelling fire and burglar alarms, under the section of the edition. @source 210.8, exceptions */
export const alarm = (section: string) => ({
	when: { serves: ['alarm'] as const },
	because: 'a permanently installed fire or burglar alarm supply',
	rule: ref(section, 'Exception: alarm supply')
});
/** A row of 210.8(A) by its number. */
export const placeRow = (
	n: number,
	title: string,
	because: string,
	when: PlaceRow['when'],
	except?: PlaceRow['except']
): PlaceRow => ({
	rule: ref(`210.8(A)(${n})`, title),
	because,
	when,
	except
});
/** Lights of a crawl space at or below grade. @source 210.8(C) */
export const crawlLight = (section: string): PlaceRow => ({
	rule: ref(section, 'GFCI: crawl-space lighting'),
	because: 'a 120 V lighting outlet in a crawl space',
	when: { what: ['lighting'], rooms: ['crawl-space'], maxVolts: 125 }
});
export const servicing: PlaceRow = {
	rule: ref('210.8(E)', 'GFCI: receptacle for servicing equipment'),
	because: 'the receptacle for servicing heating or cooling equipment (210.63)',
	when: { what: ['receptacle'], serves: ['hvac'], maxVolts: 125, maxAmps: 20, servicing: EQUIPMENT_ROOMS }
};
export const evReceptacle: PlaceRow = {
	rule: ref('625.54', 'Receptacle for vehicle charging'),
	because: 'a receptacle for charging a vehicle',
	when: { what: ['receptacle'], serves: ['ev'] }
};

/** Equipment that asks for ground-fault protection by its own article, whatever its place. */
const byArticle = (
	serves: PlaceRow['when']['serves'],
	section: string,
	title: string,
	because: string,
	more: PlaceRow['when'] & { confidence?: RuleRef['confidence'] } = {}
): PlaceRow => {
	const { confidence = 'firm', ...when } = more;
	return {
		rule: ref(section, title, confidence),
		because,
		when: { serves, what: ['receptacle', 'hard-wired'], ...when }
	};
};
export const byOwnArticle: readonly PlaceRow[] = [
	byArticle(['floor-heat'], '424.44(G)', 'Heating cables in floors', 'heating cables in the floor of a bathroom or kitchen', {
		rooms: ['bathroom', 'kitchen'],
		confidence: 'check'
	}),
	byArticle(['hydromassage-tub'], '680.71', 'Hydromassage tub', 'a hydromassage tub'),
	byArticle(['spa'], '680.44', 'Spa or hot tub', 'a spa or hot tub'),
	byArticle(['pool'], '680.21(C)', 'Pool pump', 'pool equipment', { confidence: 'check' }),
	byArticle(['fountain'], '680.51(A)', 'Fountain equipment', 'fountain equipment', { confidence: 'check' }),
	byArticle(['tub-fan'], '110.3(B)', 'Fan over a tub, by its instructions', 'a fan over a tub or shower: its instructions', {
		confidence: 'check'
	})
];

export const AFCI_ROOMS: readonly RoomKind[] = [
	'kitchen',
	'family',
	'dining',
	'living',
	'library',
	'den',
	'bedroom',
	'sunroom',
	'recreation',
	'closet',
	'hallway',
	'laundry',
	'pantry',
	'breakfast',
	'workroom'
];
/** "Similar" rooms of which the reading is to be checked. */
export const AFCI_CHECK_ROOMS: readonly RoomKind[] = ['foyer', 'basement'];
export const tamper = {
	rule: ref('406.12', 'Tamper-resistant receptacles'),
	except: ref('406.12', 'Exception to tamper resistance'),
	maxAmps: 20,
	maxVolts: 250,
	maxHeightIn: 66
};
export const weather = {
	damp: ref('406.9(A)', 'Receptacles in damp places'),
	wet: ref('406.9(B)', 'Receptacles in wet places'),
	resistant: ref('406.9', 'Weather-resistant type'),
	maxAmps: 20,
	wetRooms: OUTSIDE
};
export const replacing = {
	rule: ref('406.4(D)(2)', 'Replacing where no grounding means exists'),
	grounded: ref('406.4(D)(1)', 'Replacing where a grounding means exists'),
	newOutlet: ref('406.4(A)', 'New outlets must be grounded'),
	tamper: ref('406.4(D)(5)', 'Replacement: tamper-resistant'),
	weather: ref('406.4(D)(6)', 'Replacement: weather-resistant'),
	newGround: ref('250.130(C)', 'A ground for an existing circuit'),
	wantsGround: {
		rule: ref('250.114', 'Cord-connected equipment that requires a ground'),
		serves: [
			'refrigerator',
			'freezer',
			'air-conditioner',
			'washer',
			'dryer',
			'dishwasher',
			'disposer',
			'range',
			'computer',
			'sump-pump',
			'aquarium',
			'hand-tools'
		] as const,
		rooms: ['laundry'] as const
	},
	noGround: 'No Equipment Ground',
	through: 'GFCI Protected'
};
export const replacementGfci = ref('406.4(D)(3)', 'Replacement: GFCI where now required');
export const replacementAfci = ref('406.4(D)(4)', 'Replacement: AFCI where now required');

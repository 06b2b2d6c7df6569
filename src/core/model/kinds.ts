/** Closed lists of the trade's kinds: the model, its schema, the API and the pickers all read these. */

export const EDITIONS = ['2017', '2020', '2023'] as const;
export type EditionKey = (typeof EDITIONS)[number];

export const ROOM_KINDS = [
	'kitchen',
	'bathroom',
	'bedroom',
	'living',
	'dining',
	'family',
	'den',
	'library',
	'sunroom',
	'recreation',
	'hallway',
	'closet',
	'laundry',
	'pantry',
	'breakfast',
	'foyer',
	'garage',
	'accessory',
	'basement',
	'crawl-space',
	'attic',
	'outdoors',
	'porch',
	'deck',
	'workroom',
	'boathouse'
] as const;
export type RoomKind = (typeof ROOM_KINDS)[number];

export const SERVES = [
	'countertop',
	'dishwasher',
	'range',
	'wall-oven',
	'cooktop',
	'dryer',
	'microwave',
	'refrigerator',
	'sump-pump',
	'hvac',
	'furnace',
	// A condensate pump, filter, humidifier, damper or valve of a furnace.
	'furnace-equipment',
	'ev',
	'alarm',
	'deicing',
	'pipe-heat',
	// Appliances that want a real ground, wherever they stand.
	'freezer',
	'washer',
	'disposer',
	'range-hood',
	'air-conditioner',
	'computer',
	'aquarium',
	'hand-tools',
	// Equipment that asks for GFCI by its own article.
	'floor-heat',
	'hydromassage-tub',
	'spa',
	'pool',
	'fountain',
	'tub-fan',
	'bidet'
] as const;
export type Serves = (typeof SERVES)[number];

export const BREAK_KINDS = [
	'door',
	'opening',
	'fireplace',
	'fixed-cabinet',
	'counter',
	'sliding-panel',
	'stationary-appliance',
	'window'
] as const;
export type BreakKind = (typeof BREAK_KINDS)[number];

export const FIXTURE_KINDS = [
	'sink',
	'basin',
	'tub',
	'shower',
	'toilet',
	'range',
	'cooktop',
	'wall-oven',
	'refrigerator',
	'dishwasher',
	'microwave',
	'washer',
	'dryer',
	'water-heater',
	'kiln',
	'bench',
	'island',
	'peninsula',
	'divider',
	'stair',
	'radiator',
	'baseboard-heater',
	'equipment',
	'evaporative-cooler'
] as const;
export type FixtureKind = (typeof FIXTURE_KINDS)[number];

export const DWELLINGS = ['one-family', 'two-family', 'multifamily'] as const;
export type Dwelling = (typeof DWELLINGS)[number];

/** Where a place outdoors lies, seen from the street. */
export const SIDES = ['front', 'back', 'side'] as const;
export type Side = (typeof SIDES)[number];

/** Where a door leads; a vehicle door is no entrance. */
export const LEADS_TO = ['inside', 'outside', 'vehicle'] as const;
export type LeadsTo = (typeof LEADS_TO)[number];

/** How it is known that a box has a ground: only the first two prove one. */
export const GROUND_PROOFS = ['wiring-method', 'path-reading', 'volts-to-box', 'tester-lamps', 'not-proven'] as const;
export type GroundProof = (typeof GROUND_PROOFS)[number];

/** What a found conductor turned out to be, whatever its color. */
export const CONDUCTOR_COLORS = ['black', 'red', 'white', 'blue', 'green', 'bare', 'other'] as const;
export type ConductorColor = (typeof CONDUCTOR_COLORS)[number];
export const CONDUCTOR_MEANS = ['hot', 'switched-hot', 'traveler', 'neutral', 'ground', 'dead', 'unknown'] as const;
export type ConductorMeans = (typeof CONDUCTOR_MEANS)[number];
/** Side of a box at which a cable comes in, as one looks into it. */
export const ENTERS = ['top', 'bottom', 'left', 'right', 'back'] as const;
export type Enters = (typeof ENTERS)[number];
export const INSULATIONS = ['new', 'old', 'brittle', 'unknown'] as const;
export type Insulation = (typeof INSULATIONS)[number];

/** What a receptacle is built into, where it is. */
export const PART_OF = ['none', 'luminaire', 'appliance', 'baseboard-heater'] as const;
export type PartOf = (typeof PART_OF)[number];

export const SWITCH_WAYS = ['single-pole', 'three-way', 'four-way'] as const;
export type SwitchWays = (typeof SWITCH_WAYS)[number];

/** Marks on a wall for the placement of boxes: no box here, or one here if it can be. */
export const WALL_MARKS = ['keep-off', 'prefer'] as const;
export type WallMarkKind = (typeof WALL_MARKS)[number];

/** What was there, what is meant, what was done. */
export const STATES = ['found', 'planned', 'built'] as const;
export type State = (typeof STATES)[number];

export const DEVICE_KINDS = ['receptacle', 'switch', 'lighting', 'hard-wired', 'alarm'] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

/** Protection a device or a breaker gives to itself and what is on its load side. */
export const PROTECTIONS = ['none', 'gfci', 'afci', 'dual'] as const;
export type Protection = (typeof PROTECTIONS)[number];

/** NEMA configurations of receptacles; the last two only as found. */
export const NEMA_FORMS = [
	'5-15',
	'5-20',
	'6-15',
	'6-20',
	'6-30',
	'6-50',
	'14-30',
	'14-50',
	'L5-20',
	'L5-30',
	'L6-20',
	'L6-30',
	'L14-20',
	'L14-30',
	'10-30',
	'10-50'
] as const;
export type NemaKey = (typeof NEMA_FORMS)[number];
/** How a device takes its conductors. */
/** Which kind of connector a shop splices with. */
export const CONNECTOR_KINDS = ['twist-on', 'lever'] as const;
export type ConnectorKind = (typeof CONNECTOR_KINDS)[number];
export const CONNECTS = ['screw', 'clamp', 'push-in', 'leads'] as const;
export type Connects = (typeof CONNECTS)[number];
/** Chargers on a receptacle: beside its slots, or nothing else. */
export const USB = ['beside', 'only'] as const;
export type Usb = (typeof USB)[number];

export const SWITCHED = ['none', 'half', 'whole'] as const;
export type Switched = (typeof SWITCHED)[number];

export const DAMPNESS = ['dry', 'damp', 'wet'] as const;
export type Dampness = (typeof DAMPNESS)[number];

export const CIRCUIT_KINDS = ['general', 'small-appliance', 'laundry', 'bathroom', 'garage', 'individual'] as const;
export type CircuitKind = (typeof CIRCUIT_KINDS)[number];

export const LOAD_KINDS = [
	'general',
	'water-heater',
	'range',
	'wall-oven',
	'cooktop',
	'dryer',
	'ev',
	'hvac',
	'fixed-heat'
] as const;
export type LoadKind = (typeof LOAD_KINDS)[number];

/** How an appliance counts in the load of the whole dwelling. */
export const SERVICE_KINDS = [
	'range',
	'wall-oven',
	'cooktop',
	'dryer',
	'water-heater',
	'fastened',
	'cooling',
	'heat-pump',
	'heat-pump-supplement',
	'heating',
	'ev',
	'motor'
] as const;
export type ServiceKind = (typeof SERVICE_KINDS)[number];

/** Cables and conductors, new and as found in the wall; `SIZED_CABLES` are those that `/size` takes. */
export const CABLES = [
	'NM-B',
	'UF-B',
	'THHN',
	'two-wire',
	'old-AC',
	'MC',
	'AC',
	'SER',
	'SEU',
	'USE-2',
	'THWN-2',
	'XHHW-2',
	'NM',
	'TW',
	'knob-and-tube'
] as const;
export type CableKind = (typeof CABLES)[number];
/** Raceways that conductors are pulled in. */
export const RACEWAYS = ['EMT', 'RMC', 'IMC', 'PVC-40', 'PVC-80', 'RTRC', 'RTRC-XW', 'FMC', 'LFMC', 'LFNC'] as const;
export type Raceway = (typeof RACEWAYS)[number];
export const SIZED_CABLES = ['NM-B', 'UF-B', 'THHN'] as const;
export type SizedCable = (typeof SIZED_CABLES)[number];

/** Where a cable lies on its way, where its two ends do not tell. */
export const LIES = ['inside', 'outdoors', 'underground'] as const;
export type Lies = (typeof LIES)[number];
/** How a cable goes from one box to the next. */
export const WAYS = ['walls', 'attic', 'crawl-space', 'basement', 'slab', 'trench', 'exposed'] as const;
export type Way = (typeof WAYS)[number];
export const BURIAL_PLACES = [
	'general',
	'under-2in-concrete',
	'under-building',
	'slab-4in-no-vehicles',
	'street',
	'dwelling-driveway'
] as const;
export type BurialPlace = (typeof BURIAL_PLACES)[number];
/** How a voltmeter loads what it reads: about 3 kohm, or 10 Mohm. */
export const METERS = ['low-impedance', 'high-impedance'] as const;
export type Meter = (typeof METERS)[number];
/** What was done to the live house, and what was found of it. */
export const EVENT_KINDS = ['off-tagged', 'on', 'look', 'dead-test', 'live-found', 'withdrawn'] as const;
export type EventKind = (typeof EVENT_KINDS)[number];

/** What opens a circuit. Fuses are found, never chosen for new work; `fuse`: which kind nobody looked. */
export const OPENERS = ['breaker', 'fuse', 'plug-fuse', 'tamper-proof-fuse', 'cartridge-fuse', 'pull-out'] as const;
export type Opener = (typeof OPENERS)[number];
export const PANEL_KINDS = ['breakers', 'fuses', 'fused-disconnect'] as const;
export type PanelKind = (typeof PANEL_KINDS)[number];
/** What an emergency disconnect outside is, as it is marked. @source 230.85 */
export const OUTSIDE_KINDS = ['service-disconnect', 'meter-disconnect', 'not-service-equipment'] as const;
export type OutsideKind = (typeof OUTSIDE_KINDS)[number];
/** Kinds of breaker that a panel's label may list. */
export const BREAKER_FORMS = ['full-size', 'two-pole', 'tandem', 'gfci', 'afci', 'dual'] as const;
export type BreakerForm = (typeof BREAKER_FORMS)[number];
/** What lets arc-fault protection begin at the first outlet: listed with its breaker, in metal, or a branch/feeder AFCI breaker. */
export const HOME_RUNS = ['listed-combination', 'metal-raceway', 'branch-feeder-breaker'] as const;
export type HomeRun = (typeof HOME_RUNS)[number];
/** What a local amendment does to a rule, and the figures that it may change. */
export const AMENDMENT_CHANGES = ['off', 'on', 'as-edition', 'figure'] as const;
export const AMENDABLE_FIGURES = ['sink-distance', 'tub-distance', 'extension-length', 'tamper-height', 'wall-reach'] as const;
export type AmendableFigure = (typeof AMENDABLE_FIGURES)[number];
/** Limits of readings: what each is of. */
export const LIMIT_KEYS = [
	'outlet',
	'panel',
	'outlet-hh',
	'panel-hh',
	'ng-loaded',
	'ng-idle',
	'drop',
	'ground-ohm',
	'gfci-ma',
	'legs-apart'
] as const;
export type LimitKey = (typeof LIMIT_KEYS)[number];
/** Checks with a question of their own, led step by step. */
export const GUIDED_KINDS = [
	'breaker',
	'short',
	'ground-fault',
	'gfci-reset',
	'arc-fault',
	'dimming',
	'element',
	'heater',
	'loads'
] as const;
export type GuidedKind = (typeof GUIDED_KINDS)[number];
/** The papers that are left when the work is done. */
export const PAPERS = {
	directory: 'Panel directory',
	'test-record': 'Test record',
	'punch-list': 'Punch list and inspector',
	load: 'Load calculation',
	plan: 'Plan',
	'make-up': 'Make-up cards',
	materials: 'Materials',
	labels: 'Labels',
	'code-letter': 'Code letter',
	owner: 'For the homeowner'
} as const;
export type PaperKind = keyof typeof PAPERS;
export const PAPER_KINDS = Object.keys(PAPERS) as PaperKind[];
/** In what torque is marked. */
export const TORQUE_UNITS = ['in-lb', 'ft-lb', 'N·m'] as const;
/** What a photo can be of. */
export const PHOTO_OF = ['box', 'room', 'check', 'cable', 'panel', 'step'] as const;
/** Where an item of an inspector's list stands. */
export const ITEM_STATES = ['open', 'answered', 'corrected', 'passed'] as const;
export type ItemState = (typeof ITEM_STATES)[number];
/** Where protection stands by house practice. */
export const PROTECT_AT = ['breaker', 'outlet'] as const;
export type ProtectAt = (typeof PROTECT_AT)[number];
/** What gives both protections where both are asked: one dual-function device, or one of each kind. */
export const BOTH_BY = ['dual', 'separate'] as const;
export type BothBy = (typeof BOTH_BY)[number];
export const BOX_MATERIALS = ['metal', 'plastic'] as const;
export type BoxMaterial = (typeof BOX_MATERIALS)[number];
/** What a service call is at. */
export const CALL_KINDS = ['box', 'several', 'breaker'] as const;
export type CallKind = (typeof CALL_KINDS)[number];

/** New work that a box or a breaker may be to feed, the usual first. */
export const NEW_SETS = ['receptacle', 'switched-light', 'loop', 'half-switched', 'three-way', 'four-way', 'fan'] as const;
export type NewSet = (typeof NEW_SETS)[number];
/** The disconnect of an appliance. */
export const DISCONNECTS = ['in-sight', 'lockable', 'none'] as const;
export type Disconnect = (typeof DISCONNECTS)[number];
/** How the hots of a multiwire circuit open: together as one breaker, by a handle tie, or each by itself. */
export const OPENS_TOGETHER = ['two-pole', 'handle-tie', 'each'] as const;
export type OpensTogether = (typeof OPENS_TOGETHER)[number];
/** A yoke fed twice: a duplex with its tab out and a hot for each half, or one half of 125 V and one of 250 V. */
export const YOKES = ['split', 'dual-voltage'] as const;
export type Yoke = (typeof YOKES)[number];

export const READING_KINDS = [
	'hn',
	'hg',
	'ng',
	'lamps',
	'drop',
	'ohm-hot',
	'ohm-neutral',
	'ohm-ground',
	// Between two hots, and of the second of them.
	'hh',
	'h2n',
	'h2g',
	'bootleg',
	'grip',
	// Of a device that protects: its own button, a tester's button, what it opens at, and how fast.
	'gfci-own',
	'gfci-tester',
	'gfci-ma',
	'gfci-ms',
	// On a dead circuit, with everything unplugged.
	'dead-ohm-hn',
	'dead-ohm-hg',
	// At a breaker, a fuse or a main: across it, and by a clamp on its hots and its neutral.
	'across',
	'amps',
	'amps2',
	'amps-n',
	// Its screw against a neighbor's.
	'terminal-c',
	'neighbor-c',
	// Of the room, for what is hot over it.
	'ambient-c',
	// From metal that can be touched to a ground that is known, and by a detector.
	'shell',
	'shell-sign',
	// A charger on a receptacle.
	'usb',
	// With the GFCI upstream tripped.
	'behind',
	// Each slot to an independent ground: which is hot, where its own ground is none or a jumper.
	'he',
	'ne',
	'ge',
	// Dead, its neutral lifted: the ground contact to a known ground.
	'dead-ohm-ground',
	// Seen in the open box, dead: the ground wire on its screw, and no jumper.
	'ground-look',
	// Of what protects against arcs: its own button.
	'afci-own',
	// A light, a fan, or what a switch switches: on and off.
	'works'
] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

/** What people say that is wrong. */
export const SYMPTOM_KINDS = [
	'nothing-works',
	'half-dead',
	'one-half',
	'comes-and-goes',
	'dims',
	'bright-and-dim',
	'tingle',
	'trips-at-once',
	'trips-later',
	'gfci-no-reset',
	'gfci-trips',
	'afci-trips',
	'warm',
	'after-a-nail'
] as const;
export type SymptomKind = (typeof SYMPTOM_KINDS)[number];
/** What was seen at a box that makes a fault there likelier. */
export const SYMPTOM_SIGNS = ['recent-work', 'damp', 'loose-grip', 'warm'] as const;
export type SymptomSign = (typeof SYMPTOM_SIGNS)[number];
/** What a cheap look may find, before anything is read. */
export const LOOK_FINDS = ['gfci-tripped', 'appliance', 'switch', 'breaker-not-reset'] as const;
export type LookFinds = (typeof LOOK_FINDS)[number];

export const STAGES = ['walk', 'layout', 'circuit', 'protect', 'rough', 'trim', 'prove', 'trace', 'handover'] as const;
export type Stage = (typeof STAGES)[number];

const SHORT_ROOM_WORDS: Partial<Record<RoomKind, string>> = {
	living: 'living room',
	dining: 'dining room',
	family: 'family room',
	recreation: 'recreation room',
	laundry: 'laundry area',
	accessory: 'accessory building',
	outdoors: 'place outdoors'
};
/** A room kind as it stands in a sentence. @example roomWords('dining') // dining room */
export const roomWords = (kind: RoomKind): string => SHORT_ROOM_WORDS[kind] ?? kind.replaceAll('-', ' ');

/** Words for a screen or a document: `small-appliance` -> `small appliance`. */
export const inWords = (kind: string): string => kind.replaceAll('-', ' ');

/** Sheets of guided work, at a panel or at what is wired in: each is the Install of its call. */
export const WORK_SHEETS = [
	'cover',
	'breaker',
	'guarded-breaker',
	'water-heater',
	'element',
	'disconnect',
	'range',
	'dryer',
	'ev',
	'alarms'
] as const;
export type WorkSheet = (typeof WORK_SHEETS)[number];

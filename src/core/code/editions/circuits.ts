import type { RuleRef } from '../rule';
import type { CircuitFeeds, CircuitsTable } from '../shape/circuits';
import { OUTSIDE, PANTRY_KIND, ref } from './common';

/** Circuits of 210.11(C) and what they feed: 2017, and what later editions changed. */

const smallAppliance: CircuitFeeds = {
	rule: ref('210.52(B)(2)', 'Small-appliance circuits supply kitchen and dining areas only'),
	leastA: 20,
	rooms: PANTRY_KIND,
	onlyFor: {
		rule: ref('210.52(B)(2)', 'Exceptions: an electric clock; controls and lights of gas ranges, ovens and cooktops'),
		uses: ['clock', 'gas-cooking']
	}
};
const laundry: CircuitFeeds = {
	rule: ref('210.11(C)(2)', 'Laundry circuit: laundry-area receptacles only'),
	leastA: 20,
	rooms: ['laundry']
};
const bathroom: CircuitFeeds = {
	rule: ref('210.11(C)(3)', 'Bathroom circuit: bathroom receptacles only'),
	leastA: 20,
	rooms: ['bathroom'],
	oneRoom: { rule: ref('210.11(C)(3)', 'Exception: one bathroom, and other equipment in it') }
};
const garage = (outdoors: RuleRef['confidence']): CircuitFeeds => ({
	rule: ref('210.11(C)(4)', 'Garage circuit: garage receptacles only'),
	leastA: 20,
	rooms: ['garage'],
	also: { rule: ref('210.11(C)(4)', 'Exception: receptacles outdoors', outdoors), rooms: OUTSIDE }
});
/** A single bay: 2020 or 2023, to be confirmed. */
const oneBay = {
	oneRoom: { rule: ref('210.11(C)(4)', 'Exception: a single-bay garage, and other equipment in it', 'check'), bays: 1 }
};

export const circuits2017: CircuitsTable = {
	required: [
		{
			kind: 'small-appliance',
			rule: ref('210.11(C)(1)', 'Two or more small-appliance circuits'),
			least: 2,
			amps: 20,
			rooms: ['kitchen'],
			name: 'Kitchen counter'
		},
		{ kind: 'laundry', rule: ref('210.11(C)(2)', 'Laundry circuit'), least: 1, amps: 20, rooms: ['laundry'], name: 'Laundry' },
		{
			kind: 'bathroom',
			rule: ref('210.11(C)(3)', 'Bathroom circuit'),
			least: 1,
			amps: 20,
			rooms: ['bathroom'],
			name: 'Bath receptacles'
		},
		{ kind: 'garage', rule: ref('210.11(C)(4)', 'Garage circuit'), least: 1, amps: 20, rooms: ['garage'], name: 'Garage' }
	],
	feeds: { 'small-appliance': smallAppliance, laundry, bathroom, garage: garage('firm') },
	counters: { rule: ref('210.52(B)(3)', 'Counter receptacles on two small-appliance circuits'), least: 2 },
	kitchens: {
		rule: ref('210.52(B)(1)', 'Kitchen and dining receptacles on small-appliance circuits'),
		rooms: PANTRY_KIND,
		fixedInPlace: {
			rule: ref('210.52(B)(2)', 'Small-appliance circuits supply no fastened-in-place appliance'),
			serves: ['dishwasher', 'disposer', 'range-hood']
		}
	},
	oneKitchen: ref('210.52(B)(3)', 'A small-appliance circuit serves one kitchen'),
	general: { rule: ref('220.12', 'General circuits, by floor area'), vaPerSqFt: 3, volts: 120 },
	fastened: {
		rule: ref('210.23(A)(2)', 'Equipment fastened in place: half of the circuit'),
		share: 0.5,
		beside: ['lighting', 'receptacle'],
		onCord: ['dishwasher', 'disposer', 'range-hood']
	},
	large: {
		rule: ref('210.23', 'Circuits of 30 A and over supply no general outlets in a dwelling'),
		fromA: 30,
		receptacleA: 20
	},
	nameplate: ref('110.3(B)', 'Equipment is wired per its nameplate and instructions'),
	volts: ref('210.6', 'Voltage of a branch circuit'),
	ratings: { rule: ref('210.3', 'Ratings of circuits with several outlets'), several: [15, 20, 30, 40, 50] },
	borrowed: ref('200.4', 'A neutral serves only its own circuit (300.3(B))'),
	adjoining: ref('210.4(B)', 'Poles that open together: adjacent spaces, same rating (240.15(B))'),
	wet: {
		flexible: ref('348.12', 'Flexible metal conduit: not in wet places'),
		buried: ref('300.5', 'Underground cable must be listed for it')
	},
	knobAndTube: {
		extended: ref('394.10', 'Knob and tube: extended only with special permission', 'check'),
		insulated: ref('394.12', 'Knob and tube: no insulation over or around it')
	},
	deviceTerminals: {
		rule: ref('110.14(A)', 'Terminals take only the wire they are marked for', 'check'),
		largest: '10',
		upToA: 20
	},
	equipmentGfp: [
		{
			serves: 'deicing',
			rule: ref('426.28', 'Fixed de-icing outdoors: ground-fault protection of equipment'),
			what: 'fixed de-icing or snow-melting equipment'
		},
		{ serves: 'pipe-heat', rule: ref('427.22', 'Heat of pipes: ground-fault protection of equipment'), what: 'heat of a pipe' }
	],
	aluminum: { rule: ref('406.3(C)', 'Devices on aluminum wire: CO/ALR, or a listed splice', 'check'), upToA: 20 },
	plugFuses: {
		rule: ref('240.50', 'Plug fuses'),
		sizes: [15, 20, 30],
		upToA: 30,
		tamperProof: ref('240.53', 'Tamper-proof inserts limit the fuse size')
	},
	multiwire: {
		rule: ref('210.4(A)', 'Multiwire circuit: all conductors from one panel'),
		together: ref('210.4(B)', 'Multiwire circuit: all hots open together'),
		loads: ref('210.4(C)', 'Multiwire circuit: line-to-neutral loads only'),
		neutral: ref('300.13(B)', 'A shared neutral must not depend on a device'),
		grouped: ref('210.4(D)', 'Group the hots with their neutral in the panel'),
		yoke: ref('210.7', 'Two circuits on one yoke open together')
	}
};
export const circuits2020: CircuitsTable = {
	...circuits2017,
	feeds: { ...circuits2017.feeds, garage: { ...garage('firm'), ...oneBay } },
	ratings: { ...circuits2017.ratings, rule: ref('210.18', 'Ratings of circuits with several outlets') },
	general: { ...circuits2017.general, rule: ref('220.14(J)', 'General circuits, by floor area') }
};
export const circuits2023: CircuitsTable = {
	...circuits2020,
	feeds: { ...circuits2017.feeds, garage: { ...garage('check'), ...oneBay } },
	ratings: { ...circuits2020.ratings, several: [10, ...circuits2017.ratings.several] },
	general: { ...circuits2017.general, rule: ref('220.41', 'General circuits, by floor area') },
	fastened: { ...circuits2017.fastened, rule: ref('210.23(B)(2)', 'Equipment fastened in place: half of the circuit') }
};

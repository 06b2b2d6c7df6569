import type { Serves } from './kinds';
import type { Device } from './wiring';

/** What a call is at: a box with its device; the rest of it is found out there. */
interface At {
	words: string;
	device: Partial<Device>;
	/** What it is called where nobody named a spot. */
	spot: string;
}
const appliance = (words: string, device: Partial<Device> = {}): At => ({
	words,
	spot: words.toLowerCase(),
	device: { kind: 'hard-wired', receptacles: 0, name: words.toLowerCase(), tamperResistant: false, ...device }
});
const at240 = (words: string, device: Partial<Device> = {}): At => appliance(words, { volts: 240, ...device });
const outlet = (words: string, device: Partial<Device>): At => ({ words, spot: 'receptacle', device });

/** Faces and boxes, the usual first. */
const FACES = {
	'two-slot': outlet('Receptacle, two slots', { slots: 'two-slot' }),
	'three-slot': outlet('Receptacle, three slots', {}),
	gfci: outlet('GFCI receptacle', { protection: 'gfci' }),
	'receptacle-240': outlet('240 V receptacle', { volts: 240, receptacles: 1, tamperResistant: false }),
	'half-switched': outlet('Receptacle, half switched', { switched: 'half' }),
	switch: { words: 'Switch', spot: 'switch', device: { kind: 'switch', receptacles: 0, tamperResistant: false } },
	light: { words: 'Light', spot: 'light', device: { kind: 'lighting', receptacles: 0, tamperResistant: false } }
} as const satisfies Record<string, At>;
/** What is wired in, or has a plug of its own; each with what it serves where the rules have a word for it. */
const APPLIANCES = {
	'water-heater': at240('Water heater'),
	range: at240('Range', { serves: 'range' }),
	dryer: at240('Dryer', { serves: 'dryer' }),
	dishwasher: appliance('Dishwasher', { serves: 'dishwasher' }),
	disposer: appliance('Disposer', { serves: 'disposer' }),
	fan: appliance('Fan'),
	furnace: appliance('Furnace or air handler', { serves: 'furnace' }),
	'air-conditioner': at240('Air conditioner', { serves: 'hvac' }),
	heat: at240('Electric heat'),
	pump: appliance('Pump', { serves: 'sump-pump' }),
	charger: at240('EV charger', { serves: 'ev' }),
	appliance: appliance('Other appliance')
} as const satisfies Record<string, At>;

/** What is at the place of a service call. */
export const CALL_AT = Object.keys({ ...FACES, ...APPLIANCES }) as (keyof typeof FACES | keyof typeof APPLIANCES)[];
export type CallAt = (typeof CALL_AT)[number];
export const APPLIANCE_CALLS = Object.keys(APPLIANCES) as (keyof typeof APPLIANCES)[];
export const FACE_CALLS = Object.keys(FACES) as (keyof typeof FACES)[];
/** Its words on a button, its device, what it is called without a spot. */
export const CALLS: Readonly<Record<CallAt, At>> = { ...FACES, ...APPLIANCES };

/** What an appliance of a box is, by its name as a call gave it or by what it serves; null: none of these. */
export function applianceAt(device: Pick<Device, 'kind' | 'name' | 'serves'>): keyof typeof APPLIANCES | null {
	if (device.kind !== 'hard-wired') return null;
	const named = APPLIANCE_CALLS.find((key) => APPLIANCES[key].spot === device.name.toLowerCase());
	return named ?? APPLIANCE_CALLS.find((key) => servesOf(key) !== null && servesOf(key) === device.serves) ?? 'appliance';
}
const servesOf = (key: keyof typeof APPLIANCES): Serves | null => (APPLIANCES[key] as At).device.serves ?? null;

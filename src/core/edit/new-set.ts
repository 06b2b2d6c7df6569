import type { Box, Circuit, Device, Job } from '../model/job';
import { newBox, newCircuit } from '../model/new-job';
import type { NewSet, Protection } from '../model/kinds';
import { largerOf, type Awg } from '../units/gauge';
import { attachBox, leastFor } from './cables';
import { rowIn } from './command';

/** New outlets, switches and lights that a box, or a breaker, is to feed: their boxes, their cables and what switches what. */

/** Where power comes in: at the first switch, or at what is switched. */
export const POWER_AT = ['switch', 'load'] as const;
export type PowerAt = (typeof POWER_AT)[number];

interface NewAt {
	/** What its box is called after its room. */
	spot: string;
	device: Partial<Device>;
	/** Of a switch: places in the list of what it switches; none: the box that feeds the set. */
	controls?: readonly number[];
	/** Insulated conductors of the cable that feeds it. */
	conductors: 2 | 3;
}
interface Row {
	words: string;
	does: string;
	/** What power comes in at, in words; left out: there is one way. */
	at?: Readonly<Record<PowerAt, string>>;
	/** In feed order. */
	boxes: Readonly<Record<PowerAt, readonly NewAt[]>>;
}
const SWITCH: Partial<Device> = { kind: 'switch', receptacles: 0, tamperResistant: false, name: 'switch' };
const LIGHT: Partial<Device> = { kind: 'lighting', receptacles: 0, tamperResistant: false, name: 'light' };
const FAN: Partial<Device> = { kind: 'hard-wired', receptacles: 0, tamperResistant: false, name: 'fan' };
const HALF: Partial<Device> = { switched: 'half', switchedHalf: 'upper' };
const three = (ways: Device['ways']): Partial<Device> => ({ ...SWITCH, ways });
const always = (boxes: readonly NewAt[]): Row['boxes'] => ({ switch: boxes, load: boxes });
/** One switch and what it switches, from either end. A neutral is in the box of the switch both ways. @source 404.2(C) */
const pair = (spot: string, load: Partial<Device>, onward: 2 | 3): Row['boxes'] => ({
	switch: [
		{ spot: 'switch', device: SWITCH, controls: [1], conductors: 2 },
		{ spot, device: load, conductors: onward }
	],
	load: [
		{ spot, device: load, conductors: 2 },
		{ spot: 'switch', device: SWITCH, controls: [0], conductors: 3 }
	]
});
/** Switches of one light, from both ends of their row. */
function several(ways: readonly NonNullable<Device['ways']>[]): Row['boxes'] {
	const switches = (of: (i: number) => Pick<NewAt, 'controls' | 'conductors'>): NewAt[] =>
		ways.map((w, i) => ({ spot: `switch ${i + 1}`, device: three(w), ...of(i) }));
	return {
		switch: [
			...switches((i) => ({ controls: [ways.length], conductors: i === 0 ? 2 : 3 })),
			{ spot: 'light', device: LIGHT, conductors: 2 }
		],
		load: [{ spot: 'light', device: LIGHT, conductors: 2 }, ...switches(() => ({ controls: [0], conductors: 3 }))]
	};
}
const AT_LIGHT = { switch: 'at the switch', load: 'at the light' };

/** Every set: its words, its boxes in feed order, with power at either end. */
export const SETS: Readonly<Record<NewSet, Row>> = {
	receptacle: {
		words: 'A receptacle',
		does: 'Three slots, tamper-resistant, in a new box.',
		boxes: always([{ spot: 'receptacle', device: {}, conductors: 2 }])
	},
	'switched-light': {
		words: 'A light and its switch',
		does: 'Two-wire onward from the switch; with power at the light, three-wire to the switch, so that a neutral is there (404.2(C)).',
		at: AT_LIGHT,
		boxes: pair('light', LIGHT, 2)
	},
	loop: {
		words: 'A switch for the light there',
		does: 'A switch loop: three-wire out and back. Its hot goes to the switch, the switched hot comes back, the neutral ends capped there (404.2(C)).',
		boxes: always([{ spot: 'switch', device: SWITCH, controls: [], conductors: 3 }])
	},
	'half-switched': {
		words: 'A half-switched receptacle and its switch',
		does: 'Three-wire between them; the tab on the hot side comes off, that on the neutral side stays.',
		at: { switch: 'at the switch', load: 'at the receptacle' },
		boxes: pair('receptacle', HALF, 3)
	},
	'three-way': {
		words: 'A light with two switches',
		does: 'Three-ways at both ends, three-wire between them; the common screw of the first has the hot.',
		at: AT_LIGHT,
		boxes: several(['three-way', 'three-way'])
	},
	'four-way': {
		words: 'A light with three switches',
		does: 'Three-ways at the ends, a four-way between them, three-wire all along.',
		at: AT_LIGHT,
		boxes: several(['three-way', 'four-way', 'three-way'])
	},
	fan: {
		words: 'A ceiling fan and its switch',
		does: 'A box listed for fans and marked with the weight that it carries (314.27(C)), fastened to the framing or on a listed brace.',
		at: { switch: 'at the switch', load: 'at the fan' },
		boxes: pair('fan', FAN, 2)
	}
};

/** What is new, and where it hangs. */
export interface NewSetAt {
	set: NewSet;
	powerAt: PowerAt;
	/** The box that feeds it; null: its own breaker. */
	fromId: string | null;
	/** Which of that box's breakers; left out: its first, or one that nobody has named. */
	circuitId?: string | undefined;
	roomId: string | null;
	/** What the box of it is called that is no switch; left out or empty: after its room. */
	spot?: string | undefined;
	/** Of its receptacle. */
	protection?: Protection | undefined;
}
/** The deepest usual single-gang box: two three-wire cables of 12 AWG and a switch take 20.25. Changed in its facts for another one. */
const USUAL_CU_IN = 22.5;
/** What was made: the device of each new box, in feed order. */
export type MadeBox = { boxId: string; deviceId: string };

/** Puts the boxes of a set with their cables into the job, planned. @throws RangeError where the box that feeds it is gone */
export function addSet(draft: Job, of: NewSetAt, newId: () => string): MadeBox[] {
	const rows = SETS[of.set].boxes[of.powerAt];
	const circuit = circuitFor(draft, of, newId);
	const ids = rows.map(() => newId());
	const from = of.fromId === null ? null : rowIn(draft.boxes, of.fromId, 'box');
	const awg = gaugeFor(draft, circuit, from);
	return rows.map(({ spot, device, controls, conductors }, i): MadeBox => {
		const boxId = ids[i] ?? newId();
		const name = freeSpot(draft, { roomId: of.roomId, spot, own: device.kind === 'switch' ? '' : (of.spot ?? '') });
		// As it is planned: deep, single-gang, with the ground of its cable.
		const planned = { state: 'planned', roomId: of.roomId, volumeCuIn: USUAL_CU_IN, ground: 'present' } as const;
		const box = newBox(boxId, name, planned);
		const [plain] = box.devices;
		if (plain) {
			Object.assign(plain, device);
			if (plain.receptacles > 0 && of.protection) plain.protection = of.protection;
			const switched = controls?.length ? controls.map((n) => ids[n] ?? '') : controls && from ? [from.id] : undefined;
			if (switched) Object.assign(plain, { controls: switched, ways: device.ways ?? 'single-pole' });
		}
		draft.boxes.push(box);
		const fromId = i === 0 ? of.fromId : (ids[i - 1] ?? null);
		const cable = { kind: 'NM-B' as const, metal: 'Cu' as const, awg, conductors, ground: true };
		attachBox(boxId, { cableId: newId(), circuitId: circuit.id, fromId, lengthFt: null, cable })(draft);
		return { boxId, deviceId: plain?.id ?? '' };
	});
}
/** The circuit that it goes on; one that nobody has named where none is known. */
function circuitFor(draft: Job, { fromId, circuitId }: NewSetAt, newId: () => string): Circuit {
	const own = circuitId ?? draft.cables.find((c) => fromId !== null && c.toId === fromId)?.circuitId;
	if (own) return rowIn(draft.circuits, own, 'circuit');
	const id = newId();
	const state = fromId === null ? ('planned' as const) : ('found' as const);
	draft.circuits.push({ ...newCircuit({ id, name: '', panelId: null, state }), breakerA: null });
	if (fromId !== null) attachBox(fromId, { cableId: newId(), circuitId: id, fromId: null, lengthFt: null })(draft);
	return rowIn(draft.circuits, id, 'circuit');
}
/** Copper for its breaker, never less than what is in the wall already. A breaker that nobody read may be of 15 or of 20 A: 12 fits both. */
function gaugeFor(draft: Job, circuit: Circuit, from: Box | null): Awg {
	const cables = draft.cables.filter((c) => c.circuitId === circuit.id && c.metal === 'Cu');
	const ends = from?.ends.filter((end) => end.metal !== 'Al') ?? [];
	const least = circuit.breakerA === null ? '12' : leastFor(circuit.breakerA);
	return [...cables, ...ends].reduce((most, { awg }) => (awg ? largerOf(most, awg) : most), least);
}
/** A name as it was typed, else after its room. @example Den light; the second: Den light 2 */
function freeSpot(draft: Job, { roomId, spot, own }: { roomId: string | null; spot: string; own: string }): string {
	const room = draft.rooms.find((r) => r.id === roomId);
	const stem = own.trim().slice(0, LONGEST_STEM) || (room ? `${room.name.slice(0, LONGEST_ROOM)} ${spot}` : `New ${spot}`);
	const taken = new Set(draft.boxes.map((b) => b.name));
	for (let n = 1; ; n++) {
		const name = n === 1 ? stem : `${stem}${/\d$/.test(stem) ? '-' : ' '}${n}`;
		if (!taken.has(name)) return name;
	}
}
const LONGEST_STEM = 55;
const LONGEST_ROOM = 40;

/** Takes boxes out that were only planned, with their cables. @param own circuits that came with the same work */
export function removePlanned(draft: Job, boxIds: readonly string[], own: readonly string[] = []): void {
	const out = new Set(boxIds);
	const circuits = new Set(draft.cables.filter((c) => out.has(c.toId)).map((c) => c.circuitId));
	draft.boxes = draft.boxes.filter((b) => !out.has(b.id));
	draft.cables = draft.cables.filter((c) => !out.has(c.toId));
	// What stays and was to be fed from there: nobody knows what feeds it now.
	for (const c of draft.cables) if (c.fromId !== null && out.has(c.fromId)) Object.assign(c, { fromId: null, lengthFt: null });
	// A circuit that came only with them goes with them.
	draft.circuits = draft.circuits.filter(
		(c) =>
			!(
				circuits.has(c.id) &&
				c.state === 'planned' &&
				(own.includes(c.id) || (!c.name && c.space === null)) &&
				!draft.cables.some((l) => l.circuitId === c.id)
			)
	);
}

import { DEFAULT_PRACTICE, type Box, type Device, type Practice, type Room } from './job';
import { CALLS, type CallAt } from './call-at';
import type { EditionKey, NewSet } from './kinds';
import { guessRoom } from './room-guess';
import type { Circuit as KnownCircuit, Job } from './known';

interface NewJob {
	name: string;
	edition: EditionKey;
	/** ISO day; left out: nobody entered it. */
	permitDate?: string | null | undefined;
	/** What the shop starts a job with; left out: the usual. */
	practice?: Practice;
}

/** A job with nothing known of the house yet: lawful, and every stage says what it lacks. */
export const emptyJob = (id: string, { name, edition, permitDate = null, practice = DEFAULT_PRACTICE }: NewJob): Job => ({
	id,
	name,
	place: '',
	edition,
	permitDate,
	dwelling: 'one-family',
	areaSqFt: null,
	amendments: [],
	practice,
	rooms: [],
	boxes: [],
	cables: [],
	circuits: [],
	panels: [],
	symptoms: [],
	notes: [],
	checks: []
});

/** A 15 A grounding duplex with nothing special about it. */
export const DUPLEX: Omit<Device, 'id' | 'state'> = {
	kind: 'receptacle',
	receptacles: 2,
	amps: 15,
	volts: 120,
	slots: 'grounding',
	protection: 'none',
	feedsLoad: false,
	tamperResistant: true,
	weatherResistant: false,
	switched: 'none',
	serves: null,
	watts: 0,
	name: '',
	installed: null
};

/** A box with one duplex receptacle; everything else about it still unknown. */
export const newBox = (id: string, name: string, more: Partial<Box> & Pick<Box, 'state'>): Box => ({
	id,
	name,
	roomId: null,
	place: null,
	heightIn: null,
	// Of a box that stands already, what nobody looked at stays open.
	material: more.state === 'found' ? null : 'plastic',
	gangs: 1,
	volumeCuIn: null,
	ground: 'unknown',
	groundProof: 'not-proven',
	ends: [],
	conductors: [],
	inCabinet: false,
	readilyAccessible: true,
	dampness: null,
	devices: [{ ...DUPLEX, id: `${id}-d1`, state: more.state, tamperResistant: more.state !== 'found' }],
	note: '',
	...more
});

/** A room of which only name and kind are known. */
export const newRoom = (
	{ id, name, kind = 'living' }: { id: string; name: string; kind?: Room['kind'] | undefined },
	more: Partial<Room> = {}
): Room => ({
	id,
	name,
	kind,
	story: 0,
	finished: true,
	outline: null,
	breaks: [],
	counters: [],
	fixtures: [],
	foodPrep: false,
	studs: [],
	marks: [],
	...more
});

/** A 20 A general circuit on one pole, with nothing else known of it. */
export const newCircuit = (c: Pick<KnownCircuit, 'id' | 'name' | 'panelId'> & Partial<KnownCircuit>): KnownCircuit => ({
	kind: 'general',
	space: null,
	poles: 1,
	breakerA: 20,
	breaker: 'none',
	load: null,
	mustStayOn: false,
	directory: '',
	state: 'planned',
	...c
});

/**
 * Where a call is, in one go: a room that the words name, and what stands after it is the box.
 * @example 'sewing room, by the window' -> by the window, in sewing room; 'K-03' -> K-03, no room
 */
export function readWhere(where: string): { boxName: string; roomName: string | null } {
	const [first = '', ...rest] = where.split(',');
	const roomName = guessRoom(first) ? first.trim() : null;
	return { boxName: (roomName && rest.join(',').trim()) || where.trim(), roomName };
}

/** A service call: one box, no plan, circuit unknown; in a room of that name, where one is given. */
export function newServiceCall(
	ids: { jobId: string; boxId: string; roomId?: string },
	call: {
		boxName: string;
		roomName?: string | null;
		at?: CallAt;
		device?: Partial<Device>;
		address?: string;
		/** New work that this box is to feed: then the spot is that of the new one. */
		wants?: NewSet | undefined;
		/** The box itself is new, on a breaker of its own. */
		isNew?: boolean;
	} & Omit<NewJob, 'name'>
): Job {
	const { roomName = null, at = 'three-slot', device = {}, address = '', wants, isNew = false } = call;
	const boxName = wants ? `${CALLS[at].spot} that feeds it` : call.boxName || CALLS[at].spot;
	const spot = wants ? call.boxName : boxName;
	const where = [...new Set([roomName, spot])].filter(Boolean).join(', ') || boxName;
	const job = emptyJob(ids.jobId, { name: `Service call: ${where}`, ...call });
	const guess = roomName === null ? null : guessRoom(roomName);
	const room =
		guess && roomName && ids.roomId
			? newRoom({ id: ids.roomId, name: roomName, kind: guess.kind }, { ...guess, kindGuessed: true })
			: null;
	const state = isNew ? 'planned' : 'found';
	const box = newBox(ids.boxId, boxName, { state, roomId: room?.id ?? null });
	return {
		...job,
		place: address,
		call: { at: 'box', id: ids.boxId, ...(wants ? { wants: { set: wants, spot: spot === roomName ? '' : spot } } : {}) },
		rooms: room ? [room] : [],
		boxes: [{ ...box, devices: box.devices.map((d) => ({ ...d, ...CALLS[at].device, ...device })) }]
	};
}

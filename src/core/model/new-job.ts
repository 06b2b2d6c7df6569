import { DEFAULT_PRACTICE, type Box, type Device, type Room } from './job';
import type { EditionKey } from './kinds';
import type { Circuit as KnownCircuit, Job } from './known';

interface NewJob {
	name: string;
	edition: EditionKey;
	/** ISO day. */
	permitDate: string;
}

/** A job with nothing known of the house yet: lawful, and every stage says what it lacks. */
export const emptyJob = (id: string, { name, edition, permitDate }: NewJob): Job => ({
	id,
	name,
	place: '',
	edition,
	permitDate,
	dwelling: 'one-family',
	areaSqFt: null,
	amendments: [],
	practice: DEFAULT_PRACTICE,
	rooms: [],
	boxes: [],
	legs: [],
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
	material: 'plastic',
	gangs: 1,
	volumeCuIn: null,
	ground: 'unknown',
	groundProof: 'not-proven',
	cables: [],
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
export const newCircuit = (
	c: Pick<KnownCircuit, 'id' | 'number' | 'name' | 'panelId'> & Partial<KnownCircuit>
): KnownCircuit => ({
	kind: 'general',
	slot: null,
	poles: 1,
	breakerA: 20,
	breaker: 'none',
	load: null,
	mustStayOn: false,
	directory: '',
	state: 'planned',
	...c
});

/** A service call: one box, no plan, circuit unknown, ready for readings. */
export function newServiceCall(
	ids: { jobId: string; boxId: string },
	call: { boxName: string; edition: EditionKey; permitDate: string }
): Job {
	const job = emptyJob(ids.jobId, { name: `Service call: ${call.boxName}`, ...call });
	return { ...job, boxes: [newBox(ids.boxId, call.boxName, { state: 'found' })] };
}

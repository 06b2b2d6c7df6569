import { toVersion5 } from './to-version-5';

/**
 * Job files of older versions, brought up one step at a time. A migration is a pure function from the old plain
 * data to the next version's; it may assume nothing of fields that it does not move.
 */
type Plain = Record<string, unknown>;
const rows = (value: unknown): Plain[] =>
	Array.isArray(value) ? value.filter((v): v is Plain => !!v && typeof v === 'object') : [];

/** Version 0 held readings inside each box, heights in feet, `switched` as yes or no, and no events. */
function toVersion1(old: Plain): Plain {
	const job = (old.job ?? {}) as Plain;
	const readings = rows(job.boxes).flatMap((box) =>
		rows(box.readings).map((r) => ({
			loadA: null,
			lamps: null,
			struck: false,
			note: '',
			by: '',
			...r,
			boxId: box.id,
			jobId: job.id
		}))
	);
	const boxes = rows(job.boxes).map(({ readings: _moved, heightFt, ...box }) => ({
		readilyAccessible: true,
		dampness: null,
		...box,
		heightIn: typeof heightFt === 'number' ? heightFt * 12 : null,
		devices: rows(box.devices).map((d) => ({ ...d, switched: d.switched === true ? 'whole' : 'none' }))
	}));
	return { hekto: 'job', fileVersion: 1, job: { ...job, boxes }, readings, events: [] };
}

/** Version 1 knew no studs or marks on walls, nothing of what was found in a box, and no checks on site. */
function toVersion2(old: Plain): Plain {
	const job = (old.job ?? {}) as Plain;
	const rooms = rows(job.rooms).map((room) => ({ studs: [], marks: [], ...room }));
	const boxes = rows(job.boxes).map((box) => ({ groundProof: 'not-proven', cables: [], conductors: [], ...box }));
	return { ...old, fileVersion: 2, job: { checks: [], ...job, rooms, boxes } };
}

/** A device's name said what it served, where nothing else did. */
const NAMED: readonly [named: RegExp, serves: string][] = [
	[/furnace|boiler/i, 'furnace'],
	[/pump|filter|humidifier|damper|valve/i, 'furnace-equipment'],
	[/air condition/i, 'hvac']
];
function withServes(device: Plain): Plain {
	const { kind, serves = null, name } = device;
	if (kind !== 'hard-wired' || serves !== null || typeof name !== 'string') return device;
	return { ...device, serves: NAMED.find(([named]) => named.test(name))?.[1] ?? null };
}
/** The same under another name. */
function renamed(row: Plain, from: string, to: string): Plain {
	const { [from]: value, ...rest } = row;
	return value === undefined ? row : { ...rest, [to]: value };
}

/** Version 2 spelled `storey` and `colour`, and knew a furnace and what belongs to it by their names alone. */
function toVersion3(old: Plain): Plain {
	const job = (old.job ?? {}) as Plain;
	const rooms = rows(job.rooms).map((room) => renamed(room, 'storey', 'story'));
	const boxes = rows(job.boxes).map((box) => ({
		...box,
		...(box.conductors === undefined ? {} : { conductors: rows(box.conductors).map((c) => renamed(c, 'colour', 'color')) }),
		devices: rows(box.devices).map(withServes)
	}));
	return { ...old, fileVersion: 3, job: { ...job, rooms, boxes } };
}

/** Version 3 could not say that a cable, a breaker or a panel is not known: what it says stands, and nothing else has changed. */
const toVersion4 = (old: Plain): Plain => ({ ...old, fileVersion: 4 });

const STEPS: Record<number, (old: Plain) => Plain> = {
	0: toVersion1,
	1: toVersion2,
	2: toVersion3,
	3: toVersion4,
	4: toVersion5
};
export const FILE_VERSION = 5 as const;

/** Brings a file's plain data to the present version. @throws RangeError when there is no way from its version */
export function migrate(file: Plain): Plain {
	let at = file;
	while (at.fileVersion !== FILE_VERSION) {
		const step = STEPS[at.fileVersion as number];
		if (!step) throw new RangeError(`fileVersion must be 0 to ${FILE_VERSION}, got ${JSON.stringify(at.fileVersion)}`);
		at = step(at);
	}
	return at;
}

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

const STEPS: Record<number, (old: Plain) => Plain> = { 0: toVersion1, 1: toVersion2 };
export const FILE_VERSION = 2;

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

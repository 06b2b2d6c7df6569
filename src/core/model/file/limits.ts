/**
 * How much a job, a file and a request may hold: in one place, so that schema, readers and drawings agree. No dwelling
 * comes near; past them the answer is no, with the figure, and never a page that stands still.
 */
export const MOST = {
	rooms: 400,
	/** Of one room. */
	walls: 200,
	breaks: 200,
	counters: 50,
	fixtures: 100,
	boxes: 4000,
	/** On the run of one circuit. */
	boxesOfRun: 500,
	cables: 4000,
	circuits: 400,
	panels: 20,
	amendments: 100,
	/** Of a whole job: each is judged, and shown in the log. */
	readings: 50_000,
	events: 50_000,
	photos: 500,
	/** Of one photo, made small. */
	pictureBytes: 300_000,
	/** Characters of a file that is taken in. */
	fileChars: 20_000_000,
	/** Lines of one layer of a drawing, and pieces that they cut each other into. */
	drawingLines: 20_000,
	drawingPieces: 200_000,
	/** From the origin of a drawing, ft. */
	drawingFt: 10_000
} as const;

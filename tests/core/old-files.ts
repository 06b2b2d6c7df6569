/** A file of today as version 4 wrote it: for tests of what old files, stores and kept edits become. */
type Plain = Record<string, any>; // eslint-disable-line @typescript-eslint/no-explicit-any
const swap = (row: Plain, pairs: Readonly<Record<string, string>>): Plain =>
	Object.fromEntries(Object.entries(row).map(([key, value]) => [pairs[key] ?? key, value as unknown]));
const OLD_CABLE = { kind: 'cable' };
export const oldCable = (row: Plain): Plain => swap(row, OLD_CABLE);
export const oldBox = (row: Plain): Plain => ({
	...swap(row, { ends: 'cables' }),
	cables: (row.ends as Plain[]).map(oldCable),
	conductors: (row.conductors as Plain[]).map((c) => swap(c, { endId: 'cableId' }))
});
export const oldCircuit = (row: Plain, number: number): Plain => ({ ...swap(row, { space: 'slot' }), number });
export const oldPanel = (row: Plain): Plain => ({
	...swap(row, { spaces: 'slots', openSpaces: 'openSlots' }),
	...(row.feeder ? { feeder: swap(row.feeder as Plain, { space: 'slot', ...OLD_CABLE }) } : {})
});
export function asVersion4(file: object): Plain {
	const { job, ...rest } = structuredClone(file) as Plain;
	const { cables, ...others } = job as Plain;
	return {
		...rest,
		fileVersion: 4,
		job: {
			...others,
			legs: (cables as Plain[]).map(oldCable),
			boxes: (others.boxes as Plain[]).map(oldBox),
			circuits: (others.circuits as Plain[]).map((c, i) => oldCircuit(c, i + 1)),
			panels: (others.panels as Plain[]).map(oldPanel)
		}
	};
}

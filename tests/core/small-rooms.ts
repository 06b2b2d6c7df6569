import assert from 'node:assert/strict';
import { produce } from 'immer';
import { applyFix } from '../../src/core/edit/fix';
import { punchList } from '../../src/core/layout/assess-layout';
import type { Requirement } from '../../src/core/layout/requirement';
import type { Box, Device, Fixture, Job, Point, Room } from '../../src/core/model/known';
import type { EditionKey } from '../../src/core/model/kinds';
import { emptyJob, newBox, newRoom } from '../../src/core/model/new-job';

/** A job of a few rooms, read at a glance. */
export const rect = (x: number, y: number, w: number, h: number): Point[] => [
	[x, y],
	[x + w, y],
	[x + w, y + h],
	[x, y + h]
];
export const room = (id: string, kind: Room['kind'], outline: Point[] | null, more: Partial<Room> = {}) =>
	newRoom({ id, name: id, kind }, { outline, ...more });
export const fixture = (
	kind: Fixture['kind'],
	[x, y, widthIn, depthIn]: [number, number, number, number],
	more: Partial<Fixture> = {}
): Fixture => ({
	id: kind,
	kind,
	name: kind,
	x,
	y,
	widthIn,
	depthIn,
	...more
});
export const box = (
	roomId: string,
	at: [wall: number, at: number] | Point | null,
	heightIn: number | null,
	device: Partial<Device> = {},
	more: Partial<Box> = {}
): Box => {
	const id = `${roomId}-${at?.join('-') ?? 'x'}-${heightIn}`;
	const onWall = at && at[0] < 8 && Number.isInteger(at[0]) && !more.note;
	const made = newBox(id, id, {
		state: 'planned',
		roomId,
		heightIn,
		place: at ? (onWall ? { kind: 'wall', wall: at[0], at: at[1] } : { kind: 'point', x: at[0], y: at[1] }) : null,
		...more
	});
	return { ...made, devices: made.devices.map((d) => ({ ...d, ...device })) };
};
export const house = (rooms: Room[], boxes: Box[] = [], more: Partial<Job> = {}): Job => ({
	...emptyJob('j', { name: 'j', edition: '2023', permitDate: '2026-10-12' }),
	rooms,
	boxes,
	...more
});
export const linesOf = (job: Job, section: string, edition: EditionKey = job.edition): Requirement[] =>
	punchList({ ...job, edition }).filter((r) => r.rule.section.startsWith(section));
export const states = (job: Job, section: string, edition?: EditionKey): string =>
	linesOf(job, section, edition)
		.map((r) => r.state)
		.join(' ');

export type Row = [why: string, section: string, job: Job, want: string | Record<EditionKey, string>];
export const area = (w: number, h: number) => rect(0, 0, w, h);
export const circuitOf = (id: string) => ({
	id,
	number: 1,
	name: 'c',
	kind: 'general' as const,
	panelId: 'p',
	space: null,
	poles: 1 as const,
	breakerA: 20,
	breaker: 'none' as const,
	load: null,
	mustStayOn: false,
	directory: '',
	state: 'planned' as const
});
export const light = (roomId: string, at: Point, name = 'l') =>
	box(roomId, at, 96, { kind: 'lighting', receptacles: 0, name }, { note: 'p' });
export const wallSwitch = (roomId: string, wall: number, controls?: string[]) =>
	box(roomId, [wall, 20], 48, { kind: 'switch', receptacles: 0, controls });
export const bedroom = (kind: Room['kind'], boxes: Box[]) => house([room('b', kind, area(144, 144))], boxes);
export const lamp = light('b', [70, 70]);
export const panelRoom = (more: Partial<Room>, boxes: Box[] = []) =>
	house([room('g', 'garage', area(240, 200), more)], boxes, {
		panels: [{ id: 'p', name: 'Panel', roomId: 'g', place: { kind: 'wall', wall: 0, at: 100 }, mainA: 100, spaces: 20 }]
	});
export const hall = (outline: Point[], boxes: Box[] = []) => house([room('hall', 'hallway', outline)], boxes);
/** What fixes a line that is missing something meets it. */
export function eachFixMeets(rows: readonly Row[]): void {
	for (const [, section, job] of rows)
		for (const line of linesOf(job, section)) {
			if (line.state !== 'missing' || !line.fix) continue;
			let n = 0;
			const { fix } = line;
			const after = produce(job, (draft) => applyFix(fix, () => `n${++n}`)(draft));
			assert.equal(punchList(after).find((r) => r.id === line.id)?.state, 'met', `${line.id}: ${line.title}`);
		}
}
